-- Moves of a slate that are made on a day of their own, or after the ones before them; and who takes
-- over the data of an account that goes.
ALTER TABLE slate_move ADD COLUMN due DATE;
ALTER TABLE slate_move ADD COLUMN waits BOOLEAN DEFAULT FALSE NOT NULL;
ALTER TABLE slate_move ADD COLUMN successor VARCHAR(200);
ALTER TABLE slate_move ADD COLUMN data_kinds VARCHAR(1000);
ALTER TABLE slate_move ADD COLUMN moved_gb DECIMAL(28, 10);
ALTER TABLE slate_move ADD COLUMN agreed_on DATE;
CREATE INDEX slate_move_due ON slate_move (state, due);
