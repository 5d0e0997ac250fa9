package org.sobertally.server.store;

import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;

/**
 * How far the journal had come when the database was last written to the disk, in a small file
 * beside it. A database that was cut off opens as an older one without a word; it is refused here
 * rather than believed.
 */
@ApplicationScoped
public class HighWater {

  /** Before anything is read or written. */
  private static final int FIRST = 1;

  /** Beside the database's own file. */
  public static final String FILE = "tally.mark";

  private static final Logger LOG = Logger.getLogger(HighWater.class);
  private static final String DATABASE = "tally.mv.db";

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
    long wanted = marked();
    if (there < wanted) {
      throw new IllegalStateException(
          ("The database in %s ends with entry %d of its journal and once had %d: it was cut off, or"
                  + " is an older copy. Restore a backup into an empty folder. If the older state"
                  + " is what you want, delete %s and start again.")
              .formatted(folder, there, wanted, folder.resolve(FILE)));
    }
    reached(there);
  }

  /** What people's passwords and tokens hash to is nobody's but the owner's to read. */
  private void keepToOwner() {
    for (String name : new String[] {DATABASE, "tally.trace.db"}) {
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

  private long marked() throws IOException {
    Path file = folder.resolve(FILE);
    if (!Files.exists(file)) {
      return 0;
    }
    String text = Files.readString(file, StandardCharsets.UTF_8).strip();
    // A mark that was being written when the power went says nothing.
    return text.matches("\\d{1,18}") ? Long.parseLong(text) : 0;
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
      Path fresh = folder.resolve(FILE + ".new");
      Files.writeString(fresh, Long.toString(entries), StandardCharsets.UTF_8);
      Files.move(
          fresh,
          folder.resolve(FILE),
          StandardCopyOption.REPLACE_EXISTING,
          StandardCopyOption.ATOMIC_MOVE);
      reached = entries;
    } catch (IOException e) {
      LOG.warnf("%s could not be written; a database that is cut off may go unnoticed.", FILE);
    }
  }
}
