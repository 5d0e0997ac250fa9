package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.time.Days;
import org.sobertally.server.vendors.AccountTarget;

/** The vendor is brought to what the book says of one account and plan. */
@ApplicationScoped
class PutRightType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.PUT_RIGHT);
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    Book book = resolver.book;
    if (request.account() == null || request.plan() == null) {
      return resolver.fault("account", request.account(), "Name the account and the plan.");
    }
    if (!book.plans().has(request.plan())) {
      return resolver.fault("plan", request.plan(), "There is no plan of this id.");
    }
    move.account = request.account();
    move.plan = request.plan();
    move.vendor = book.plans().byId(request.plan()).vendor();
    boolean holds = false;
    if (book.accounts().has(request.account())) {
      move.person = book.accounts().byId(request.account()).person();
      for (int h : book.holdings().ofAccount(book.accounts().require(request.account()))) {
        boolean ofPlan = book.planOfLine(book.holdings().line(h)).id().equals(request.plan());
        holds |= ofPlan && book.holdings().openOn(h, Days.of(resolver.today));
      }
    }
    move.toHold = holds;
    return true;
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.PutRight(move.account(), move.plan(), move.toHold());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "put right: %s %s"
        .formatted(move.toHold() ? "give" : "take", MoveWords.plan(book, move.plan()));
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    if (!move.toHold()) {
      return AccountTarget.ofSeats(move.account(), Set.of(), Set.of(move.plan()));
    }
    String email = book.accounts().byId(move.account()).email();
    return new AccountTarget(move.account(), email, true, null, Set.of(move.plan()), Set.of());
  }

  @Override
  public void apply(MoveEffects effects) {
    // The book said so all along.
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return false;
  }

  /**
   * @throws IllegalStateException always, for it is never undone
   */
  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    throw neverUndone();
  }

  @Override
  public void revert(MoveEffects effects) {
    throw neverUndone();
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    throw neverUndone();
  }

  private static IllegalStateException neverUndone() {
    return new IllegalStateException("What was put right is not put wrong again.");
  }

  /** Nothing of the book is touched. */
  @Override
  public boolean needsBook(Book book, SlateMove move, boolean undoes) {
    return false;
  }
}
