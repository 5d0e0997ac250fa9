package org.sobertally.core.slate;

import java.time.LocalDate;
import java.util.Optional;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.DataRule;

/** A seat comes back. */
final class TakeBackRule implements MoveRule<Move.TakeBack> {

  private final Workings at;
  private final Book book;
  private final LosingSeat losing;

  TakeBackRule(Workings at) {
    this.at = at;
    this.book = at.book;
    this.losing = at.losing;
  }

  @Override
  public void preview(Move.TakeBack move, PreviewInProgress sheet) {
    int h = sheet.heldNow(move.holding());
    if (h < 0) {
      return;
    }
    int line = book.holdings().line(h);
    losing.block(h, sheet);
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
  }

  @Override
  public void count(Move.TakeBack move, FreedSeats freed) {
    freed.free(move.holding());
  }
}
