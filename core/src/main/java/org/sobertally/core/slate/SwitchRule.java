package org.sobertally.core.slate;

import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.core.time.Days;

/** One seat is given up for one of another plan: steps, swaps, rests and wakes. */
final class SwitchRule implements MoveRule<Move.Switch> {

  private final Workings at;
  private final Book book;
  private final LosingSeat losing;
  private final GettingSeat getting;

  SwitchRule(Workings at) {
    this.at = at;
    this.book = at.book;
    this.losing = at.losing;
    this.getting = at.getting;
  }

  @Override
  public void preview(Move.Switch move, PreviewInProgress sheet) {
    int h = sheet.heldNow(move.holding());
    if (h < 0) {
      return;
    }
    int from = book.holdings().line(h);
    int to = book.lines().require(move.line());
    if (blocked(from, to, sheet)) {
      return;
    }
    Plan target = at.plan(to);
    Account login = book.accounts().get(book.holdings().account(h));
    losing.blockSeat(h, sheet.blocks);
    sheet.claim(h, "changes this seat to %s".formatted(target.name()));
    if (target.model() == PlanModel.RESTING) {
      losing.blockLastAdmin(login, sheet);
    } else {
      // They sign in as before, with the rights they have.
      getting.blockShut(
          at.plan(from).model() == PlanModel.RESTING ? null : login, login.person(), sheet.blocks);
    }
    getting.blockNoSeat(to, sheet.blocks);
    getting.blockHeldAlready(login.id(), login, to, sheet.blocks);
    losing.warn(h, sheet.warnings);
    if (target.model() == PlanModel.RESTING) {
      losing.blockLostData(book.holdings().account(h), DataRule.After.RESTING, sheet);
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
  }

  private boolean blocked(int from, int to, PreviewInProgress sheet) {
    String target = at.plan(to).name();
    if (book.vendorOfLine(from) != book.vendorOfLine(to)) {
      String text = "%s is sold by another vendor. Hand it out and take the old seat back.";
      sheet.block(Code.OTHER_VENDOR, text.formatted(target));
    } else if (from == to) {
      sheet.block(Code.NO_CHANGE, "They hold %s already.".formatted(target));
    } else {
      return false;
    }
    return true;
  }

  private void warnOfLostParts(int h, int from, int to, PreviewInProgress sheet) {
    long lost =
        book.partsOfPlan(book.planNumberOfLine(from))
            & ~book.partsOfPlan(book.planNumberOfLine(to));
    Vendor vendor = at.vendor(from);
    int measured = Days.of(book.evidenceOf(vendor.id(), at.asOf).measureDay(at.asOf));
    int since = Math.max(measured - book.rules().needWindow() + 1, book.holdings().from(h));
    long used = book.activity().partsUsed(book.holdings().account(h), lost, since, measured);
    if (used != 0) {
      String parts = String.join(", ", book.partTitles(vendor.id(), used));
      String text = "Used within %d days, and not in %s: %s.";
      sheet.warn(
          Code.LOSES_PARTS, text.formatted(book.rules().needWindow(), at.plan(to).name(), parts));
    }
  }

  @Override
  public void count(Move.Switch move, FreedSeats freed) {
    freed.free(move.holding());
    freed.handOut(move.line());
  }
}
