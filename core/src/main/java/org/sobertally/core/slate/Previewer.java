package org.sobertally.core.slate;

import static org.sobertally.core.slate.Workings.say;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.slate.Preview.LinePreview;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.time.Days;

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
  private final Quantities quantities;

  private Previewer(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
    this.at = new Workings(book, asOf);
    this.losing = new LosingSeat(at);
    this.getting = new GettingSeat(at);
    this.quantities = new Quantities(at);
  }

  /** What the moves would do on the day, in their order. */
  public static Preview of(Book book, LocalDate asOf, List<Move> moves) {
    Previewer previewer = new Previewer(book, asOf);
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
      return suspend(suspend);
    } else if (move instanceof Move.BringBack bringBack) {
      return bringBack(bringBack);
    } else if (move instanceof Move.Delete delete) {
      return delete(delete);
    } else if (move instanceof Move.KeepIt keep) {
      return keep(keep);
    } else if (move instanceof Move.PutRight putRight) {
      return putRight(putRight);
    } else if (move instanceof Move.GiveBack giveBack) {
      return quantities.giveBack(giveBack);
    }
    return quantities.buyMore((Move.BuyMore) move);
  }

  /** A move while it is looked at. */
  private final class Sheet {
    final Move move;
    final List<Remark> blocks = new ArrayList<>();
    final List<Remark> warnings = new ArrayList<>();
    Money yearly = at.none();
    LocalDate cashFrom;
    LocalDate undoUntil;
    boolean undoable = true;

    Sheet(Move move) {
      this.move = move;
    }

    void block(Code code, String text) {
      blocks.add(new Remark(code, text));
    }

    void warn(Code code, String text) {
      warnings.add(new Remark(code, text));
    }

    boolean canGo() {
      return blocks.isEmpty();
    }

    MovePreview done() {
      return new MovePreview(
          move, MoveKind.of(book, move), blocks, warnings, yearly, cashFrom, undoUntil, undoable);
    }
  }

  /** The open holding's number; or −1, and then a block says so. */
  private int heldNow(String holding, Sheet sheet) {
    int h = book.holdings().numberOf(holding);
    if (h >= 0 && book.holdings().openOn(h, at.today)) {
      return h;
    }
    sheet.block(Code.NOT_HELD, "The seat is not held on %s.".formatted(say(asOf)));
    sheet.undoable = false;
    return -1;
  }

  /** One seat and one login are moved once on a slate. */
  private void claim(int h, String what, Sheet sheet) {
    String holding = book.holdings().id(h);
    String earlier = at.holdingClaims.putIfAbsent(holding, what);
    if (earlier == null) {
      earlier = at.accountClaims.get(book.accounts().get(book.holdings().account(h)).id());
    }
    if (earlier != null) {
      boolean same = earlier.equals(what);
      sheet.block(
          same ? Code.ALREADY_PLANNED : Code.CONFLICT,
          same
              ? "The slate %s already.".formatted(what)
              : "Another move on the slate %s. Take one of the two off.".formatted(earlier));
    }
  }

  private void claim(Account account, String what, Sheet sheet) {
    String earlier = at.accountClaims.putIfAbsent(account.id(), what);
    if (earlier != null) {
      boolean same = earlier.equals(what);
      sheet.block(
          same ? Code.ALREADY_PLANNED : Code.CONFLICT,
          same
              ? "The slate %s already.".formatted(what)
              : "Another move on the slate %s. Take one of the two off.".formatted(earlier));
    }
  }

  private MovePreview takeBack(Move.TakeBack move) {
    Sheet sheet = new Sheet(move);
    int h = heldNow(move.holding(), sheet);
    if (h < 0) {
      return sheet.done();
    }
    int line = book.holdings().line(h);
    losing.block(h, sheet.blocks);
    claim(h, "takes this seat back", sheet);
    losing.warn(h, sheet.warnings);
    String vendor = at.vendor(line).id();
    Optional<LocalDate> lost = losing.dataLost(vendor, DataRule.After.TAKEN_BACK, sheet.warnings);
    sheet.undoUntil = lost.map(day -> day.minusDays(1)).orElse(null);
    sheet.undoable = at.vendor(line).reusable();
    if (sheet.canGo()) {
      at.take(h);
    }
    money(sheet, line, 1);
    return sheet.done();
  }

  /** What so many seats that come free save, and from when. */
  private void money(Sheet sheet, int line, int seats) {
    Optional<LocalDate> stops = Cash.stopsOn(book, line, asOf);
    if (stops.isPresent()) {
      sheet.yearly = sheet.yearly.minus(at.priceOf(line).times(seats));
    }
    if (seats <= 0) {
      return;
    }
    sheet.cashFrom = stops.orElse(null);
    Agreement agreement = book.agreementOfLine(line);
    sheet.warn(
        Code.SAVES_LATER,
        stops
            .map(day -> "Money stops on %s, once the quantity is lowered.".formatted(say(day)))
            .orElse("%s may never shrink: no money stops.".formatted(agreement.name())));
  }

  private MovePreview handOut(Move.HandOut move) {
    Sheet sheet = new Sheet(move);
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
    if (sheet.canGo()) {
      at.give(line, promised);
    }
    money(sheet, line, -1);
    sheet.cashFrom = Cash.stopsOn(book, line, asOf).orElse(null);
    return sheet.done();
  }

  /** A login that an earlier move shuts or closes gets no seat. */
  private void blockClosed(Account account, Sheet sheet) {
    String closed = account == null ? null : at.accountClaims.get(account.id());
    if (closed != null && !at.opened.contains(account.id())) {
      String text = "Another move on the slate %s. Take one of the two off.";
      sheet.block(Code.CONFLICT, text.formatted(closed));
    }
  }

  private MovePreview change(Move.Switch move) {
    Sheet sheet = new Sheet(move);
    int h = heldNow(move.holding(), sheet);
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
    losing.block(h, sheet.blocks);
    claim(h, "changes this seat to %s".formatted(target.name()), sheet);
    if (target.model() != PlanModel.RESTING) {
      getting.blockShut(
          at.plan(from).model() == PlanModel.RESTING ? null : login, login.person(), sheet.blocks);
    }
    getting.blockNoSeat(to, sheet.blocks);
    getting.blockHeldAlready(login.id(), login, to, sheet.blocks);
    losing.warn(h, sheet.warnings);
    if (target.model() == PlanModel.RESTING) {
      losing.dataLost(target.vendor(), DataRule.After.RESTING, sheet.warnings);
    } else {
      warnOfLostParts(h, from, to, sheet);
    }
    sheet.undoable = at.vendor(from).reusable();
    if (sheet.canGo()) {
      at.take(h);
      at.give(to, false);
    }
    money(sheet, to, -1);
    money(sheet, from, 1);
    return sheet.done();
  }

  private void warnOfLostParts(int h, int from, int to, Sheet sheet) {
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

  private Account login(String id, Sheet sheet) {
    if (!book.accounts().has(id)) {
      sheet.block(Code.NO_ACCOUNT, "There is no account %s.".formatted(id));
      return null;
    }
    return book.accounts().byId(id);
  }

  private MovePreview suspend(Move.Suspend move) {
    Sheet sheet = new Sheet(move);
    Account account = login(move.account(), sheet);
    if (account == null) {
      return sheet.done();
    }
    Account.State state = account.stateOn(asOf);
    if (state == Account.State.SUSPENDED || state == Account.State.DELETED) {
      sheet.block(Code.NO_CHANGE, "Nobody can sign in to the account as it is.");
    }
    losing.blockLastAdmin(account, sheet.blocks);
    claim(account, "suspends this account", sheet);
    int seats = openSeats(account).size();
    if (seats > 0) {
      sheet.warn(
          Code.STAYS_PAID,
          seats == 1 ? "Its seat stays paid." : "Its %d seats stay paid.".formatted(seats));
    }
    losing.dataLost(account.vendor(), DataRule.After.SUSPENDED, sheet.warnings);
    return sheet.done();
  }

  private MovePreview bringBack(Move.BringBack move) {
    Sheet sheet = new Sheet(move);
    Account account = login(move.account(), sheet);
    if (account == null) {
      return sheet.done();
    }
    Account.State state = account.stateOn(asOf);
    Vendor vendor = book.vendors().byId(account.vendor());
    if (state == Account.State.DELETED) {
      Integer days = vendor.restoreDays();
      boolean gone =
          days == null
              || account.stateSince() == null
              || !asOf.isBefore(account.stateSince().plusDays(days));
      if (gone) {
        sheet.block(Code.NO_ACCOUNT, "%s keeps the account no longer.".formatted(vendor.name()));
      } else {
        sheet.warn(Code.STAYS_PAID, "Its seats came back meanwhile; hand them out again.");
      }
    } else if (state != Account.State.SUSPENDED) {
      sheet.block(Code.NO_CHANGE, "The account is not suspended.");
    }
    getting.blockShut(null, account.person(), sheet.blocks);
    claim(account, "brings this account back", sheet);
    if (sheet.canGo()) {
      at.opened.add(account.id());
    }
    return sheet.done();
  }

  private List<Integer> openSeats(Account account) {
    List<Integer> open = new ArrayList<>();
    Holdings holdings = book.holdings();
    for (int h : holdings.ofAccount(book.accounts().require(account.id()))) {
      if (holdings.openOn(h, at.today)) {
        open.add(h);
      }
    }
    return open;
  }

  private MovePreview delete(Move.Delete move) {
    Sheet sheet = new Sheet(move);
    Account account = login(move.account(), sheet);
    if (account == null) {
      return sheet.done();
    }
    if (account.stateOn(asOf) == Account.State.DELETED) {
      sheet.block(Code.NO_CHANGE, "The account is deleted already.");
    }
    losing.blockLastAdmin(account, sheet.blocks);
    blockDataRoute(account, move.data(), sheet);
    List<Integer> seats = openSeats(account);
    for (int h : seats) {
      List<Remark> blocks = new ArrayList<>();
      losing.block(h, blocks);
      blocks.removeIf(block -> block.code() == Code.LAST_ADMIN);
      sheet.blocks.addAll(blocks);
      claim(h, "deletes this account", sheet);
      losing.warn(h, sheet.warnings);
    }
    claim(account, "deletes this account", sheet);
    losing.dataLost(account.vendor(), DataRule.After.DELETED, sheet.warnings);
    Integer restore = book.vendors().byId(account.vendor()).restoreDays();
    sheet.undoable = restore != null;
    if (restore == null) {
      sheet.warn(Code.ONE_WAY, "It cannot be undone.");
    } else {
      sheet.undoUntil = asOf.plusDays(restore).minusDays(1);
    }
    if (sheet.canGo()) {
      seats.forEach(at::take);
    }
    for (int h : seats) {
      money(sheet, book.holdings().line(h), 1);
    }
    return sheet.done();
  }

  private void blockDataRoute(Account account, Move.DataRoute data, Sheet sheet) {
    if (data == null) {
      sheet.block(
          Code.NO_DATA_ROUTE, "Choose what becomes of the data: handed over, saved, not needed.");
    } else if (data == Move.DataRoute.NOT_NEEDED && account.person() != null) {
      String duties =
          book.groupsOf(account.person()).stream()
              .filter(group -> group.retentionDays() != null)
              .map(Group::name)
              .collect(Collectors.joining(", "));
      if (!duties.isEmpty()) {
        String text = "The data of %s must be kept. Have it handed over or saved.";
        sheet.block(Code.RETENTION_DUTY, text.formatted(duties));
      }
    }
  }

  private MovePreview keep(Move.KeepIt move) {
    Sheet sheet = new Sheet(move);
    int h = heldNow(move.holding(), sheet);
    if (h < 0) {
      return sheet.done();
    }
    if (move.reason() == null || move.reason().isBlank()) {
      sheet.block(Code.INCOMPLETE, "A keep needs a reason.");
    }
    if (move.until() == null || !move.until().isAfter(asOf)) {
      sheet.block(Code.INCOMPLETE, "A keep needs a day after today on which it ends.");
    }
    claim(h, "keeps this seat", sheet);
    return sheet.done();
  }

  /** Nothing changes in the book, which is what the vendor is to follow. */
  private MovePreview putRight(Move.PutRight move) {
    Sheet sheet = new Sheet(move);
    sheet.undoable = false;
    boolean held = false;
    if (book.accounts().has(move.account())) {
      Account account = book.accounts().byId(move.account());
      for (int h : openSeats(account)) {
        held |= book.planOfLine(book.holdings().line(h)).id().equals(move.plan());
      }
      claim(account, "puts this account right", sheet);
    }
    if (held != move.hold()) {
      String text = held ? "The book says they hold it." : "The book says they do not hold it.";
      sheet.block(Code.NO_CHANGE, text);
    }
    return sheet.done();
  }

  private Preview sum(List<MovePreview> moves) {
    List<LinePreview> lines = new ArrayList<>();
    Money yearly = at.none();
    Money cash = at.none();
    for (MovePreview move : moves) {
      if (move.canGo() && move.cashFrom() != null) {
        yearly = yearly.plus(move.yearly());
        cash = cash.plus(Cash.thisYear(move.yearly(), move.cashFrom(), asOf));
      }
    }
    for (var changed : at.changed().entrySet()) {
      int line = changed.getKey();
      Workings.Effect effect = changed.getValue();
      Optional<LocalDate> stops = Cash.stopsOn(book, line, asOf);
      // A seat taken back and given back to the vendor on one slate saves its money once.
      int twice = Math.max(0, Math.min(effect.freed, effect.given));
      if (twice > 0 && stops.isPresent()) {
        Money again = at.priceOf(line).times(twice);
        yearly = yearly.plus(again);
        cash = cash.plus(Cash.thisYear(again, stops.get(), asOf));
      }
      int seats = stops.isPresent() ? Math.max(effect.freed, effect.given) : 0;
      Money delta = book.seatPrice(line, asOf).times(-seats).rounded().plus(effect.costsMore);
      lines.add(new LinePreview(book.lines().get(line).id(), effect.before, effect.after(), delta));
    }
    return new Preview(List.copyOf(moves), lines, yearly.rounded(), cash.rounded());
  }
}
