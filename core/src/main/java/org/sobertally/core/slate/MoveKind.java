package org.sobertally.core.slate;

import java.util.Objects;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;

/** What a move is called. */
public enum MoveKind {
  TAKE_BACK("take back"),
  HAND_OUT("hand out"),
  STEP_DOWN("step down"),
  STEP_UP("step up"),
  SWAP("swap"),
  REST("rest"),
  WAKE("wake"),
  SUSPEND("suspend"),
  BRING_BACK("bring back"),
  DELETE("delete"),
  KEEP("keep"),
  GIVE_BACK("give back to the vendor"),
  BUY_MORE("buy more"),
  PUT_RIGHT("put right");

  private final String words;

  MoveKind(String words) {
    this.words = words;
  }

  /** As a sentence says it. */
  public String words() {
    return words;
  }

  /** Whether the holder gives one seat up for another. */
  public boolean switches() {
    return this == STEP_DOWN || this == STEP_UP || this == SWAP || this == REST || this == WAKE;
  }

  /** Whether it changes how much is bought, and nothing at any account. */
  public boolean ofQuantity() {
    return this == GIVE_BACK || this == BUY_MORE;
  }

  /**
   * What changing from one plan to the other is: to the plan that keeps the data while nobody works
   * a rest, from it a wake, along a ladder a step, anything else a swap.
   */
  public static MoveKind between(Plan from, Plan to) {
    if (to.model() == PlanModel.RESTING) {
      return REST;
    }
    if (from.model() == PlanModel.RESTING) {
      return WAKE;
    }
    boolean ladder = from.ladder() != null && Objects.equals(from.ladder(), to.ladder());
    if (!ladder || from.rank() == null || to.rank() == null || from.rank().equals(to.rank())) {
      return SWAP;
    }
    return to.rank() < from.rank() ? STEP_DOWN : STEP_UP;
  }

  /** What the move is called in this book; a switch of a holding that is not known is a swap. */
  public static MoveKind of(Book book, Move move) {
    if (move instanceof Move.Switch change) {
      int h = book.holdings().numberOf(change.holding());
      int line = book.lines().numberOf(change.line());
      return h < 0 || line < 0
          ? SWAP
          : between(book.planOfLine(book.holdings().line(h)), book.planOfLine(line));
    }
    if (move instanceof Move.TakeBack) {
      return TAKE_BACK;
    } else if (move instanceof Move.HandOut) {
      return HAND_OUT;
    } else if (move instanceof Move.Suspend) {
      return SUSPEND;
    } else if (move instanceof Move.BringBack) {
      return BRING_BACK;
    } else if (move instanceof Move.Delete) {
      return DELETE;
    } else if (move instanceof Move.KeepIt) {
      return KEEP;
    } else if (move instanceof Move.PutRight) {
      return PUT_RIGHT;
    }
    return move instanceof Move.GiveBack ? GIVE_BACK : BUY_MORE;
  }
}
