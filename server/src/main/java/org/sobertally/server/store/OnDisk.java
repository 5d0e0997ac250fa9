package org.sobertally.server.store;

import jakarta.enterprise.context.ApplicationScoped;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.jboss.logging.Logger;

/**
 * Has what was committed really written to the disk, so that a power cut does not undo what
 * somebody was told. A commit alone hands it to the operating system, which survives a kill but not
 * that. Those who ask at the same time share one writing.
 */
@ApplicationScoped
public class OnDisk {

  private static final Logger LOG = Logger.getLogger(OnDisk.class);

  private final DataSource database;
  private final HighWater highWater;
  private final boolean forced;
  private final AtomicLong asked = new AtomicLong();
  private final AtomicLong written = new AtomicLong();
  private final AtomicLong writings = new AtomicLong();

  OnDisk(
      DataSource database,
      HighWater highWater,
      @ConfigProperty(name = "sober.force-writes") boolean forced) {
    this.database = database;
    this.highWater = highWater;
    this.forced = forced;
  }

  /**
   * Returns once everything that was committed before is on the disk. To be called outside
   * transactions.
   */
  public void force() {
    if (!forced) {
      return;
    }
    long mine = asked.incrementAndGet();
    synchronized (this) {
      if (written.get() < mine) {
        long upTo = asked.get();
        write();
        written.set(upTo);
      }
    }
  }

  /** How often the disk was written to so far. */
  public long writings() {
    return writings.get();
  }

  private void write() {
    try (Connection connection = database.getConnection();
        Statement statement = connection.createStatement()) {
      long entries = HighWater.entries(connection);
      statement.execute("CHECKPOINT SYNC");
      writings.incrementAndGet();
      highWater.reached(entries);
    } catch (SQLException e) {
      LOG.error("The database could not be written to the disk.", e);
      throw new IllegalStateException("The database could not be written to the disk.", e);
    }
  }
}
