package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.vendors.AccountTarget;

/** A seat goes out. */
@ApplicationScoped
class HandOutType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return Set.of(MoveKind.HAND_OUT);
  }

  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    String line = resolver.lineAsked(request);
    if (line == null) {
      return false;
    }
    resolver.line(move, line);
    Book book = resolver.book;
    if (book.plans().byId(move.plan()).model() == PlanModel.FLOATING) {
      return resolver.fault(
          "plan", move.plan(), "Nobody holds a seat of a pool. Set one aside there.");
    }
    return rule(request, resolver, move) && who(request, resolver, move);
  }

  private static boolean rule(MoveRequest request, MoveResolver resolver, SlateMove move) {
    if (request.rule() == null) {
      return true;
    }
    boolean fits =
        resolver.book.standingRules().stream()
            .anyMatch(rule -> rule.id().equals(request.rule()) && rule.plan().equals(move.plan()));
    if (!fits) {
      return resolver.fault("rule", request.rule(), "There is no such rule for this plan.");
    }
    move.method = Holding.Method.RULE;
    return true;
  }

  private static boolean who(MoveRequest request, MoveResolver resolver, SlateMove move) {
    if (request.account() != null) {
      if (!resolver.isAccount(request.account())) {
        return resolver.fault("account", request.account(), "There is no account of this id.");
      }
      move.account = request.account();
      move.person = resolver.book.accounts().byId(request.account()).person();
      return true;
    }
    if (request.person() == null) {
      return resolver.fault("person", null, "Name a person or an account.");
    }
    if (!resolver.isPerson(request.person())) {
      return resolver.fault("person", request.person(), "There is no person of this id.");
    }
    move.person = request.person();
    move.account = resolver.accountOf(request.person(), move.vendor);
    move.newAccount = move.account == null;
    return true;
  }

  @Override
  public Move toCore(SlateMove move) {
    return move.newAccount
        ? new Move.HandOut(null, move.person, move.line())
        : new Move.HandOut(move.account(), move.line());
  }

  @Override
  public String words(Book book, SlateMove move) {
    return "%s %s".formatted(move.kind.words(), MoveWords.plan(book, move.plan()));
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    return move.newAccount
        ? new AccountTarget(
            move.account(),
            book.people().byId(move.person()).email(),
            true,
            null,
            Set.of(move.plan()),
            Set.of())
        : AccountTarget.ofSeats(move.account(), Set.of(move.plan()), Set.of());
  }

  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    return AccountTarget.ofSeats(move.account(), Set.of(), Set.of(move.plan()));
  }

  @Override
  public void apply(MoveEffects effects) {
    effects.addAccount();
    effects.open(effects.move().line());
  }

  @Override
  public void revert(MoveEffects effects) {
    effects.endOpened();
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return true;
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    return List.of(new Move.TakeBack(move.opened()));
  }
}
