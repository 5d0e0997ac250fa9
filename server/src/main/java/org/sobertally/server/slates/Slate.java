package org.sobertally.server.slates;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.SignIns;
import org.sobertally.server.slates.moves.Life;

/** A list of moves that is drafted, decided and posted together. */
@Entity
class Slate {

  /** How far a slate has come. */
  enum State {
    DRAFT,
    /** Waits for somebody else's decision. */
    SENT,
    GRANTED,
    REFUSED,
    /** The deadline passed without an answer: nothing happens. */
    LAPSED,
    /** Its moves are on their way to the vendors. */
    POSTED,
    /** Every move was read back. */
    CONFIRMED,
    /** Everything is settled, and at least one move failed. */
    FAILED
  }

  /** Sent, and not ended: what it moves nobody else can. */
  static final Set<State> OPEN = Set.of(State.SENT, State.GRANTED, State.POSTED);

  /** What may become of it. */
  static final Life<State> LIFE =
      new Life<>("slate", State.class)
          .beginsAs(State.DRAFT, State.SENT)
          .from(State.DRAFT, State.SENT)
          .from(State.SENT, State.GRANTED, State.REFUSED, State.LAPSED)
          .from(State.GRANTED, State.POSTED)
          .from(State.POSTED, State.CONFIRMED, State.FAILED)
          // An intake that confirmed moves was taken back.
          .from(State.CONFIRMED, State.POSTED)
          .from(State.FAILED, State.POSTED);

  @Id String id;
  @Version int version;

  @Enumerated(EnumType.STRING)
  State state;

  String author;

  /** Behind whom the author acted, a line each; see {@link SignIns#behind}. */
  @Column(name = "author_behind")
  @Nullable String authorBehind;

  Instant created;
  @Nullable LocalDate deadline;
  @Nullable Instant sent;
  @Nullable String note;
  @Nullable String decider;
  @Nullable Instant decided;
  @Nullable String reason;
  @Nullable Instant posted;

  /** Whether somebody can still decide it on the day. */
  boolean waitsOn(LocalDate day) {
    return state == State.SENT && deadline != null && !deadline.isBefore(day);
  }

  /**
   * From now on it stands so.
   *
   * @throws IllegalStateException if nothing that stands as it does may become that
   */
  void become(State next) {
    state = LIFE.step(state, next);
  }
}
