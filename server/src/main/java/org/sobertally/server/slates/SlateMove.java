package org.sobertally.server.slates;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Set;

/** One move on a slate. */
@Entity
@Table(name = "slate_move")
class SlateMove {

  /** What is to be done. */
  enum Kind {
    TAKE_BACK
  }

  /** How far a move has come. */
  enum State {
    PLANNED,
    /** On its way to the vendor, or done there and not shown yet. */
    SENT,
    /** The vendor was read again and shows the change. */
    CONFIRMED,
    FAILED,
    /** On its way back. */
    UNDOING,
    UNDONE;

    /** While in one of these, no other move of the same account and plan may go. */
    static final Set<State> UNSETTLED = Set.of(SENT, UNDOING);
  }

  @Id String id;
  String slate;
  int place;

  @Enumerated(EnumType.STRING)
  Kind kind;

  @Enumerated(EnumType.STRING)
  State state;

  String holding;
  String account;
  String person;
  String plan;
  String line;

  /** Money a year, below zero where saved, as it was when the slate was sent. */
  BigDecimal yearly;

  @Column(columnDefinition = "char(3)")
  String currency;

  @Column(name = "cash_from")
  LocalDate cashFrom;

  /** The day on which the vendor showed it. */
  @Column(name = "settled_on")
  LocalDate settledOn;

  /** The holding that an undo opened: the same where no day had passed, else a new one. */
  String reopened;

  /** Why it failed, in the vendor's words. */
  String reason;
}
