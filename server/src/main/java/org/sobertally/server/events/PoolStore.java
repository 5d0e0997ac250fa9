package org.sobertally.server.events;

import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.sobertally.core.book.Session;

/** Sessions as they are stored. */
final class PoolStore {

  private PoolStore() {}

  /** The session of that id, or null. */
  static Session session(EntityManager entities, String id) {
    List<?> found =
        entities
            .createNativeQuery(
                """
                select "ACCOUNT", "PLAN", "STARTED", "ENDED" from book_sessions
                where "SESSION" = :session
                """)
            .setParameter("session", id)
            .getResultList();
    if (found.isEmpty()) {
      return null;
    }
    Object[] row = (Object[]) found.get(0);
    return new Session(id, (String) row[0], (String) row[1], instant(row[2]), instant(row[3]));
  }

  private static Instant instant(Object value) {
    return value instanceof OffsetDateTime time ? time.toInstant() : (Instant) value;
  }

  /**
   * Stores a session that is new or has ended.
   *
   * @param host null leaves it as it is
   */
  static void save(EntityManager entities, Session session, String host) {
    OffsetDateTime ended =
        session.ended() == null ? null : session.ended().atOffset(ZoneOffset.UTC);
    int changed =
        entities
            .createNativeQuery(
                "update book_sessions set \"ENDED\" = :ended where \"SESSION\" = :session")
            .setParameter("ended", ended)
            .setParameter("session", session.id())
            .executeUpdate();
    if (changed == 0) {
      entities
          .createNativeQuery(
              """
              insert into book_sessions
                ("SESSION", "ACCOUNT", "PLAN", "STARTED", "ENDED", "HOST")
              values (:session, :account, :plan, :started, :ended, :host)
              """)
          .setParameter("session", session.id())
          .setParameter("account", session.account())
          .setParameter("plan", session.plan())
          .setParameter("started", session.started().atOffset(ZoneOffset.UTC))
          .setParameter("ended", ended)
          .setParameter("host", host)
          .executeUpdate();
    }
  }
}
