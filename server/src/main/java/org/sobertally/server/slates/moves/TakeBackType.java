package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.vendors.AccountTarget;

/** A seat comes back. */
@ApplicationScoped
class TakeBackType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.TAKE_BACK);
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    return resolver.seat(request, move);
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.TakeBack(move.holding());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "%s %s".formatted(move.kind.words(), MoveWords.plan(book, move.plan()));
  }

  @Override
  public int seatsBack(SlateMove move) {
    return 1;
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    return AccountTarget.ofSeats(move.account(), Set.of(), Set.of(move.plan()));
  }

  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    return AccountTarget.ofSeats(move.account(), Set.of(move.plan()), Set.of());
  }

  @Override
  public void apply(MoveEffects effects) {
    effects.end(effects.move().holding());
  }

  @Override
  public void revert(MoveEffects effects) {
    effects.reopen();
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return Undo.inTime(move, today) && Undo.reusable(book, move);
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    return List.of(new Move.HandOut(move.account(), move.line()));
  }
}
