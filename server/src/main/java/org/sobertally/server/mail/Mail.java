package org.sobertally.server.mail;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One mail. It is written down before it is sent. */
@Entity
@Table(name = "mail")
class Mail {

  /** How far it has come. */
  enum State {
    /** To be sent, or to be tried again. */
    WAITING,
    SENT,
    /** The mail server would not have it, or could not be reached for too long. */
    GIVEN_UP,
    /** No mail server is set: it is read on the mail page. */
    KEPT
  }

  @Id String id;
  String recipient;
  String subject;

  String body;

  String kind;

  @Enumerated(EnumType.STRING)
  State state;

  int attempts;

  /** By the application's clock. */
  Instant created;

  /** When it is tried next, by the machine's clock. */
  Instant due;

  @Nullable Instant sent;
  @Nullable String answer;
}
