package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Remark;
import org.sobertally.server.vendors.AccountTarget;

/** An account goes, and its seats come back. */
@ApplicationScoped
class DeleteType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.DELETE);
  }

  @Override
  public boolean ofLogin() {
    return true;
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    move.data = request.data();
    return resolver.login(request, move);
  }

  @Override
  public Move toCore(SlateMove move) {
    return new Move.Delete(move.account(), move.data);
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "%s at %s".formatted(move.kind.words(), MoveWords.vendor(book, move));
  }

  @Override
  public int seatsBack(SlateMove move) {
    return move.seatsHeld == null ? 0 : move.seatsHeld;
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    return AccountTarget.gone(move.account());
  }

  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    Set<String> plans = new TreeSet<>();
    for (String line : endedLines(book, move)) {
      plans.add(book.lines().byId(line).plan());
    }
    String email = book.accounts().byId(move.account()).email();
    return new AccountTarget(move.account(), email, true, true, plans, Set.of());
  }

  private static List<String> endedLines(Book book, SlateMove move) {
    return move.endedHoldings().stream()
        .map(holding -> book.holding(book.holdings().numberOf(holding)).line())
        .toList();
  }

  @Override
  public void apply(MoveEffects effects) {
    effects.delete();
  }

  @Override
  public void revert(MoveEffects effects) {
    effects.setState(Account.State.ACTIVE);
    effects.reopen();
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return move.undoUntil != null && Undo.inTime(move, today);
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    return endedLines(book, move).stream()
        .<Move>map(line -> new Move.HandOut(move.account(), line))
        .toList();
  }

  /** Its seats go out again; that the account is gone until then is no surprise. */
  @Override
  public boolean expectedOfUndo(Remark block, SlateMove move, LocalDate today) {
    return VendorMoveType.super.expectedOfUndo(block, move, today)
        || block.code() == Remark.Code.NO_ACCOUNT;
  }

  /** What is to go may be gone from the book already. */
  @Override
  public boolean needsBook(Book book, SlateMove move, boolean undoes) {
    return undoes || book.accounts().has(move.account());
  }
}
