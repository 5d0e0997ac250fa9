package org.sobertally.server.findings;

import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.MovesToCover;

/** Moves toward covers, as they can be put on a slate. */
final class CoverMoves {

  /**
   * @param notSold names of plans that would do and that no subscription sells yet
   */
  record Way(List<CoverMove> moves, List<String> notSold) {}

  private final Book book;
  private final MovesToCover toward;

  CoverMoves(Covers covers) {
    book = covers.needs().states().book();
    toward = MovesToCover.of(covers);
  }

  /** To the n-th cover. */
  Way to(int n) {
    MovesToCover.Steps steps = toward.to(n);
    return new Way(
        steps.moves().stream().map(this::shown).toList(),
        steps.notSold().stream().map(plan -> book.plans().byId(plan).name()).toList());
  }

  private CoverMove shown(Move move) {
    MoveKind kind = move.kind(book);
    if (move instanceof Move.Switch change) {
      return new CoverMove(kind, change.holding(), null, change.line());
    } else if (move instanceof Move.HandOut out) {
      return new CoverMove(kind, null, out.account(), out.line());
    }
    return CoverMove.takeBack(((Move.TakeBack) move).holding());
  }
}
