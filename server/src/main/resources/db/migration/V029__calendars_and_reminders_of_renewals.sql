-- Addresses by which a calendar program reads somebody's days, and what owners were reminded of.
CREATE TABLE calendar_feed (
  id VARCHAR(40) PRIMARY KEY,
  login VARCHAR(400) NOT NULL,
  scope VARCHAR(20) NOT NULL,
  made DATE NOT NULL,
  CONSTRAINT calendar_feed_of UNIQUE (login, scope)
);
CREATE TABLE renewal_reminder (
  agreement VARCHAR(200) NOT NULL,
  renews DATE NOT NULL,
  days INTEGER NOT NULL,
  reminded DATE NOT NULL,
  PRIMARY KEY (agreement, renews, days)
);
