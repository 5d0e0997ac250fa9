package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.words.Words;
import org.sobertally.server.refusal.Refusal;

/** Whether a confirmed move can be undone. */
@ApplicationScoped
public class Undo {

  private final MoveTypes types;

  Undo(MoveTypes types) {
    this.types = types;
  }

  static boolean inTime(SlateMove move, LocalDate today) {
    return move.undoUntil == null || !today.isAfter(move.undoUntil);
  }

  /** Whether the vendor lets a seat that came back go out again. */
  static boolean reusable(Book book, SlateMove move) {
    return !book.vendors().has(move.vendor) || book.vendors().byId(move.vendor).reusable();
  }

  /** Whether it could be at all, looked at without counting seats. */
  public boolean possible(Book book, SlateMove move, LocalDate today) {
    return move.state == SlateMove.State.CONFIRMED && types.of(move).undoable(book, move, today);
  }

  /** Says why not, where it cannot. */
  public void require(Book book, SlateMove move, LocalDate today) {
    if (move.state != SlateMove.State.CONFIRMED) {
      throw Refusal.conflict(
          "Only a confirmed move can be undone; this one is %s.".formatted(move.state));
    }
    if (!possible(book, move, today)) {
      throw Refusal.conflict(
          move.undoUntil != null && !inTime(move, today)
              ? "It could be undone until %s.".formatted(Words.day(move.undoUntil))
              : "A move of this kind cannot be undone: the vendor does not hand the seat out again.");
    }
    if (types.of(move) instanceof VendorMoveType type) {
      requireSeats(type, book, move, today);
    }
  }

  /** On the day itself a seat that rests goes back to whom it came from, and nothing rested. */
  private static void requireSeats(
      VendorMoveType type, Book book, SlateMove move, LocalDate today) {
    for (Preview.MovePreview preview :
        Previewer.of(book, today, type.undoMoves(book, move)).moves()) {
      for (Remark block : preview.blocks()) {
        if (!type.expectedOfUndo(block, move, today)) {
          throw Refusal.conflict(block.text());
        }
      }
    }
  }
}
