ALTER TABLE access_person ADD email VARCHAR(320);

-- Mail is written down before it is sent; a mail sent twice carries the same id.
CREATE TABLE mail (
  id VARCHAR(40) PRIMARY KEY,
  recipient VARCHAR(320) NOT NULL,
  subject VARCHAR(300) NOT NULL,
  body CLOB NOT NULL,
  kind VARCHAR(40) NOT NULL,
  state VARCHAR(20) NOT NULL,
  attempts INTEGER NOT NULL,
  created TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  due TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  sent TIMESTAMP(6) WITH TIME ZONE,
  answer VARCHAR(1000)
);

CREATE INDEX mail_state ON mail (state, due);

-- A sweep that runs every week.
CREATE TABLE round_plan (
  id VARCHAR(40) PRIMARY KEY,
  name VARCHAR(200) NOT NULL,
  weekday INTEGER NOT NULL,
  at_time VARCHAR(5) NOT NULL,
  zone VARCHAR(60) NOT NULL,
  -- Separated by blanks; empty for all.
  vendors VARCHAR(2000) NOT NULL,
  groups VARCHAR(2000) NOT NULL,
  kinds VARCHAR(400) NOT NULL,
  ask_days INTEGER NOT NULL,
  decide_days INTEGER NOT NULL,
  with_service BOOLEAN NOT NULL,
  active BOOLEAN NOT NULL,
  owner VARCHAR(100) NOT NULL,
  next_due TIMESTAMP(6) WITH TIME ZONE NOT NULL
);

CREATE TABLE round (
  id VARCHAR(40) PRIMARY KEY,
  number INTEGER NOT NULL UNIQUE,
  round_plan VARCHAR(40) NOT NULL REFERENCES round_plan (id),
  name VARCHAR(200) NOT NULL,
  owner VARCHAR(100) NOT NULL,
  state VARCHAR(20) NOT NULL,
  gathered TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  ask_until DATE NOT NULL,
  decide_until DATE NOT NULL,
  closed TIMESTAMP(6) WITH TIME ZONE,
  outcome VARCHAR(1000)
);

CREATE TABLE round_item (
  id VARCHAR(40) PRIMARY KEY,
  round VARCHAR(40) NOT NULL REFERENCES round (id),
  holding VARCHAR(200) NOT NULL,
  account VARCHAR(200) NOT NULL,
  person VARCHAR(200),
  name VARCHAR(2000) NOT NULL,
  plan VARCHAR(200) NOT NULL,
  line VARCHAR(200) NOT NULL,
  kinds VARCHAR(400) NOT NULL,
  why VARCHAR(2000) NOT NULL,
  last_used DATE,
  yearly DECIMAL(28, 10) NOT NULL,
  currency CHAR(3) NOT NULL,
  state VARCHAR(20) NOT NULL,
  answer VARCHAR(10),
  answered TIMESTAMP(6) WITH TIME ZONE,
  reason VARCHAR(1000),
  keep VARCHAR(40),
  slate VARCHAR(40),
  taken_back DATE,
  came_back DATE
);

CREATE INDEX round_item_round ON round_item (round);
CREATE INDEX round_item_holding ON round_item (holding);

-- One letter a person and round; its link answers for that person's seats in that round only.
CREATE TABLE round_letter (
  id VARCHAR(40) PRIMARY KEY,
  round VARCHAR(40) NOT NULL REFERENCES round (id),
  person VARCHAR(200) NOT NULL,
  email VARCHAR(320) NOT NULL,
  reminded TIMESTAMP(6) WITH TIME ZONE,
  UNIQUE (round, person)
);
