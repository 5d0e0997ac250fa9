-- Subscriptions whose seats come in more than one way on purpose.
CREATE TABLE mixed_line (
  line VARCHAR(200) PRIMARY KEY,
  since DATE NOT NULL,
  said_by VARCHAR(100) NOT NULL
);
