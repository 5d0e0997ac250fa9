CREATE INDEX journal_person ON journal (person);
