package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.vendors.AccountTarget;

/** An account can no longer be signed in to. */
@ApplicationScoped
class SuspendType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.SUSPEND);
  }

  @Override
  public boolean ofLogin() {
    return true;
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    return resolver.login(request, move);
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.Suspend(move.account());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "%s at %s".formatted(move.kind.words(), MoveWords.vendor(book, move));
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    return AccountTarget.ofLogin(move.account(), false);
  }

  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    return AccountTarget.ofLogin(move.account(), true);
  }

  @Override
  public void apply(MoveEffects effects) {
    effects.setState(Account.State.SUSPENDED);
  }

  @Override
  public void revert(MoveEffects effects) {
    effects.setState(Account.State.ACTIVE);
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return true;
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    return List.of(new Move.BringBack(move.account()));
  }
}
