package org.sobertally.core.slate;

import static org.sobertally.core.slate.Workings.say;

import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Remark.Code;

/** More seats are bought, from today. */
final class BuyMoreRule implements MoveRule<Move.BuyMore> {

  private final Workings at;
  private final Book book;

  BuyMoreRule(Workings at) {
    this.at = at;
    this.book = at.book;
  }

  @Override
  public void preview(Move.BuyMore move, PreviewInProgress sheet) {
    int line = book.lines().require(move.line());
    sheet.undoable = false;
    if (move.seats() < 1) {
      sheet.block(Code.INCOMPLETE, "Say how many seats: one at least.");
    }
    if (!book.agreementOfLine(line).inForce(at.asOf)) {
      sheet.block(Code.NO_CHANGE, "The agreement is not in force today.");
    }
    if (!sheet.canGo()) {
      return;
    }
    Workings.Effect effect = at.change(line);
    int bought = effect.before.bought() + effect.bought;
    Money yearly = at.difference(line, at.asOf, bought, bought + move.seats());
    effect.bought += move.seats();
    effect.spare += move.seats();
    effect.costsMore = effect.costsMore.plus(yearly);
    String text =
        book.agreementOfLine(line)
            .shrinksFrom(at.asOf)
            .map(day -> "It is paid until %s at least.".formatted(say(day)))
            .orElse("It is paid for good: the quantity may never shrink.");
    sheet.warn(Code.ONE_WAY, text);
    sheet.yearly = yearly;
    sheet.cashFrom = at.asOf;
  }
}
