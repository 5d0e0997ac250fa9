-- Who corrected a saving does not sign it; from where somebody signed in last they are never locked out.
ALTER TABLE saving ADD COLUMN written_by VARCHAR(200);
ALTER TABLE access_person ADD COLUMN last_from VARCHAR(100);
