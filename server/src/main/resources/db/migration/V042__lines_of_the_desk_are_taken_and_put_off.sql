-- What somebody said of a line of the desk. The line itself is derived anew at every look.
CREATE TABLE desk_note (
  line_key VARCHAR(400) PRIMARY KEY,
  what VARCHAR(1000) NOT NULL,
  taken_by VARCHAR(100),
  said VARCHAR(10),
  said_by VARCHAR(100),
  said_on DATE,
  reason VARCHAR(500),
  until_day DATE
);
