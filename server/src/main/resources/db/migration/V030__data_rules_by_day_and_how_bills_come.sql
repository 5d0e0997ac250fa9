-- Rules about data that hold from a day on, and when and for what a vendor writes bills.
ALTER TABLE book_data_rules ADD COLUMN "FROM" DATE;
ALTER TABLE book_data_rules ADD COLUMN "JOINS_AT" INTEGER;
ALTER TABLE book_data_rules DROP PRIMARY KEY;
ALTER TABLE book_data_rules ADD CONSTRAINT book_data_rules_key
  UNIQUE NULLS NOT DISTINCT ("VENDOR", "AFTER", "STAGE", "FROM");
ALTER TABLE book_agreements ADD COLUMN "BILLING" VARCHAR(2000);
ALTER TABLE book_agreements ADD COLUMN "BILLED" VARCHAR(2000);
