-- What an identity provider sent of people and groups, beside what the book makes of them.
CREATE TABLE scim_resource (
  kind VARCHAR(10) NOT NULL,
  id VARCHAR(200) NOT NULL,
  -- Small letters: names are the same however they are written.
  name_key VARCHAR(400),
  external_id VARCHAR(400),
  resource CLOB NOT NULL,
  created TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  modified TIMESTAMP(6) WITH TIME ZONE NOT NULL,
  -- Deleted there; it comes back as who it was.
  gone BOOLEAN NOT NULL,
  PRIMARY KEY (kind, id)
);
CREATE INDEX scim_resource_name ON scim_resource (kind, name_key);
CREATE INDEX scim_resource_external ON scim_resource (kind, external_id);
