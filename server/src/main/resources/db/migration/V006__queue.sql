-- People who wait for a seat of a plan when none is spare.
CREATE TABLE seat_queue (
  id VARCHAR(40) PRIMARY KEY,
  plan VARCHAR(200) NOT NULL,
  person VARCHAR(200) NOT NULL,
  since TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  asked_by VARCHAR(100) NOT NULL,
  UNIQUE (plan, person)
);
