package org.sobertally.server.slates;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Holding;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;

/** One move on a slate. What it is about depends on its kind; the rest is null. */
@Entity
@Table(name = "slate_move")
class SlateMove {

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

    /** Whether it came to an end, one way or the other. */
    boolean isSettled() {
      return this == CONFIRMED || this == FAILED || this == UNDONE;
    }

    /** Whether what it saves is saved, or may be yet. */
    boolean counts() {
      return this == CONFIRMED || this == SENT || this == PLANNED;
    }
  }

  /** How it is known that a move is done. */
  enum How {
    /** The vendor was read and shows it. */
    READ_BACK,
    /** Somebody says that they made the change at the vendor. */
    SAID,
    /** An intake shows it. */
    INTAKE,
    /** It is written down here, and no vendor was asked for anything. */
    NOTED
  }

  @Id String id;
  String slate;
  int place;

  @Enumerated(EnumType.STRING)
  MoveKind kind;

  @Enumerated(EnumType.STRING)
  State state;

  String holding;
  String account;
  String person;
  String vendor;

  /** The plan and the subscription of the holding, or of the seats that are about to move. */
  String plan;

  String line;

  /** The subscription that a switch goes to. */
  @Column(name = "to_line")
  String toLine;

  /** What becomes of the data of an account that is deleted. */
  @Enumerated(EnumType.STRING)
  Move.DataRoute data;

  @Column(name = "keep_reason")
  String keepReason;

  @Column(name = "keep_until")
  LocalDate keepUntil;

  /** How many; of an account that is put right 1 where it is to hold the plan, else 0. */
  Integer seats;

  /** Whether the account is opened by the move. */
  @Column(name = "new_account")
  boolean newAccount;

  /** How a seat that is handed out comes to its holder; null for by hand. */
  @Enumerated(EnumType.STRING)
  Holding.Method method;

  /** Money a year, below zero where saved, as it was when the slate was sent. */
  BigDecimal yearly;

  @Column(columnDefinition = "char(3)")
  String currency;

  @Column(name = "cash_from")
  LocalDate cashFrom;

  /** The last day on which it can be undone; null where there is no such day. */
  @Column(name = "undo_until")
  LocalDate undoUntil;

  /** The day on which the vendor showed it. */
  @Column(name = "settled_on")
  LocalDate settledOn;

  /** How that is known; null while it is not settled, and of moves from before this was kept. */
  @Enumerated(EnumType.STRING)
  @Column(name = "settled_how")
  How settledHow;

  /** The holding or the keep that it opened. */
  String opened;

  /** The holdings that it ended, a line each. */
  @Column(columnDefinition = "clob")
  String ended;

  /** Why it failed, in the vendor's words. */
  String reason;

  /** As the core knows it. */
  Move core() {
    if (kind.switches()) {
      return new Move.Switch(holding, toLine);
    }
    return switch (kind) {
      case TAKE_BACK -> new Move.TakeBack(holding);
      case HAND_OUT ->
          newAccount ? new Move.HandOut(null, person, line) : new Move.HandOut(account, line);
      case SUSPEND -> new Move.Suspend(account);
      case BRING_BACK -> new Move.BringBack(account);
      case DELETE -> new Move.Delete(account, data);
      case KEEP -> new Move.KeepIt(holding, keepReason, keepUntil);
      case GIVE_BACK -> new Move.GiveBack(line, seats);
      case BUY_MORE -> new Move.BuyMore(line, seats);
      case PUT_RIGHT -> new Move.PutRight(account, plan, seats > 0);
      default -> throw new IllegalStateException("A switch is told above: " + kind);
    };
  }

  /** As one that is alike to no other. */
  SlateStore.Alike alone() {
    return new SlateStore.Alike(
        slate,
        state,
        kind,
        plan,
        toLine,
        vendor,
        seats,
        keepUntil,
        cashFrom,
        currency,
        settledHow,
        1,
        yearly);
  }

  /** Whether a vendor is asked for something. */
  boolean callsVendor() {
    return kind != MoveKind.KEEP && !kind.ofQuantity();
  }

  /** Whether it is about the login as a whole and not about one seat. */
  boolean ofLogin() {
    return kind == MoveKind.SUSPEND || kind == MoveKind.BRING_BACK || kind == MoveKind.DELETE;
  }

  List<String> endedHoldings() {
    return ended == null || ended.isEmpty() ? List.of() : Arrays.asList(ended.split("\n"));
  }

  /**
   * From now on it stands so.
   *
   * @throws IllegalStateException if nothing that stands as it does may become that
   */
  void become(State next) {
    state = Life.MOVE.step(state, next);
  }
}
