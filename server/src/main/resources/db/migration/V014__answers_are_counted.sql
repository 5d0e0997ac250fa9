-- How often a letter's link was answered with: a link that got into wrong hands must not flood its owner.
ALTER TABLE round_letter ADD answers INTEGER DEFAULT 0 NOT NULL;

-- A letter is short, and thousands are written at a stroke: they lie in their rows, not beside them.
ALTER TABLE mail ALTER COLUMN body VARCHAR(100000);
ALTER TABLE mail ALTER COLUMN body SET NOT NULL;

-- Nothing is looked up by it.
DROP INDEX round_item_holding;
