-- How far the end of a session that somebody was asked to leave has come at its vendor.
ALTER TABLE pool_ask ADD state VARCHAR(20) DEFAULT 'ASKED' NOT NULL;
ALTER TABLE pool_ask ADD attempts INTEGER DEFAULT 0 NOT NULL;
ALTER TABLE pool_ask ADD due TIMESTAMP(6) WITH TIME ZONE;
ALTER TABLE pool_ask ADD answer VARCHAR(1000);
