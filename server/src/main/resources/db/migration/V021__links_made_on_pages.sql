-- Links to vendors that a keeper makes, beside those of the configuration. The secret is sealed with
-- a key that is not in the database.
CREATE TABLE vendor_link (
  vendor VARCHAR(200) PRIMARY KEY,
  kind VARCHAR(40) NOT NULL,
  url VARCHAR(2000) NOT NULL,
  proof VARCHAR(40) NOT NULL,
  sealed VARCHAR(8000),
  token_url VARCHAR(2000),
  client_id VARCHAR(1000),
  scope VARCHAR(1000),
  carrier VARCHAR(40) NOT NULL,
  inside BOOLEAN NOT NULL,
  template CLOB,
  changes INTEGER NOT NULL
);
-- What the vendor shows of an account, and which plan that is; '' for none.
CREATE TABLE vendor_link_plan (
  vendor VARCHAR(200) NOT NULL REFERENCES vendor_link ON DELETE CASCADE,
  theirs VARCHAR(1000) NOT NULL,
  plan VARCHAR(200) NOT NULL,
  PRIMARY KEY (vendor, theirs)
);
-- What the vendor calls an account of ours, as it was recognised.
CREATE TABLE vendor_link_account (
  vendor VARCHAR(200) NOT NULL REFERENCES vendor_link ON DELETE CASCADE,
  account VARCHAR(400) NOT NULL,
  theirs VARCHAR(1000) NOT NULL,
  PRIMARY KEY (vendor, account)
);
