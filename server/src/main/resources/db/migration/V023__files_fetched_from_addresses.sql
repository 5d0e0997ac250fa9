-- Files that are fetched from an address, as their source is read; the token is sealed with a key
-- that is not in the database.
CREATE TABLE intake_address (
  source VARCHAR(200) PRIMARY KEY,
  url VARCHAR(2000) NOT NULL,
  sealed VARCHAR(8000),
  inside BOOLEAN NOT NULL,
  every_hours INTEGER NOT NULL,
  due TIMESTAMP WITH TIME ZONE NOT NULL,
  looked TIMESTAMP WITH TIME ZONE,
  said VARCHAR(1000)
);
-- Where somebody works by hand at a vendor.
CREATE TABLE vendor_page (
  vendor VARCHAR(200) PRIMARY KEY,
  url VARCHAR(2000) NOT NULL
);
