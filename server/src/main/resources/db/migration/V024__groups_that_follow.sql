-- A group whose members are whoever is in a department.
CREATE TABLE group_follow (
  group_id VARCHAR(400) PRIMARY KEY,
  department VARCHAR(2000) NOT NULL
);
