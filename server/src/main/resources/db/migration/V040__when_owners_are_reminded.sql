-- How many days before the last day for notice owners are reminded, with commas between.
CREATE TABLE renewal_reminder_rule (
  id INT PRIMARY KEY,
  days VARCHAR(200) NOT NULL
);
