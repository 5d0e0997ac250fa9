package org.sobertally.core.slate;

import static org.sobertally.core.slate.Workings.say;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;

/** Moves that change how much is bought. */
final class Quantities {

  private final Workings at;
  private final Book book;

  Quantities(Workings at) {
    this.at = at;
    this.book = at.book;
  }

  MovePreview giveBack(Move.GiveBack move) {
    int line = book.lines().require(move.line());
    List<Remark> blocks = new ArrayList<>();
    List<Remark> warnings = new ArrayList<>();
    Agreement agreement = book.agreementOfLine(line);
    Optional<LocalDate> from = agreement.shrinksFrom(at.asOf);
    Workings.Effect seats = at.look(line);
    String plan = at.plan(line).name();
    if (move.seats() < 1) {
      blocks.add(new Remark(Code.INCOMPLETE, "Say how many seats: one at least."));
    }
    if (from.isEmpty()) {
      String text = "%s may never shrink.".formatted(agreement.name());
      blocks.add(new Remark(Code.NEVER_SHRINKS, text));
    }
    // What is given back already for a later day is not there to be given back again.
    int goes = book.lowestFrom(line, at.asOf) - book.boughtOn(line, at.asOf);
    int spare = seats.spareNow() + seats.resting + seats.before.resting() + goes;
    if (move.seats() > spare) {
      String text = "Only %d of %s are spare or rest%s; more would be held than bought.";
      String already =
          goes == 0 ? "" : ", beside the %d that are given back already".formatted(-goes);
      blocks.add(
          new Remark(Code.WOULD_BE_SHORT, text.formatted(Math.max(0, spare), plan, already)));
    }
    int minimum = book.lines().get(line).prices().minimum();
    int left = book.lowestFrom(line, at.asOf) + seats.bought - move.seats();
    if (blocks.isEmpty() && left < minimum) {
      String text = "%s promises at least %d seats of %s; %d would be left.";
      blocks.add(
          new Remark(Code.NEVER_SHRINKS, text.formatted(agreement.name(), minimum, plan, left)));
    }
    if (!blocks.isEmpty()) {
      return new MovePreview(
          move, MoveKind.GIVE_BACK, blocks, warnings, at.none(), null, null, true);
    }
    LocalDate day = from.get();
    int bought = book.boughtOn(line, day) + seats.bought;
    Money yearly = difference(line, bought, bought - move.seats());
    if (yearly.amount().signum() > 0) {
      String text = "%d seats of %s cost more than %d do: a price break is lost.";
      warnings.add(
          new Remark(Code.COSTS_MORE, text.formatted(bought - move.seats(), plan, bought)));
    }
    String text = "Money stops on %s; notice by %s.";
    LocalDate notice = noticeFor(agreement, day);
    warnings.add(new Remark(Code.SAVES_LATER, text.formatted(say(day), say(notice))));
    Workings.Effect effect = at.change(line);
    effect.bought -= move.seats();
    effect.spare -= move.seats();
    effect.given += move.seats();
    effect.givesBack = effect.givesBack.plus(yearly);
    return new MovePreview(
        move,
        MoveKind.GIVE_BACK,
        blocks,
        warnings,
        yearly,
        day,
        notice.isBefore(at.asOf) ? at.asOf : notice,
        true);
  }

  private LocalDate noticeFor(Agreement agreement, LocalDate day) {
    return agreement.mayShrink() == Agreement.MayShrink.AT_RENEWAL
        ? day.minusDays(agreement.noticeDays())
        : day.minusDays(1);
  }

  MovePreview buyMore(Move.BuyMore move) {
    int line = book.lines().require(move.line());
    List<Remark> blocks = new ArrayList<>();
    List<Remark> warnings = new ArrayList<>();
    if (move.seats() < 1) {
      blocks.add(new Remark(Code.INCOMPLETE, "Say how many seats: one at least."));
    }
    if (!book.agreementOfLine(line).inForce(at.asOf)) {
      blocks.add(new Remark(Code.NO_CHANGE, "The agreement is not in force today."));
    }
    if (!blocks.isEmpty()) {
      return new MovePreview(
          move, MoveKind.BUY_MORE, blocks, warnings, at.none(), null, null, false);
    }
    Workings.Effect effect = at.change(line);
    int bought = effect.before.bought() + effect.bought;
    Money yearly = difference(line, bought, bought + move.seats());
    effect.bought += move.seats();
    effect.spare += move.seats();
    effect.costsMore = effect.costsMore.plus(yearly);
    String text =
        book.agreementOfLine(line)
            .shrinksFrom(at.asOf)
            .map(day -> "It is paid until %s at least.".formatted(say(day)))
            .orElse("It is paid for good: the quantity may never shrink.");
    warnings.add(new Remark(Code.ONE_WAY, text));
    return new MovePreview(move, MoveKind.BUY_MORE, blocks, warnings, yearly, at.asOf, null, false);
  }

  /** What the year costs more (below zero: less) at the other quantity. */
  private Money difference(int line, int bought, int then) {
    var prices = book.lines().get(line).prices();
    BigDecimal amount = prices.costOf(then).subtract(prices.costOf(bought));
    Money own = new Money(amount, book.agreementOfLine(line).currency());
    return book.rates().toReporting(own, at.asOf).rounded();
  }
}
