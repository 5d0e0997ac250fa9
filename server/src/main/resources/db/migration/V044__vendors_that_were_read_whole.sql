-- When a vendor was read whole last, and which of our accounts it showed then, under which id.
-- An account is addressed by what a reading recognised, and by nothing else.
CREATE TABLE vendor_reading (
  vendor VARCHAR(200) NOT NULL PRIMARY KEY,
  service VARCHAR(2000),
  began TIMESTAMP(6) WITH TIME ZONE
);

CREATE TABLE vendor_reading_account (
  vendor VARCHAR(200) NOT NULL REFERENCES vendor_reading ON DELETE CASCADE,
  account VARCHAR(200) NOT NULL,
  name VARCHAR(2000) NOT NULL,
  id VARCHAR(2000),
  standing VARCHAR(20) NOT NULL,
  PRIMARY KEY (vendor, account)
);

-- Which account at the vendor a call was first made for: one that is made anew is another.
ALTER TABLE vendor_call ADD COLUMN their_id VARCHAR(2000);
