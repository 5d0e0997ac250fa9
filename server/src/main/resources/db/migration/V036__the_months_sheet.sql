-- To whom the month's sheet goes, and of which month it went last.
CREATE TABLE month_sheet (
  id INTEGER PRIMARY KEY,
  recipients VARCHAR(4000) NOT NULL,
  last_month CHAR(7)
);
