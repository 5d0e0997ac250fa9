package org.sobertally.server.slates.moves;

import org.sobertally.server.book.store.Books;

/** Moves for which nobody is asked: they are written down here, and done. */
public non-sealed interface NotedMoveType extends MoveType {

  /**
   * Writes it into the book and the journal.
   *
   * @param author whose slate it is
   * @param actor who posted it
   */
  void settle(Books.Change change, SlateMove move, String author, String actor);

  /** Takes it back. */
  void withdraw(Books.Change change, SlateMove move, String actor);
}
