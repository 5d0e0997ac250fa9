package org.sobertally.server.backup;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.DigestInputStream;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.sobertally.server.store.DatabaseFile;
import org.sobertally.server.store.JournalMark;

/**
 * A backup: a zip with the database and, last, a {@link Manifest} of what must be in it. It needs
 * nothing of a running application, so that it can be restored where none runs.
 */
public final class BackupFile {

  /** What this version writes; it reads this and earlier ones. */
  static final int FORMAT = 1;

  /** The newest migration that this version knows. */
  static final int NEWEST_SCHEMA = 45;

  private static final String DATABASE = DatabaseFile.NAME;
  private static final String MANIFEST = "manifest.json";
  private static final JsonMapper JSON =
      JsonMapper.builder()
          .addModule(new JavaTimeModule())
          .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
          .enable(SerializationFeature.INDENT_OUTPUT)
          .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .build();

  private BackupFile() {}

  /** Why a backup is not restored, and what can be done. */
  public static final class RefusedException extends Exception {
    private static final long serialVersionUID = 1L;

    RefusedException(String message) {
      super(message);
    }
  }

  /**
   * Makes a backup of a copy of the database. The copy is opened and counted first, so that what is
   * kept is known to open.
   *
   * @param copy a database file that nobody writes to
   * @param target where the backup comes to stand, at once and whole
   */
  static Manifest write(Path copy, Path target, String application, Instant made)
      throws IOException, SQLException {
    Counted counted = count(copy);
    Path part = target.resolveSibling(target.getFileName() + ".part");
    MessageDigest digest = sha256();
    Manifest manifest;
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(part))) {
      toOwner(part);
      zip.putNextEntry(new ZipEntry(DATABASE));
      try (InputStream in = new DigestInputStream(Files.newInputStream(copy), digest)) {
        in.transferTo(zip);
      }
      zip.closeEntry();
      manifest =
          new Manifest(
              FORMAT,
              application,
              counted.schema(),
              made.truncatedTo(ChronoUnit.SECONDS),
              Files.size(copy),
              HexFormat.of().formatHex(digest.digest()),
              counted.entries(),
              counted.rows());
      zip.putNextEntry(new ZipEntry(MANIFEST));
      zip.write(JSON.writeValueAsBytes(manifest));
      zip.closeEntry();
    }
    force(part);
    Files.move(part, target, StandardCopyOption.ATOMIC_MOVE);
    return manifest;
  }

  /** Reads what a backup says of itself. */
  static Manifest manifest(Path backup) throws IOException, RefusedException {
    try (ZipFile zip = new ZipFile(backup.toFile())) {
      return manifest(zip, backup);
    } catch (ZipException e) {
      throw new RefusedException(
          "%s is no whole zip file (%s): it is damaged or was cut off. Use another backup."
              .formatted(backup, e.getMessage()));
    }
  }

  private static Manifest manifest(ZipFile zip, Path backup) throws IOException, RefusedException {
    ZipEntry entry = zip.getEntry(MANIFEST);
    if (entry == null || zip.getEntry(DATABASE) == null) {
      throw new RefusedException("%s is no backup of Sober Tally.".formatted(backup));
    }
    Manifest manifest;
    try (InputStream in = zip.getInputStream(entry)) {
      manifest = JSON.readValue(in, Manifest.class);
    } catch (JsonProcessingException e) {
      throw new RefusedException(
          "The manifest of %s cannot be read: it is damaged. Use another backup."
              .formatted(backup));
    }
    if (manifest.format() > FORMAT || manifest.schema() > NEWEST_SCHEMA) {
      throw new RefusedException(
          "%s was made by a newer version (%s). Restore it with that one, or a later one."
              .formatted(backup, manifest.application()));
    }
    return manifest;
  }

  /**
   * Restores a backup into an empty folder: whole and as its manifest says, or not at all.
   *
   * @return what was restored, in words
   * @throws RefusedException where the backup is damaged or newer, or the folder is not empty
   */
  public static String restore(Path backup, Path folder) throws IOException, RefusedException {
    if (!Files.isRegularFile(backup)) {
      throw new RefusedException("There is no file %s.".formatted(backup));
    }
    requireEmpty(folder);
    Path part = null;
    try (ZipFile zip = new ZipFile(backup.toFile())) {
      Manifest manifest = manifest(zip, backup);
      Files.createDirectories(folder);
      part = folder.resolve("restoring.mv.db");
      unpack(zip, part, manifest, backup);
      requireSame(manifest, part, backup);
      force(part);
      JournalMark.write(folder, manifest.entries());
      Files.move(part, folder.resolve(DATABASE), StandardCopyOption.ATOMIC_MOVE);
      return said(manifest, folder);
    } catch (ZipException e) {
      throw new RefusedException(
          "%s is no whole zip file (%s): it is damaged or was cut off. Use another backup."
              .formatted(backup, e.getMessage()));
    } finally {
      if (part != null) {
        Files.deleteIfExists(part);
      }
    }
  }

  private static String said(Manifest restored, Path folder) {
    return "Restored the backup of %s (version %s): %,d rows in %d tables, in %s."
        .formatted(
            restored.made(),
            restored.application(),
            restored.rows().values().stream().mapToLong(Long::longValue).sum(),
            restored.rows().size(),
            folder);
  }

  private static void requireEmpty(Path folder) throws IOException, RefusedException {
    if (!Files.exists(folder)) {
      return;
    }
    try (Stream<Path> there = Files.list(folder)) {
      if (there.findAny().isPresent()) {
        throw new RefusedException(
            "%s is not empty. Name a folder that is, or that is not there yet.".formatted(folder));
      }
    }
  }

  private static void unpack(ZipFile zip, Path part, Manifest manifest, Path backup)
      throws IOException, RefusedException {
    MessageDigest digest = sha256();
    try (InputStream in = zip.getInputStream(zip.getEntry(DATABASE));
        OutputStream out = new DigestOutputStream(Files.newOutputStream(part), digest)) {
      toOwner(part);
      long left = manifest.bytes() + 1;
      byte[] buffer = new byte[1 << 16];
      int read = in.read(buffer);
      while (read >= 0 && left >= 0) {
        out.write(buffer, 0, read);
        left -= read;
        read = in.read(buffer);
      }
    }
    boolean same = HexFormat.of().formatHex(digest.digest()).equals(manifest.sha256());
    if (!same || Files.size(part) != manifest.bytes()) {
      throw new RefusedException(
          "The database in %s is not the one that was put in: it is damaged. Use another backup."
              .formatted(backup));
    }
  }

  private static void requireSame(Manifest manifest, Path database, Path backup)
      throws RefusedException, IOException {
    Counted counted;
    try {
      counted = count(database);
    } catch (SQLException e) {
      throw new RefusedException(
          "The database in %s does not open: %s".formatted(backup, e.getMessage()));
    }
    if (!counted.rows().equals(manifest.rows()) || counted.entries() != manifest.entries()) {
      throw new RefusedException(
          "The database in %s does not hold the rows that its manifest says. Use another backup."
              .formatted(backup));
    }
  }

  /** What is in a database. */
  record Counted(int schema, long entries, Map<String, Long> rows) {}

  /** Opens a database that nobody writes to, for reading only, and counts what is in it. */
  static Counted count(Path database) throws SQLException {
    String path = database.toAbsolutePath().toString();
    String url =
        "jdbc:h2:file:%s;IFEXISTS=TRUE;ACCESS_MODE_DATA=r"
            .formatted(path.substring(0, path.length() - ".mv.db".length()));
    try (Connection connection = DriverManager.getConnection(url, DatabaseFile.USER, "");
        Statement statement = connection.createStatement()) {
      Map<String, Long> rows = new TreeMap<>();
      for (String table : tables(statement)) {
        rows.put(table, number(statement, "select count(*) from \"%s\"".formatted(table)));
      }
      return new Counted(
          (int)
              number(
                  statement,
                  "select max(cast(\"version\" as integer)) from \"flyway_schema_history\""
                      + " where \"success\" and \"version\" is not null"),
          number(statement, "select seq from journal_head where id = 1"),
          rows);
    }
  }

  private static List<String> tables(Statement statement) throws SQLException {
    List<String> tables = new ArrayList<>();
    try (ResultSet found =
        statement.executeQuery(
            "select table_name from information_schema.tables where table_schema = 'PUBLIC'"
                + " and table_type = 'BASE TABLE' order by table_name")) {
      while (found.next()) {
        tables.add(found.getString(1));
      }
    }
    return tables;
  }

  private static long number(Statement statement, String sql) throws SQLException {
    try (ResultSet found = statement.executeQuery(sql)) {
      found.next();
      return found.getLong(1);
    }
  }

  private static void toOwner(Path file) throws IOException {
    try {
      Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
    } catch (UnsupportedOperationException e) {
      // A file system without such rights has other ways.
    }
  }

  private static void force(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.force(true);
    }
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
