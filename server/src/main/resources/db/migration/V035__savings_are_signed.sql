-- A saving says by itself what was decided by whom; finance signs it, and then it no longer moves.
ALTER TABLE saving ALTER COLUMN line SET NULL;
ALTER TABLE saving ADD COLUMN agreement VARCHAR(200);
UPDATE saving SET agreement = (SELECT l."AGREEMENT" FROM book_lines l WHERE l."LINE" = saving.line);
UPDATE saving SET agreement = line, line = NULL WHERE agreement IS NULL;
ALTER TABLE saving ADD COLUMN slate VARCHAR(40);
ALTER TABLE saving ADD COLUMN what VARCHAR(2000);
ALTER TABLE saving ADD COLUMN decided_by VARCHAR(200);
ALTER TABLE saving ADD COLUMN decided_on DATE;
ALTER TABLE saving ADD COLUMN signed_by VARCHAR(200);
ALTER TABLE saving ADD COLUMN signed_on DATE;
ALTER TABLE saving ADD COLUMN proof VARCHAR(2000);
ALTER TABLE saving ADD COLUMN corrects VARCHAR(40);
ALTER TABLE saving ADD COLUMN reason VARCHAR(2000);
UPDATE saving SET slate = (SELECT m.slate FROM slate_move m WHERE m.id = saving.move);
UPDATE saving SET decided_by = (SELECT s.decider FROM slate s WHERE s.id = saving.slate)
  WHERE slate IS NOT NULL;
UPDATE saving SET decided_on = (SELECT CAST(s.decided AS DATE) FROM slate s WHERE s.id = saving.slate)
  WHERE slate IS NOT NULL;
