-- Links by which people ask for a seat themselves; signed with a key that never leaves this table.
CREATE TABLE signing_key (
  name VARCHAR(40) PRIMARY KEY,
  secret VARCHAR(100) NOT NULL
);

CREATE TABLE ask_link (
  id VARCHAR(40) PRIMARY KEY,
  plan VARCHAR(200) NOT NULL,
  -- Separated by blanks; empty for any.
  domains VARCHAR(2000) NOT NULL,
  groups VARCHAR(2000) NOT NULL,
  until DATE NOT NULL,
  created TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  created_by VARCHAR(100) NOT NULL,
  asked INTEGER NOT NULL,
  withdrawn TIMESTAMP(6) WITH TIME ZONE,
  withdrawn_by VARCHAR(100)
);

-- When somebody was reminded of an invitation.
CREATE TABLE invitation_reminder (
  holding VARCHAR(200) NOT NULL,
  reminded DATE NOT NULL,
  reminded_by VARCHAR(100) NOT NULL,
  PRIMARY KEY (holding, reminded)
);
