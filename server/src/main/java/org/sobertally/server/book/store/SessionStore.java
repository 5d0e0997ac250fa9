package org.sobertally.server.book.store;

import jakarta.enterprise.context.ApplicationScoped;
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

  private final org.hibernate.Session entities;

  SessionStore(org.hibernate.Session entities) {
    this.entities = entities;
  }

  /**
   * A session that goes on.
   *
   * @param host where; null where that is not told
   */
  public record Open(Session session, @Nullable String host) {}

  /** The session of that id, or null. */
  public @Nullable Session find(String id) {
    return entities
        .createNativeQuery(
            """
            select "SESSION", "ACCOUNT", "PLAN", "STARTED", "ENDED", "HOST" from book_sessions
            where "SESSION" = :session
            """,
            Row.class)
        .setParameter("session", id)
        .getResultList()
        .stream()
        .findFirst()
        .map(Row::session)
        .orElse(null);
  }

  /** Who is in the pool, in the order in which they came. */
  public List<Open> open(String plan, Instant now) {
    return entities
        .createNativeQuery(
            """
            select "SESSION", "ACCOUNT", "PLAN", "STARTED", "ENDED", "HOST" from book_sessions
            where "PLAN" = :plan and "ENDED" is null and "STARTED" <= :now
            order by "STARTED", "SESSION"
            """,
            Row.class)
        .setParameter("plan", plan)
        .setParameter("now", now.atOffset(ZoneOffset.UTC))
        .getResultList()
        .stream()
        .map(row -> new Open(row.session(), row.host()))
        .toList();
  }

  /** A row as the database gives it. */
  record Row(
      String id,
      String account,
      String plan,
      OffsetDateTime started,
      @Nullable OffsetDateTime ended,
      @Nullable String host) {

    Session session() {
      return new Session(
          id, account, plan, started.toInstant(), ended == null ? null : ended.toInstant());
    }
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
