-- Moves of every kind: what they are about depends on the kind.
ALTER TABLE slate_move ALTER COLUMN holding SET NULL;
ALTER TABLE slate_move ALTER COLUMN account SET NULL;
ALTER TABLE slate_move ALTER COLUMN plan SET NULL;
ALTER TABLE slate_move ALTER COLUMN line SET NULL;
ALTER TABLE slate_move ADD COLUMN vendor VARCHAR(200);
ALTER TABLE slate_move ADD COLUMN to_line VARCHAR(200);
ALTER TABLE slate_move ADD COLUMN data VARCHAR(20);
ALTER TABLE slate_move ADD COLUMN keep_reason VARCHAR(1000);
ALTER TABLE slate_move ADD COLUMN keep_until DATE;
ALTER TABLE slate_move ADD COLUMN seats INTEGER;
ALTER TABLE slate_move ADD COLUMN new_account BOOLEAN DEFAULT FALSE NOT NULL;
ALTER TABLE slate_move ADD COLUMN undo_until DATE;
ALTER TABLE slate_move ADD COLUMN method VARCHAR(10);
-- The holding, keep or change of quantity that it opened, and the holdings that it ended.
ALTER TABLE slate_move ADD COLUMN opened VARCHAR(200);
ALTER TABLE slate_move ADD COLUMN ended CLOB;
ALTER TABLE slate_move DROP COLUMN reopened;
UPDATE slate_move m SET vendor = (SELECT p."VENDOR" FROM book_plans p WHERE p."PLAN" = m.plan);
UPDATE slate_move SET ended = holding WHERE state IN ('CONFIRMED', 'UNDOING');

-- What the vendor is to show, instead of one plan that is to be held or not.
ALTER TABLE vendor_call ADD COLUMN email VARCHAR(2000);
ALTER TABLE vendor_call ADD COLUMN present BOOLEAN;
ALTER TABLE vendor_call ADD COLUMN active BOOLEAN;
ALTER TABLE vendor_call ADD COLUMN grants VARCHAR(4000) DEFAULT '' NOT NULL;
ALTER TABLE vendor_call ADD COLUMN revokes VARCHAR(4000) DEFAULT '' NOT NULL;
ALTER TABLE vendor_call ADD COLUMN undoes BOOLEAN DEFAULT FALSE NOT NULL;
UPDATE vendor_call SET grants = plan, undoes = TRUE WHERE wanted;
UPDATE vendor_call SET revokes = plan WHERE NOT wanted;
ALTER TABLE vendor_call DROP COLUMN plan;
ALTER TABLE vendor_call DROP COLUMN wanted;

-- Money that stops being paid on a day, with the move that caused it; the rate is that of the day on
-- which notice was given.
CREATE TABLE saving (
  id VARCHAR(40) PRIMARY KEY,
  move VARCHAR(40) NOT NULL,
  line VARCHAR(200) NOT NULL,
  seats INTEGER NOT NULL,
  from_day DATE NOT NULL,
  yearly DECIMAL(28, 10) NOT NULL,
  currency CHAR(3) NOT NULL
);
