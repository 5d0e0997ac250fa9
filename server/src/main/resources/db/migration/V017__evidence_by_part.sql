-- The parts whose use a vendor's source tells; null for all of them.
ALTER TABLE book_evidence ADD COLUMN "PARTS" VARCHAR(2000);
