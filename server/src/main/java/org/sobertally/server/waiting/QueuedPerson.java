package org.sobertally.server.waiting;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** One person who asked for a seat of one plan. */
@Entity
@Table(name = "seat_queue")
class QueuedPerson {
  @Id String id;
  String plan;
  String person;
  Instant since;

  /** The login of whoever put them there, or that they asked by a link. */
  @Column(name = "asked_by")
  String askedBy;
}
