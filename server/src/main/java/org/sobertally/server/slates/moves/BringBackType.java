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

/** A suspended or deleted account can be signed in to again. */
@ApplicationScoped
class BringBackType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.BRING_BACK);
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
    return new Move.BringBack(move.account());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "%s at %s".formatted(move.kind.words(), MoveWords.vendor(book, move));
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    String email = book.accounts().byId(move.account()).email();
    return new AccountTarget(move.account(), email, true, true, Set.of(), Set.of());
  }

  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    return AccountTarget.ofLogin(move.account(), false);
  }

  @Override
  public void apply(MoveEffects effects) {
    effects.setState(Account.State.ACTIVE);
  }

  @Override
  public void revert(MoveEffects effects) {
    effects.setState(Account.State.SUSPENDED);
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return true;
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    return List.of(new Move.Suspend(move.account()));
  }
}
