-- The month's sheet as it was when somebody was told of it: departments and prices change, it does not.
CREATE TABLE issued_sheet (
  sheet_month VARCHAR(7) PRIMARY KEY,
  issued DATE NOT NULL,
  pages BLOB NOT NULL
);
