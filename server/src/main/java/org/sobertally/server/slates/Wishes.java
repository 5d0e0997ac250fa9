package org.sobertally.server.slates;

import java.util.Set;
import java.util.TreeSet;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.vendors.AccountTarget;

/** What the vendor is to show once a move is done, and once it is undone. */
final class Wishes {

  private Wishes() {}

  static AccountTarget todo(Book book, SlateMove move) {
    if (move.kind.switches()) {
      return new AccountTarget(
          move.account,
          null,
          null,
          login(move.kind, false),
          Set.of(planOf(book, move.toLine)),
          Set.of(move.plan));
    }
    return switch (move.kind) {
      case TAKE_BACK -> AccountTarget.ofSeats(move.account, Set.of(), Set.of(move.plan));
      case HAND_OUT ->
          move.newAccount
              ? new AccountTarget(
                  move.account,
                  book.people().byId(move.person).email(),
                  true,
                  null,
                  Set.of(move.plan),
                  Set.of())
              : AccountTarget.ofSeats(move.account, Set.of(move.plan), Set.of());
      case SUSPEND -> AccountTarget.ofLogin(move.account, false);
      case BRING_BACK ->
          new AccountTarget(
              move.account,
              book.accounts().byId(move.account).email(),
              true,
              true,
              Set.of(),
              Set.of());
      case DELETE -> AccountTarget.gone(move.account);
      case PUT_RIGHT ->
          move.seats > 0
              ? new AccountTarget(
                  move.account,
                  book.accounts().byId(move.account).email(),
                  true,
                  null,
                  Set.of(move.plan),
                  Set.of())
              : AccountTarget.ofSeats(move.account, Set.of(), Set.of(move.plan));
      default -> throw new IllegalStateException("No vendor is asked for a " + move.kind);
    };
  }

  static AccountTarget undone(Book book, SlateMove move) {
    if (move.kind.switches()) {
      return new AccountTarget(
          move.account,
          null,
          null,
          login(move.kind, true),
          Set.of(move.plan),
          Set.of(planOf(book, move.toLine)));
    }
    return switch (move.kind) {
      case TAKE_BACK -> AccountTarget.ofSeats(move.account, Set.of(move.plan), Set.of());
      case HAND_OUT -> AccountTarget.ofSeats(move.account, Set.of(), Set.of(move.plan));
      case SUSPEND -> AccountTarget.ofLogin(move.account, true);
      case BRING_BACK -> AccountTarget.ofLogin(move.account, false);
      case DELETE ->
          new AccountTarget(
              move.account,
              book.accounts().byId(move.account).email(),
              true,
              true,
              plansOfEnded(book, move),
              Set.of());
      default -> throw new IllegalStateException("No vendor is asked to undo a " + move.kind);
    };
  }

  /** Resting shuts the login, waking opens it; a step leaves it as it is. */
  private static Boolean login(MoveKind kind, boolean undoing) {
    if (kind != MoveKind.REST && kind != MoveKind.WAKE) {
      return null;
    }
    return kind == MoveKind.WAKE != undoing;
  }

  private static String planOf(Book book, String line) {
    return book.lines().byId(line).plan();
  }

  private static Set<String> plansOfEnded(Book book, SlateMove move) {
    Set<String> plans = new TreeSet<>();
    for (String holding : move.endedHoldings()) {
      plans.add(planOf(book, book.holding(book.holdings().numberOf(holding)).line()));
    }
    return plans;
  }
}
