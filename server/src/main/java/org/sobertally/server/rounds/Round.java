package org.sobertally.server.rounds;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** One run of a sweep. */
@Entity
@Table(name = "round")
class Round {

  /** How far a round has come. */
  enum State {
    /** The list is frozen; the letters to its holders are being written. */
    GATHERED,
    /** Holders may say that they need their seat. */
    ASKING,
    /** Its slates wait for somebody's yes or no. */
    DECIDING,
    /** Its moves are on their way. */
    POSTING,
    /** Everything is settled; who comes back is counted for 30 days. */
    DONE,
    /** Nothing was found, or nothing was left to be taken back. */
    NOTHING,
    /** Nobody decided in time, or the answer was no: nothing happens. */
    NOT_GRANTED,
    /** The next one began before its questions were answered. */
    OVERTAKEN;

    static final Set<State> OPEN = Set.of(GATHERED, ASKING, DECIDING, POSTING);
  }

  @Id String id;
  int number;

  @Column(name = "round_plan")
  String plan;

  String name;
  String owner;

  @Enumerated(EnumType.STRING)
  State state;

  Instant gathered;

  /** The last day on which holders may answer. */
  @Column(name = "ask_until")
  LocalDate askUntil;

  /** The last day on which it can be decided. */
  @Column(name = "decide_until")
  LocalDate decideUntil;

  @Nullable Instant closed;
  @Nullable String outcome;

  void close(State how, String said, Instant now) {
    state = how;
    closed = now;
    outcome = said;
  }
}
