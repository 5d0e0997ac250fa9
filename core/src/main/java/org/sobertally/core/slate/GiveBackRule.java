package org.sobertally.core.slate;

import static org.sobertally.core.slate.Workings.say;

import java.time.LocalDate;
import java.util.Optional;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Remark.Code;

/** Fewer seats are bought from the first day on which the agreement lets. */
final class GiveBackRule implements MoveRule<Move.GiveBack> {

  private final Workings at;
  private final Book book;

  GiveBackRule(Workings at) {
    this.at = at;
    this.book = at.book;
  }

  @Override
  public void preview(Move.GiveBack move, PreviewInProgress sheet) {
    int line = book.lines().require(move.line());
    Agreement agreement = book.agreementOfLine(line);
    Optional<LocalDate> from = agreement.shrinksFrom(at.asOf);
    if (move.seats() < 1) {
      sheet.block(Code.INCOMPLETE, "Say how many seats: one at least.");
    }
    if (from.isEmpty()) {
      String text = "%s may never shrink.".formatted(agreement.name());
      sheet.block(Code.NEVER_SHRINKS, text);
    }
    GivableSeats givable = GivableSeats.of(book, line, at.asOf, at.look(line).before);
    blockHeld(move, line, givable, sheet);
    if (sheet.canGo()) {
      blockBelowMinimum(move, line, givable, sheet);
    }
    if (!sheet.canGo()) {
      return;
    }
    LocalDate day = from.get();
    int bought = book.boughtOn(line, day) + at.look(line).bought;
    Money yearly = at.difference(line, day, bought, bought - move.seats());
    if (yearly.amount().signum() > 0) {
      String text = "%d seats of %s cost more than %d do: a price break is lost.";
      sheet.warn(
          Code.COSTS_MORE, text.formatted(bought - move.seats(), at.plan(line).name(), bought));
    }
    String text = "Money stops on %s; notice by %s.";
    LocalDate notice = Cash.noticeFor(agreement, day, at.asOf);
    sheet.warn(Code.SAVES_LATER, text.formatted(say(day), say(notice)));
    at.change(line).giveBack(move.seats(), yearly);
    sheet.yearly = yearly;
    sheet.cashFrom = day;
    sheet.undoUntil = notice.isBefore(at.asOf) ? at.asOf : notice;
  }

  /** What is given back already for a later day is not there to be given back again. */
  private void blockHeld(
      Move.GiveBack move, int line, GivableSeats givable, PreviewInProgress sheet) {
    Workings.Effect soFar = at.look(line);
    int free = givable.free() + soFar.spare + soFar.resting;
    if (move.seats() > free) {
      String text = "Only %d of %s are spare or rest%s; more would be held than bought.";
      int given = book.boughtOn(line, at.asOf) - givable.lowest();
      String already =
          given == 0 ? "" : ", beside the %d that are given back already".formatted(given);
      String plan = at.plan(line).name();
      sheet.block(Code.WOULD_BE_SHORT, text.formatted(Math.max(0, free), plan, already));
    }
  }

  private void blockBelowMinimum(
      Move.GiveBack move, int line, GivableSeats givable, PreviewInProgress sheet) {
    int left = givable.lowest() + at.look(line).bought - move.seats();
    if (left < givable.minimum()) {
      String text = "%s promises at least %d seats of %s; %d would be left.";
      String of = book.agreementOfLine(line).name();
      String plan = at.plan(line).name();
      sheet.block(Code.NEVER_SHRINKS, text.formatted(of, givable.minimum(), plan, left));
    }
  }

  @Override
  public void count(Move.GiveBack move, FreedSeats freed) {
    freed.giveBack(move.line(), move.seats());
  }
}
