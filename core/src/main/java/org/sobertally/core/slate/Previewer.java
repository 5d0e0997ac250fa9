package org.sobertally.core.slate;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.slate.Preview.LinePreview;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;

/**
 * Says what moves would do: a pure function of the book, the day and the moves, taken in their
 * order, so that a later move sees the seats that an earlier one freed and is told where the two
 * want the contrary.
 */
public final class Previewer {

  private final Book book;
  private final LocalDate asOf;
  private final Workings at;
  private final LosingSeat losing;
  private final GettingSeat getting;
  private final LoginMoves logins;
  private final Quantities quantities;

  private Previewer(Book book, LocalDate asOf, UseStates whole) {
    this.book = book;
    this.asOf = asOf;
    this.at = new Workings(book, asOf, whole);
    this.losing = new LosingSeat(at);
    this.getting = new GettingSeat(at);
    this.logins = new LoginMoves(at, losing, getting);
    this.quantities = new Quantities(at);
  }

  /** What the moves would do on the day, in their order. */
  public static Preview of(Book book, LocalDate asOf, List<Move> moves) {
    return of(new Previewer(book, asOf, null), moves);
  }

  /**
   * The same, where the states of all holdings are known already: without them those of each
   * subscription are counted that a move is about.
   */
  public static Preview of(UseStates states, List<Move> moves) {
    return of(new Previewer(states.book(), states.asOf(), states), moves);
  }

  private static Preview of(Previewer previewer, List<Move> moves) {
    List<MovePreview> previews = new ArrayList<>();
    for (Move move : moves) {
      previews.add(previewer.preview(move));
    }
    return previewer.sum(previews);
  }

  private MovePreview preview(Move move) {
    if (move instanceof Move.TakeBack takeBack) {
      return takeBack(takeBack);
    } else if (move instanceof Move.HandOut handOut) {
      return handOut(handOut);
    } else if (move instanceof Move.Switch change) {
      return change(change);
    } else if (move instanceof Move.Suspend suspend) {
      return logins.suspend(suspend);
    } else if (move instanceof Move.BringBack bringBack) {
      return logins.bringBack(bringBack);
    } else if (move instanceof Move.Delete delete) {
      return logins.delete(delete);
    } else if (move instanceof Move.KeepIt keep) {
      return logins.keep(keep);
    } else if (move instanceof Move.PutRight putRight) {
      return logins.putRight(putRight);
    } else if (move instanceof Move.GiveBack giveBack) {
      return quantities.giveBack(giveBack);
    }
    return quantities.buyMore((Move.BuyMore) move);
  }

  private MovePreview takeBack(Move.TakeBack move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
    int h = sheet.heldNow(move.holding());
    if (h < 0) {
      return sheet.done();
    }
    int line = book.holdings().line(h);
    losing.block(h, sheet);
    losing.blockLostData(book.holdings().account(h), DataRule.After.TAKEN_BACK, sheet);
    sheet.claim(h, "takes this seat back");
    losing.warn(h, sheet.warnings);
    String vendor = at.vendor(line).id();
    Optional<LocalDate> lost = losing.dataLost(vendor, DataRule.After.TAKEN_BACK, sheet.warnings);
    sheet.undoUntil = lost.map(day -> day.minusDays(1)).orElse(null);
    sheet.undoable = at.vendor(line).reusable();
    boolean replaces = false;
    if (sheet.canGo()) {
      at.take(h);
      replaces = at.replacesHandedOut(line);
    }
    if (!replaces) {
      sheet.money(line, 1);
    }
    return sheet.done();
  }

  private MovePreview handOut(Move.HandOut move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
    int line = book.lines().require(move.line());
    Account account =
        move.account() != null && book.accounts().has(move.account())
            ? book.accounts().byId(move.account())
            : null;
    String person = move.person();
    if (person != null) {
      account = getting.accountOf(person, line);
    } else if (account == null) {
      sheet.block(Code.NO_ACCOUNT, "There is no account %s.".formatted(move.account()));
      return sheet.done();
    } else {
      person = account.person();
    }
    getting.blockNoSeat(line, sheet.blocks);
    getting.blockShut(account, person, sheet.blocks);
    getting.blockHeldAlready(account == null ? person : account.id(), account, line, sheet.blocks);
    blockClosed(account, sheet);
    boolean promised = account != null && account.stateOn(asOf) == Account.State.INVITED;
    if (account == null) {
      promised = getting.invites(line);
      String vendor = at.vendor(line).name();
      sheet.warn(
          Code.OPENS_ACCOUNT,
          promised
              ? "An invitation from %s goes out; the seat is promised until it is taken up."
                  .formatted(vendor)
              : "An account at %s is opened.".formatted(vendor));
    }
    if (!at.vendor(line).reusable()) {
      String text = "Once taken back, the seat can serve nobody else at %s.";
      sheet.warn(Code.NOT_REUSABLE, text.formatted(at.vendor(line).name()));
    }
    getting.warnOfOtherTier(person, account, line, sheet);
    if (sheet.canGo() && at.giveSpare(line, promised)) {
      // A spare seat is paid already: it costs nothing more.
      return sheet.done();
    }
    sheet.money(line, -1);
    sheet.cashFrom = Cash.stopsOn(book, line, asOf).orElse(null);
    return sheet.done();
  }

