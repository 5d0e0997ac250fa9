package org.sobertally.server.store;

import jakarta.persistence.EntityManager;
import org.hibernate.Session;

/** Reading everything as it was at one moment, whatever others commit meanwhile. */
public final class OneMoment {

  /**
   * The database's snapshot isolation, which JDBC has no name for: all tables are seen as of the
   * first statement. Repeatable reads would see each table as of its own first use.
   */
  private static final int SNAPSHOT = 6;

  private OneMoment() {}

  /** From here to its end the transaction sees one moment. To be called before anything is read. */
  public static void from(EntityManager entities) {
    entities.unwrap(Session.class).doWork(c -> c.setTransactionIsolation(SNAPSHOT));
  }
}
