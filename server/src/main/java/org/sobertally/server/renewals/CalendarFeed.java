package org.sobertally.server.renewals;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** An address by which somebody's calendar program reads the days of renewals. */
@Entity
@Table(name = "calendar_feed")
class CalendarFeed {
  @Id String id;
  String login;

  /** ALL, or OWN for the agreements that they look after. */
  String scope;

  LocalDate made;
}
