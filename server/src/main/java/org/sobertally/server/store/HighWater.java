package org.sobertally.server.store;

import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;

/**
 * Keeps the {@link JournalMark} beside the database, and asks it once the database is open: one
 * that was cut off opens as an older one without a word. {@link DatabaseFile} asks before anything
 * is written; this is for those who start the application in another way.
 */
@ApplicationScoped
public class HighWater {

  /** Before anything is read or written. */
  private static final int FIRST = 1;

  private static final Logger LOG = Logger.getLogger(HighWater.class);

  private final DataSource database;
  private final Path folder;
  private final boolean onDisk;
  private long reached;

  HighWater(
      DataSource database,
      @ConfigProperty(name = "sober.tally.data") Path folder,
      @ConfigProperty(name = "quarkus.datasource.jdbc.url") String url) {
    this.database = database;
    this.folder = folder;
    this.onDisk = url.startsWith("jdbc:h2:file:");
  }

  void onStart(@Observes @Priority(FIRST) StartupEvent event) throws SQLException, IOException {
    if (!onDisk) {
      return;
    }
    keepToOwner();
    long there;
    try (Connection connection = database.getConnection()) {
      there = entries(connection);
    }
    String whyNot = JournalMark.whyNot(folder, there);
    if (whyNot != null) {
      throw new IllegalStateException(whyNot);
    }
    reached(there);
  }

  /** What people's passwords and tokens hash to is nobody's but the owner's to read. */
  private void keepToOwner() {
    for (String name : new String[] {DatabaseFile.NAME, "tally.trace.db"}) {
      Path file = folder.resolve(name);
      try {
        if (Files.exists(file)) {
          Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
        }
      } catch (UnsupportedOperationException e) {
        return;
      } catch (IOException e) {
        LOG.warnf("The rights of %s could not be narrowed to its owner.", file);
      }
    }
  }

  /** How many entries the journal has. */
  static long entries(Connection connection) throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet head = statement.executeQuery("select seq from journal_head where id = 1")) {
      return head.next() ? head.getLong(1) : 0;
    }
  }

  /** So many entries are on the disk for good. */
  synchronized void reached(long entries) {
    if (!onDisk || entries <= reached) {
      return;
    }
    try {
      JournalMark.write(folder, entries);
      reached = entries;
    } catch (IOException e) {
      LOG.warnf(
          "%s could not be written; a database that is cut off may go unnoticed.",
          JournalMark.NAME);
    }
  }
}
