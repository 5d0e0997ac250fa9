-- Whether a bill was accepted, is disputed, or was settled after that.
CREATE TABLE bill_note (
  bill VARCHAR(200) PRIMARY KEY,
  state VARCHAR(20) NOT NULL,
  note VARCHAR(2000),
  author VARCHAR(200) NOT NULL,
  noted DATE NOT NULL
);
