package org.sobertally.core.slate;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceDips;
import org.sobertally.core.money.Money;

/**
 * On which days how much money a year stops being paid, if the seats that a set of moves frees are
 * given back at the first chance. A seat taken back and one handed out on the same subscription
 * cancel out; seats handed out alone cost nothing, being bought already.
 *
 * <p>Example: as of 30 Sep 2026, two seats at 396.00 on an agreement that renews on 7 Jan 2027 with
 * notice until 8 Dec, and one at 120.00 on a monthly one: 120.00 a year from 1 Oct, 792.00 from 7
 * Jan.
 *
 * @param entries by day, then by subscription
 * @param never the yearly cost of seats that can never be given back
 */
public record CashCalendar(List<Entry> entries, Money never) {

  /**
   * @param seats how many fewer
   * @param yearly what they cost a year at the quantity of that day: above zero, unrounded
   */
  public record Entry(LocalDate day, String line, int seats, Money yearly) {}

  public static CashCalendar of(Book book, LocalDate asOf, List<Move> moves) {
    Map<Integer, Integer> freed = freed(book, asOf, moves);
    List<Entry> entries = new ArrayList<>();
    Money never = Money.zero(book.rates().reportingCurrency());
    for (var one : freed.entrySet()) {
      int line = one.getKey();
      if (one.getValue() > 0) {
        Optional<LocalDate> day = Cash.stopsOn(book, line, asOf);
        if (day.isEmpty()) {
          never = never.plus(cheaper(book, line, one.getValue(), asOf, asOf));
        } else {
          Money yearly = cheaper(book, line, one.getValue(), day.get(), asOf);
          entries.add(new Entry(day.get(), book.lines().get(line).id(), one.getValue(), yearly));
        }
      }
    }
    entries.sort(Comparator.comparing(Entry::day).thenComparing(Entry::line));
    return new CashCalendar(List.copyOf(entries), never);
  }

  private static Map<Integer, Integer> freed(Book book, LocalDate asOf, List<Move> moves) {
    FreedSeats freed = new FreedSeats(book, asOf);
    Workings at = new Workings(book, asOf, null);
    moves.stream()
        .map(move -> move.resolved(book, asOf))
        .forEach(move -> count(at.rule(move.kind(book)), move, freed));
    return freed.byLine();
  }

  /** A kind's rule is about the moves of that kind. */
  @SuppressWarnings("unchecked")
  private static <M extends Move> void count(MoveRule<M> rule, Move move, FreedSeats freed) {
    rule.count((M) move, freed);
  }

  /**
   * What so many seats fewer of the day's quantity save a year at that day's prices, at the rate
   * known on asOf; where buying more than what is left costs less, that is bought.
   */
  private static Money cheaper(Book book, int line, int seats, LocalDate day, LocalDate asOf) {
    int bought = book.boughtOn(line, day);
    var prices = book.lines().get(line).pricesOn(day);
    int left = PriceDips.cheapestAtLeast(prices, Math.max(0, bought - seats));
    BigDecimal saved = prices.costOf(bought).subtract(prices.costOf(left));
    return book.rates().toReporting(new Money(saved, book.agreementOfLine(line).currency()), asOf);
  }

  /** What is paid less from the first day of the calendar to before {@code until}; rounded. */
  public Money paidLessUntil(LocalDate until) {
    Money sum = Money.zero(never.currency());
    for (Entry entry : entries) {
      LocalDate from = entry.day();
      while (from.isBefore(until)) {
        LocalDate nextYear = LocalDate.of(from.getYear() + 1, 1, 1);
        LocalDate to = nextYear.isBefore(until) ? nextYear : until;
        sum =
            sum.plus(
                entry.yearly().share(to.toEpochDay() - from.toEpochDay(), from.lengthOfYear()));
        from = to;
      }
    }
    return sum.rounded();
  }
}
