-- Which deciders sign off what was kept; so far each of them did.
ALTER TABLE access_person ADD COLUMN signs BOOLEAN DEFAULT TRUE NOT NULL;
