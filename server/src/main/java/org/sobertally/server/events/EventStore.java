package org.sobertally.server.events;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is remembered of events besides what they tell the book. */
@ApplicationScoped
class EventStore {

  private final EntityManager entities;

  EventStore(EntityManager entities) {
    this.entities = entities;
  }

  /** Remembers the event; false where it is remembered already. */
  boolean isNew(String source, String id, Instant taken) {
    Long seen =
        (Long)
            entities
                .createNativeQuery(
                    "select count(*) from event_seen where source = :source and id = :id",
                    Long.class)
                .setParameter("source", source)
                .setParameter("id", id)
                .getSingleResult();
    if (seen > 0) {
      return false;
    }
    entities
        .createNativeQuery(
            "insert into event_seen (source, id, taken) values (:source, :id, :taken)")
        .setParameter("source", source)
        .setParameter("id", id)
        .setParameter("taken", taken)
        .executeUpdate();
    return true;
  }

  /** Keeps an end until the session's start is told. */
  void keepEnd(String session, Instant end) {
    entities
        .createNativeQuery(
            """
            merge into session_end (session, ended) key (session) values (:session, :ended)
            """)
        .setParameter("session", session)
        .setParameter("ended", end)
        .executeUpdate();
  }

  /** The end that was told before the session's start; it is kept no longer. */
  @Nullable Instant takeEnd(String session) {
    List<?> found =
        entities
            .createNativeQuery(
                "select ended from session_end where session = :session", Instant.class)
            .setParameter("session", session)
            .getResultList();
    entities
        .createNativeQuery("delete from session_end where session = :session")
        .setParameter("session", session)
        .executeUpdate();
    return found.isEmpty() ? null : (Instant) found.get(0);
  }

  void addRefused(String plan, String account, Instant at) {
    entities
        .createNativeQuery(
            "insert into pool_refused (plan, account, happened) values (:plan, :account, :time)")
        .setParameter("plan", plan)
        .setParameter("account", account)
        .setParameter("time", at)
        .executeUpdate();
  }
}
