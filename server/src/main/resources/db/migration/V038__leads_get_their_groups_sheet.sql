-- Whether whoever leads a group is told of the group's sheet of the month.
ALTER TABLE month_sheet ADD COLUMN leads BOOLEAN DEFAULT FALSE NOT NULL;
