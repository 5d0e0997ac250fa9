-- Who drew which line, and when; the lines themselves are the book's.
CREATE TABLE house_line (
  -- Empty for the house, else a plan.
  plan VARCHAR(200) NOT NULL,
  name VARCHAR(40) NOT NULL,
  changed_by VARCHAR(100) NOT NULL,
  changed DATE NOT NULL,
  PRIMARY KEY (plan, name)
);

-- Each entry carries the hash of the one before: what is changed, taken out or put in afterwards
-- breaks the chain.
ALTER TABLE journal ADD seq BIGINT;
ALTER TABLE journal ADD previous CHAR(64);
ALTER TABLE journal ADD hash CHAR(64);
CREATE UNIQUE INDEX journal_seq ON journal (seq);

CREATE TABLE journal_head (
  id INTEGER PRIMARY KEY,
  seq BIGINT NOT NULL,
  hash CHAR(64) NOT NULL
);
INSERT INTO journal_head (id, seq, hash)
VALUES (1, 0, '0000000000000000000000000000000000000000000000000000000000000000');
