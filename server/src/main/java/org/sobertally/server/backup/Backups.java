package org.sobertally.server.backup;

import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.sql.DataSource;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;

/** Makes backups while people work, on demand and on a schedule, and keeps the newest of them. */
@ApplicationScoped
class Backups {

  private static final Logger LOG = Logger.getLogger(Backups.class);
  private static final String NAME = "tally-\\d{8}T\\d{9}Z\\.zip";
  private static final DateTimeFormatter STAMP =
      DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmssSSS'Z'").withZone(ZoneOffset.UTC);

  private final DataSource database;
  private final Journal journal;
  private final Path folder;
  private final int keep;
  private final boolean onDisk;
  private final String application;

  Backups(
      DataSource database,
      Journal journal,
      BackupSettings settings,
      @ConfigProperty(name = "quarkus.datasource.jdbc.url") String url,
      @ConfigProperty(name = "quarkus.application.version") String application) {
    this.database = database;
    this.journal = journal;
    this.folder = settings.folder();
    this.keep = Math.max(1, settings.keep());
    this.onDisk = url.startsWith("jdbc:h2:file:");
    this.application = application;
  }

  /** One backup that is there. */
  record Backup(String name, long bytes, @Nullable Manifest manifest) {}

  @Scheduled(
      every = "${sober.backup.every}",
      delayed = "${sober.backup.first}",
      concurrentExecution = ConcurrentExecution.SKIP)
  void onSchedule() {
    if (!onDisk) {
      return;
    }
    try {
      make("Sober Tally");
    } catch (RuntimeException e) {
      LOG.errorf(
          e, "No backup could be made in %s; it is tried again when the next is due.", folder);
    }
  }

  /** Makes a backup of everything as it is now; nobody waits for it meanwhile. */
  synchronized Backup make(String actor) {
    if (!onDisk) {
      throw Refusal.conflict("The database is in memory only: there is nothing to back up.");
    }
    Instant now = Instant.now();
    Path work = null;
    try {
      Files.createDirectories(folder);
      work = Files.createTempDirectory(folder, "making");
      Path copy = work.resolve("copy.mv.db");
      copyTo(copy);
      Path target = folder.resolve("tally-%s.zip".formatted(STAMP.format(now)));
      Manifest manifest = BackupFile.write(copy, target, application, now);
      tell(actor, manifest);
      dropOldest();
      return new Backup(target.getFileName().toString(), Files.size(target), manifest);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (SQLException e) {
      throw new IllegalStateException("The database could not be copied.", e);
    } finally {
      clear(work);
    }
  }

  /** The database makes it as it is at one moment, while people work. */
  private void copyTo(Path copy) throws SQLException, IOException {
    Path zipped = copy.resolveSibling("copy.zip");
    try (Connection connection = database.getConnection();
        PreparedStatement backup = connection.prepareStatement("backup to ?")) {
      backup.setString(1, zipped.toString());
      backup.execute();
    }
    unzipOnly(zipped, copy);
    Files.delete(zipped);
  }

  private static void unzipOnly(Path zip, Path target) throws IOException {
    try (ZipInputStream in = new ZipInputStream(Files.newInputStream(zip))) {
      for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
        if (entry.getName().endsWith(".mv.db")) {
          Files.copy((InputStream) in, target);
          return;
        }
      }
    }
    throw new IOException("The database's own copy holds no database.");
  }

  @Transactional
  void tell(String actor, Manifest manifest) {
    long rows = manifest.rows().values().stream().mapToLong(Long::longValue).sum();
    journal.add(actor, "BACKUP_MADE", "Made a backup of %,d rows.".formatted(rows));
  }

  private void dropOldest() throws IOException {
    List<Path> there = files();
    for (Path old : there.subList(0, Math.max(0, there.size() - keep))) {
      Files.deleteIfExists(old);
    }
  }

  /** The oldest first, by their names. */
  private List<Path> files() throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> there = Files.list(folder)) {
      return there
          .filter(file -> file.getFileName().toString().matches(NAME))
          .sorted(Comparator.comparing(file -> file.getFileName().toString()))
          .toList();
    }
  }

  /**
   * Those that are there, the newest first; one that cannot be read is told without its manifest.
   */
  List<Backup> all() {
    try {
      List<Backup> all = new ArrayList<>();
      for (Path file : files()) {
        Manifest manifest;
        try {
          manifest = BackupFile.manifest(file);
        } catch (BackupFile.RefusedException e) {
          LOG.warnf("A backup is damaged: %s", e.getMessage());
          manifest = null;
        }
        all.add(0, new Backup(file.getFileName().toString(), Files.size(file), manifest));
      }
      return all;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The file of that name. */
  Path file(String name) {
    if (!name.matches(NAME) || !Files.isRegularFile(folder.resolve(name))) {
      throw Refusal.notFound("There is no backup of this name.");
    }
    return folder.resolve(name);
  }

  private static void clear(@Nullable Path work) {
    if (work == null) {
      return;
    }
    try (Stream<Path> left = Files.walk(work)) {
      for (Path path : left.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(path);
      }
    } catch (IOException e) {
      LOG.warnf("%s could not be cleared away.", work);
    }
  }
}
