package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.slates.moves.NotedMoveType;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.time.TallyClock;

/** Settles the moves that no vendor is asked for. */
@ApplicationScoped
class MovesWithoutCall {

  private final TallyClock clock;

  MovesWithoutCall(TallyClock clock) {
    this.clock = clock;
  }

  void settle(NotedMoveType type, Books.Change change, SlateMove move, Slate slate, String actor) {
    move.become(SlateMove.State.CONFIRMED);
    move.settledOn = clock.today();
    move.settledHow = SlateMove.How.NOTED;
    type.settle(change, move, slate.author, actor);
  }

  void undo(NotedMoveType type, Books.Change change, SlateMove move, String actor) {
    move.become(SlateMove.State.UNDONE);
    type.withdraw(change, move, actor);
  }
}
