package org.sobertally.server.rounds;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A seat that a round is about, with the evidence as it was when it was gathered. */
@Entity
@Table(name = "round_item")
class RoundItem {

  /** What becomes of it. */
  enum State {
    /** Its holder may still answer. */
    ASKED,
    /** Nobody can be asked: it goes to the decision as it is. */
    NOT_ASKED,
    /** Its holder needs it: it is kept. */
    KEPT,
    /** On a slate that waits for its decision. */
    PROPOSED,
    /** The decider did not grant it. */
    DECLINED,
    /** On its way to the vendor. */
    POSTED,
    /** It came back. */
    TAKEN_BACK,
    /** It could not be taken back, or did not need to be; the reason says why. */
    LEFT_OUT
  }

  /** What its holder said. */
  enum Answer {
    KEEP,
    TAKE
  }

  @Id String id;
  String round;
  String holding;
  String account;
  @Nullable String person;
  String name;
  String plan;
  String line;

  /** Kinds of finding, separated by blanks. */
  String kinds;

  String why;

  @Column(name = "last_used")
  @Nullable LocalDate lastUsed;

  /** What it costs a year. */
  BigDecimal yearly;

  @Column(columnDefinition = "char(3)")
  @JdbcTypeCode(SqlTypes.CHAR)
  String currency;

  @Enumerated(EnumType.STRING)
  State state;

  @Enumerated(EnumType.STRING)
  @Nullable Answer answer;

  @Nullable Instant answered;
  @Nullable String reason;

  /** The keep that the answer became. */
  @Nullable String keep;

  @Nullable String slate;

  /** The day on which the account got a seat of the plan again. */
  @Column(name = "came_back")
  @Nullable LocalDate cameBack;

  /** The day on which it came back. */
  @Column(name = "taken_back")
  @Nullable LocalDate takenBack;

  /** Whether nothing was decided of it yet. */
  boolean waitsForAnswers() {
    return state == State.ASKED || state == State.NOT_ASKED;
  }

  /** Where its holder has not answered yet, nothing becomes of it. */
  void leaveOutIfAsked(String why) {
    if (waitsForAnswers()) {
      state = State.LEFT_OUT;
      reason = why;
    }
  }
}
