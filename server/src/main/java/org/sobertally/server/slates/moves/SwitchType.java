package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Remark;
import org.sobertally.server.vendors.AccountTarget;

/** One seat is given up for one of another plan. */
@ApplicationScoped
class SwitchType implements VendorMoveType {

  @Override
  public Set<MoveKind> kinds() {
    return EnumSet.of(
        MoveKind.STEP_DOWN, MoveKind.STEP_UP, MoveKind.SWAP, MoveKind.REST, MoveKind.WAKE);
  }

  /** What is asked for by one name may turn out to be another move, which is then said. */
  @Override
  public boolean resolve(MoveRequest request, MoveResolver resolver, SlateMove move) {
    if (request.kind() == MoveKind.WAKE && request.holding() == null && request.account() != null) {
      return wakeLater(request, resolver, move);
    }
    if (!resolver.seat(request, move)) {
      return false;
    }
    String line =
        request.kind() == MoveKind.REST && request.plan() == null && request.line() == null
            ? resolver.restingLine(move.vendor)
            : resolver.lineAsked(request);
    if (line == null) {
      return false;
    }
    move.toLine = line;
    Book book = resolver.book;
    String plan = planOf(book, line);
    MoveKind is = MoveKind.between(book.plans().byId(move.plan()), book.plans().byId(plan));
    if (is != request.kind() && request.kind() != MoveKind.SWAP) {
      String text = "From %s to %s is a %s.";
      return resolver.fault(
          "kind",
          request.kind().name(),
          text.formatted(
              MoveWords.plan(book, move.plan()), MoveWords.plan(book, plan), is.words()));
    }
    move.kind = is;
    return true;
  }

  /** The seat that is to be woken comes to rest by an earlier step: only its account is known. */
  private static boolean wakeLater(MoveRequest request, MoveResolver resolver, SlateMove move) {
    if (!resolver.login(request, move)) {
      return false;
    }
    String line = resolver.lineAsked(request);
    move.seatsHeld = null;
    move.toLine = line;
    return line != null;
  }

  /** The resting seat of the account as it is now, if it has one, is written on the move. */
  private static void findResting(Book book, SlateMove move, LocalDate today) {
    if (move.holding != null) {
      return;
    }
    Move now = new Move.WakeAccount(move.account(), move.toLine()).resolved(book, today);
    int h = book.holdings().numberOf(((Move.Switch) now).holding());
    if (h < 0) {
      return;
    }
    move.holding = book.holdings().id(h);
    move.line = book.lines().get(book.holdings().line(h)).id();
    move.plan = planOf(book, move.line());
  }

  private static String planOf(Book book, String line) {
    return book.lines().byId(line).plan();
  }

  @Override
  public Move toCore(SlateMove move) {
    return move.holding == null
        ? new Move.WakeAccount(move.account(), move.toLine())
        : new Move.Switch(move.holding(), move.toLine());
  }

  @Override
  public void ready(Book book, SlateMove move, LocalDate today) {
    findResting(book, move, today);
  }

  @Override
  public String words(Book book, SlateMove move) {
    if (move.holding == null) {
      return "%s → %s".formatted(move.kind.words(), MoveWords.planOfLine(book, move.toLine()));
    }
    return "%s %s → %s"
        .formatted(
            move.kind.words(),
            MoveWords.plan(book, move.plan()),
            MoveWords.planOfLine(book, move.toLine()));
  }

  @Override
  public int seatsBack(SlateMove move) {
    return 1;
  }

  @Override
  public AccountTarget target(Book book, SlateMove move) {
    return new AccountTarget(
        move.account(),
        null,
        null,
        login(move.kind, false),
        Set.of(planOf(book, move.toLine())),
        Set.of(move.plan()));
  }

  @Override
  public AccountTarget undoTarget(Book book, SlateMove move) {
    return new AccountTarget(
        move.account(),
        null,
        null,
        login(move.kind, true),
        Set.of(move.plan()),
        Set.of(planOf(book, move.toLine())));
  }

  /** Resting shuts the login, waking opens it; a step leaves it as it is. */
  private static @Nullable Boolean login(MoveKind kind, boolean undoing) {
    if (kind != MoveKind.REST && kind != MoveKind.WAKE) {
      return null;
    }
    return kind == MoveKind.WAKE != undoing;
  }

  private static void setLogin(MoveEffects effects, boolean undoing) {
    Boolean open = login(effects.move().kind, undoing);
    if (open != null) {
      effects.setState(open ? Account.State.ACTIVE : Account.State.SUSPENDED);
    }
  }

  @Override
  public void apply(MoveEffects effects) {
    effects.end(effects.move().holding());
    setLogin(effects, false);
    effects.open(effects.move().toLine());
  }

  @Override
  public void revert(MoveEffects effects) {
    effects.endOpened();
    setLogin(effects, true);
    effects.reopen();
  }

  @Override
  public boolean undoable(Book book, SlateMove move, LocalDate today) {
    return Undo.inTime(move, today) && Undo.reusable(book, move);
  }

  @Override
  public List<Move> undoMoves(Book book, SlateMove move) {
    return List.of(new Move.Switch(move.opened(), move.line()));
  }

  /** Who was put to rest is shut out, and let in with the seat. */
  @Override
  public boolean expectedOfUndo(Remark block, SlateMove move, LocalDate today) {
    return VendorMoveType.super.expectedOfUndo(block, move, today)
        || move.kind == MoveKind.REST && block.code() == Remark.Code.TARGET_SUSPENDED;
  }
}
