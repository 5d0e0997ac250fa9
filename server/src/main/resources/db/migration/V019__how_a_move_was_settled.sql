-- Whether a move was read back, said to be done, shown by an intake, or only noted.
ALTER TABLE slate_move ADD COLUMN settled_how VARCHAR(20);
