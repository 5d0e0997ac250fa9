-- Behind whom the author of a slate acted: a token may be taken back before the decision.
ALTER TABLE slate ADD COLUMN author_behind VARCHAR(4000);
