-- Files brought in on their own: the file while it is looked at, how a source's columns are read,
-- what each intake changed, and so how it is taken back.
CREATE TABLE intake_file (
  id VARCHAR(40) PRIMARY KEY,
  name VARCHAR(300) NOT NULL,
  content BLOB NOT NULL,
  brought_by VARCHAR(100) NOT NULL,
  brought TIMESTAMP(6) WITH TIME ZONE NOT NULL
);

CREATE TABLE intake_mapping (
  source VARCHAR(200) PRIMARY KEY,
  mapping CLOB NOT NULL,
  used TIMESTAMP(6) WITH TIME ZONE NOT NULL
);

CREATE TABLE intake (
  id VARCHAR(40) PRIMARY KEY,
  number INTEGER NOT NULL UNIQUE,
  source VARCHAR(200) NOT NULL,
  kind VARCHAR(40) NOT NULL,
  -- Null where the file is of no one vendor.
  vendor VARCHAR(200),
  file_name VARCHAR(300) NOT NULL,
  taken TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  actor VARCHAR(100) NOT NULL,
  good INTEGER NOT NULL,
  rejected INTEGER NOT NULL,
  changed INTEGER NOT NULL,
  -- False once another book has taken the place of what it changed.
  may_go BOOLEAN NOT NULL,
  taken_back TIMESTAMP(6) WITH TIME ZONE,
  taken_back_by VARCHAR(100)
);

-- Rows of the book as they were and as they became; null where there was none, or is none.
CREATE TABLE intake_change (
  intake VARCHAR(40) NOT NULL REFERENCES intake (id),
  seq INTEGER NOT NULL,
  file VARCHAR(40) NOT NULL,
  before CLOB,
  after CLOB,
  PRIMARY KEY (intake, seq)
);

-- Days of use that nothing had told of before.
CREATE TABLE intake_use (
  intake VARCHAR(40) NOT NULL REFERENCES intake (id),
  slot BIGINT NOT NULL,
  days INTEGER NOT NULL,
  PRIMARY KEY (intake, slot)
);
