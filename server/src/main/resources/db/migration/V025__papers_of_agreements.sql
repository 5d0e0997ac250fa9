-- Who looks after an agreement and who bears it, and the papers that belong to it.
CREATE TABLE agreement_note (
  agreement VARCHAR(400) PRIMARY KEY,
  owner VARCHAR(400),
  payer VARCHAR(400)
);
CREATE TABLE agreement_paper (
  id VARCHAR(40) PRIMARY KEY,
  agreement VARCHAR(400) NOT NULL,
  title VARCHAR(400) NOT NULL,
  url VARCHAR(2000),
  file_name VARCHAR(400),
  content BLOB,
  added_by VARCHAR(400) NOT NULL,
  added DATE NOT NULL
);
CREATE INDEX agreement_paper_of ON agreement_paper (agreement);
