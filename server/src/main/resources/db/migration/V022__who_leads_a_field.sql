-- Which source leads a field of people where a file and a directory both speak of them, and what the
-- other one said of it last. A field without a row follows whoever spoke last.
CREATE TABLE field_lead (
  field VARCHAR(40) PRIMARY KEY,
  source VARCHAR(20) NOT NULL
);
CREATE TABLE person_aside (
  person VARCHAR(400) NOT NULL,
  field VARCHAR(40) NOT NULL,
  source VARCHAR(20) NOT NULL,
  said VARCHAR(2000) NOT NULL,
  on_day DATE NOT NULL,
  PRIMARY KEY (person, field, source)
);
-- The mail addresses that somebody had before: files go on naming them so.
CREATE TABLE person_old_mail (
  mail VARCHAR(1000) NOT NULL,
  person VARCHAR(400) NOT NULL,
  PRIMARY KEY (mail, person)
);
-- The last day at work, where it is known before.
ALTER TABLE book_people ADD COLUMN leaves DATE;
