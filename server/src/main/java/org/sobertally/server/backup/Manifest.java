package org.sobertally.server.backup;

import java.time.Instant;
import java.util.Map;

/**
 * What a backup says of itself.
 *
 * @param format of the backup file; see {@link BackupFile#FORMAT}
 * @param application the version that made it
 * @param schema the newest migration that its database has been through
 * @param bytes how long the database is, unpacked
 * @param sha256 of the database, in hex
 * @param entries how many entries its journal has
 * @param rows how many rows each table has, by its name
 */
record Manifest(
    int format,
    String application,
    int schema,
    Instant made,
    long bytes,
    String sha256,
    long entries,
    Map<String, Long> rows) {}
