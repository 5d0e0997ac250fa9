package org.sobertally.server.slates.moves;

import java.time.LocalDate;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;

/**
 * What the application knows of moves of a kind: how one is asked for, told and taken back. A bean;
 * {@link MoveTypes} finds it by its kinds.
 */
public sealed interface MoveType permits VendorMoveType, NotedMoveType {

  Set<MoveKind> kinds();

  /**
   * Finds out what the request means and writes it on the move, whose kind is set.
   *
   * @return whether it was understood; where not, the resolver has a fault of it
   */
  boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move);

  /** As the core knows it. */
  Move toCore(SlateMove move);

  /** As a line of the tape, such as "step down Opus → Letter". */
  String words(Book book, SlateMove move);

  /** Whether it could be undone once it is confirmed, looked at without counting seats. */
  boolean undoable(Book book, SlateMove move, LocalDate today);

  /** How many seats come back by it. */
  default int seatsBack(SlateMove move) {
    return 0;
  }

  /** Whether it is about the login as a whole and not about one seat. */
  default boolean ofLogin() {
    return false;
  }
}
