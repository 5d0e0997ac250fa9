package org.sobertally.server.findings;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.MovesToCover;
import org.sobertally.server.slates.BlockedSeats;

/** Moves toward covers, as they can be put on a slate. */
final class CoverMoves {

  /**
   * @param notSold names of plans that would do and that no subscription sells yet
   * @param blocked why one of the moves cannot go today; then there are none, for part of them
   *     would leave something else than the cover
   */
  record Way(List<CoverMove> moves, List<String> notSold, @Nullable String blocked) {}

  private final Book book;
  private final MovesToCover toward;
  private final BlockedSeats.Today seats;

  CoverMoves(Covers covers, BlockedSeats.Today seats) {
    this.seats = seats;
    book = covers.needs().states().book();
    toward = MovesToCover.of(covers);
  }

  /** To the n-th cover. */
  Way to(int n) {
    MovesToCover.Steps steps = toward.to(n);
    List<CoverMove> moves = steps.moves().stream().map(this::shown).toList();
    String blocked =
        moves.stream().map(this::blocked).filter(Objects::nonNull).findFirst().orElse(null);
    return new Way(
        blocked == null ? moves : List.of(),
        steps.notSold().stream().map(plan -> book.plans().byId(plan).name()).toList(),
        blocked);
  }

  /** Why the move cannot go today; null where it can, or where only the slate will say. */
  @Nullable String blocked(CoverMove move) {
    if (move.holding() == null) {
      return null;
    }
    int h = book.holdings().numberOf(move.holding());
    return move.kind() == MoveKind.TAKE_BACK ? seats.takingBack(h) : seats.changing(h);
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
