package org.sobertally.server.book.store;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Session;

/**
 * Sessions as they are stored, within the caller's transaction. They come by the hundred a second,
 * so they are written without looking at their rows first; the host of each is known here only.
 */
@ApplicationScoped
public class SessionStore {

  private final EntityManager entities;

  SessionStore(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * A session that goes on.
   *
   * @param host where; null where that is not told
   */
  public record Open(Session session, String host) {}

  /** The session of that id, or null. */
  public @Nullable Session find(String id) {
    List<Object[]> rows =
        rows(
            entities
                .createNativeQuery(
                    """
                    select "ACCOUNT", "PLAN", "STARTED", "ENDED" from book_sessions
                    where "SESSION" = :session
                    """,
                    Object[].class)
                .setParameter("session", id));
    if (rows.isEmpty()) {
      return null;
    }
    Object[] row = rows.get(0);
    return new Session(id, (String) row[0], (String) row[1], instant(row[2]), instant(row[3]));
  }

  @SuppressWarnings("unchecked")
  private static List<Object[]> rows(Query query) {
    return query.getResultList();
  }

  /** Who is in the pool, in the order in which they came. */
  public List<Open> open(String plan, Instant now) {
    List<Object[]> rows =
        rows(
            entities
                .createNativeQuery(
                    """
                    select "SESSION", "ACCOUNT", "STARTED", "HOST" from book_sessions
                    where "PLAN" = :plan and "ENDED" is null and "STARTED" <= :now
                    order by "STARTED", "SESSION"
                    """,
                    Object[].class)
                .setParameter("plan", plan)
                .setParameter("now", now.atOffset(ZoneOffset.UTC)));
    return rows.stream()
        .map(
            row ->
                new Open(
                    new Session((String) row[0], (String) row[1], plan, instant(row[2]), null),
                    (String) row[3]))
        .toList();
  }

  private static Instant instant(Object value) {
    return value instanceof OffsetDateTime time ? time.toInstant() : (Instant) value;
  }

  /**
   * Stores a session that is new or has ended.
   *
   * @param host null leaves it as it is
   */
  public void save(Session session, @Nullable String host) {
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
