package org.sobertally.server.slates;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.words.Words;
import org.sobertally.server.http.Problem;

/** Whether a confirmed move can be undone. */
final class Undo {

  private Undo() {}

  /** Whether it could be at all, looked at without counting seats. */
  static boolean possible(Book book, SlateMove move, LocalDate today) {
    if (move.state != SlateMove.State.CONFIRMED) {
      return false;
    }
    boolean late = move.undoUntil != null && today.isAfter(move.undoUntil);
    boolean reusable =
        !book.vendors().has(move.vendor) || book.vendors().byId(move.vendor).reusable();
    return switch (move.kind) {
      case BUY_MORE, PUT_RIGHT -> false;
      case GIVE_BACK -> today.isBefore(move.cashFrom);
      case DELETE -> !late && move.undoUntil != null;
      case TAKE_BACK, STEP_DOWN, STEP_UP, SWAP, REST, WAKE -> !late && reusable;
      default -> true;
    };
  }

  /** Says why not, where it cannot. */
  static void require(Book book, SlateMove move, LocalDate today) {
    if (move.state != SlateMove.State.CONFIRMED) {
      throw Problem.conflict(
          "Only a confirmed move can be undone; this one is %s.".formatted(move.state));
    }
    if (!possible(book, move, today)) {
      throw Problem.conflict(
          move.undoUntil != null && today.isAfter(move.undoUntil)
              ? "It could be undone until %s.".formatted(Words.day(move.undoUntil))
              : "A move of this kind cannot be undone: the vendor does not hand the seat out again.");
    }
    if (move.callsVendor()) {
      requireSeats(book, move, today);
    }
  }

  /** On the day itself a seat that rests goes back to whom it came from, and nothing rested. */
  private static void requireSeats(Book book, SlateMove move, LocalDate today) {
    List<Move> back =
        switch (move.kind) {
          case TAKE_BACK -> List.of(new Move.HandOut(move.account, move.line));
          case HAND_OUT -> List.of(new Move.TakeBack(move.opened));
          case SUSPEND -> List.of(new Move.BringBack(move.account));
          case BRING_BACK -> List.of(new Move.Suspend(move.account));
          case DELETE -> ofDeleted(book, move);
          default -> List.of(new Move.Switch(move.opened, move.line));
        };
    for (Preview.MovePreview preview : Previewer.of(book, today, back).moves()) {
      for (Remark block : preview.blocks()) {
        boolean expected =
            move.kind == MoveKind.DELETE && block.code() == Remark.Code.NO_ACCOUNT
                || block.code() == Remark.Code.SEAT_RESTING && today.equals(move.settledOn)
                || move.kind == MoveKind.REST && block.code() == Remark.Code.TARGET_SUSPENDED;
        if (!expected) {
          throw Problem.conflict(block.text());
        }
      }
    }
  }

  /** Its seats go out again; that the account is gone until then is no surprise. */
  private static List<Move> ofDeleted(Book book, SlateMove move) {
    Account account = book.accounts().byId(move.account);
    return move.endedHoldings().stream()
        .map(holding -> book.holding(book.holdings().numberOf(holding)).line())
        .<Move>map(line -> new Move.HandOut(account.id(), line))
        .toList();
  }
}
