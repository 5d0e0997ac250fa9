package org.sobertally.server.slates.moves;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.Remark;
import org.sobertally.server.vendors.AccountTarget;

/** Moves for which a vendor is asked. */
public non-sealed interface VendorMoveType extends MoveType {

  /** What the vendor is to show once the move is done. */
  AccountTarget target(Book book, SlateMove move);

  /** What it is to show once the move is undone. */
  AccountTarget undoTarget(Book book, SlateMove move);

  /** The vendor showed it: writes it into the book. */
  void apply(MoveEffects effects);

  /** The vendor shows it undone: writes that into the book. */
  void revert(MoveEffects effects);

  /** The moves that would undo it, to see if they can go. */
  List<Move> undoMoves(Book book, SlateMove move);

  /** Whether a block of such a move is no surprise and no hindrance, the vendor being asked. */
  default boolean expectedOfUndo(Remark block, SlateMove move, LocalDate today) {
    return block.code() == Remark.Code.SEAT_RESTING && today.equals(move.settledOn);
  }

  /** Its turn has come: what was not known when it was planned is written on it. */
  default void ready(Book book, SlateMove move, LocalDate today) {}

  /** Whether no vendor has a programmatic way for it: somebody makes it there. */
  default boolean onlyByHand() {
    return false;
  }

  /** Whether the book must have what the move is about, or else nothing can be written down. */
  default boolean needsBook(Book book, SlateMove move, boolean undoes) {
    return true;
  }
}
