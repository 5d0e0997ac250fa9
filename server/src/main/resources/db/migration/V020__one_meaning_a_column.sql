-- "seats" of a move meant three things: how many are bought or given back, how many the account
-- holds, and whether an account that is put right is to hold the plan.
ALTER TABLE slate_move ADD COLUMN seats_held INTEGER;
ALTER TABLE slate_move ADD COLUMN to_hold BOOLEAN;
UPDATE slate_move SET seats_held = seats, seats = NULL WHERE kind IN ('SUSPEND', 'BRING_BACK', 'DELETE');
UPDATE slate_move SET to_hold = seats > 0, seats = NULL WHERE kind = 'PUT_RIGHT';