  /** A login that an earlier move shuts or closes gets no seat. */
  private void blockClosed(Account account, PreviewInProgress sheet) {
    if (account != null && !at.opened.contains(account.id())) {
      sheet.blockAfter(at.accountClaims.get(account.id()));
    }
  }

  private MovePreview change(Move.Switch move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
    int h = sheet.heldNow(move.holding());
    if (h < 0) {
      return sheet.done();
    }
    int from = book.holdings().line(h);
    int to = book.lines().require(move.line());
    Plan target = at.plan(to);
    if (book.vendorOfLine(from) != book.vendorOfLine(to)) {
      String text = "%s is sold by another vendor. Hand it out and take the old seat back.";
      sheet.block(Code.OTHER_VENDOR, text.formatted(target.name()));
      return sheet.done();
    }
    if (from == to) {
      sheet.block(Code.NO_CHANGE, "They hold %s already.".formatted(target.name()));
      return sheet.done();
    }
    int account = book.holdings().account(h);
    Account login = book.accounts().get(account);
    losing.block(h, sheet);
    sheet.claim(h, "changes this seat to %s".formatted(target.name()));
    if (target.model() != PlanModel.RESTING) {
      // They sign in as before, with the rights they have.
      sheet.admin = null;
      getting.blockShut(
          at.plan(from).model() == PlanModel.RESTING ? null : login, login.person(), sheet.blocks);
    }
    getting.blockNoSeat(to, sheet.blocks);
    getting.blockHeldAlready(login.id(), login, to, sheet.blocks);
    losing.warn(h, sheet.warnings);
    if (target.model() == PlanModel.RESTING) {
      losing.blockLostData(account, DataRule.After.RESTING, sheet);
      losing.dataLost(target.vendor(), DataRule.After.RESTING, sheet.warnings);
    } else {
      warnOfLostParts(h, from, to, sheet);
    }
    sheet.undoable = at.vendor(from).reusable();
    if (sheet.canGo()) {
      at.take(h);
      at.give(to, false);
    }
    sheet.money(to, -1);
    sheet.money(from, 1);
    return sheet.done();
  }

  private void warnOfLostParts(int h, int from, int to, PreviewInProgress sheet) {
    long lost =
        book.partsOfPlan(book.planNumberOfLine(from))
            & ~book.partsOfPlan(book.planNumberOfLine(to));
    Vendor vendor = at.vendor(from);
    int measured = Days.of(book.evidenceOf(vendor.id(), asOf).measureDay(asOf));
    int since = Math.max(measured - book.rules().needWindow() + 1, book.holdings().from(h));
    long used = book.activity().partsUsed(book.holdings().account(h), lost, since, measured);
    if (used != 0) {
      String parts = String.join(", ", book.partTitles(vendor.id(), used));
      String text = "Used within %d days, and not in %s: %s.";
      sheet.warn(
          Code.LOSES_PARTS, text.formatted(book.rules().needWindow(), at.plan(to).name(), parts));
    }
  }

  /** By subscription, so that a seat taken back and given back saves its money once. */
  private Preview sum(List<MovePreview> moves) {
    List<LinePreview> lines = new ArrayList<>();
    Money yearly = at.none();
    Money cash = at.none();
    for (var changed : at.changed().entrySet()) {
      int line = changed.getKey();
      Workings.Effect effect = changed.getValue();
      Money delta = effect.costsMore;
      cash = cash.plus(Cash.thisYear(effect.costsMore, asOf, asOf));
      Optional<LocalDate> stops = Cash.stopsOn(book, line, asOf);
      if (stops.isPresent()) {
        Money stopping = effect.givesBack.minus(at.priceOf(line).times(effect.freedBeyondGiven()));
        delta = delta.plus(stopping);
        // Money stops with the quantity: a seat that comes back alone is paid as before.
        cash = cash.plus(Cash.thisYear(effect.givesBack, stops.get(), asOf));
      }
      yearly = yearly.plus(delta);
      lines.add(new LinePreview(book.lines().get(line).id(), effect.before, effect.after(), delta));
    }
    return new Preview(List.copyOf(moves), lines, yearly.rounded(), cash.rounded());
  }
}
