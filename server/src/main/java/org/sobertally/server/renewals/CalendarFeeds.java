package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Addresses of calendars, within the caller's transaction. */
@ApplicationScoped
class CalendarFeeds {

  private final EntityManager entities;

  CalendarFeeds(EntityManager entities) {
    this.entities = entities;
  }

  List<CalendarFeed> of(String login) {
    return entities
        .createQuery(
            "from CalendarFeed f where f.login = :login order by f.scope", CalendarFeed.class)
        .setParameter("login", login)
        .getResultList();
  }

  List<CalendarFeed> all() {
    return entities
        .createQuery("from CalendarFeed f order by f.login, f.scope", CalendarFeed.class)
        .getResultList();
  }

  Optional<CalendarFeed> find(String id) {
    return Optional.ofNullable(entities.find(CalendarFeed.class, id));
  }

  /** In place of the one of that scope that there was. */
  CalendarFeed make(String login, String scope, LocalDate day) {
    entities
        .createQuery("delete from CalendarFeed f where f.login = :login and f.scope = :scope")
        .setParameter("login", login)
        .setParameter("scope", scope)
        .executeUpdate();
    CalendarFeed feed = new CalendarFeed();
    feed.id = UUID.randomUUID().toString();
    feed.login = login;
    feed.scope = scope;
    feed.made = day;
    entities.persist(feed);
    return feed;
  }

  void drop(CalendarFeed feed) {
    entities.remove(feed);
  }
}
