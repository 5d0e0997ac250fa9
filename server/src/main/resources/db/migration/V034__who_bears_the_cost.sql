-- The payer that bears somebody's seats, or a whole subscription.
ALTER TABLE book_people ADD COLUMN "COST_CENTRE" VARCHAR(2000);
ALTER TABLE book_lines ADD COLUMN "COST_CENTRE" VARCHAR(2000);
