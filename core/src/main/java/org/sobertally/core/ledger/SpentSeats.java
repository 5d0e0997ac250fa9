package org.sobertally.core.ledger;

import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;

/**
 * Seats that came back where nobody else may use them: paid, and of use to nobody, until the
 * quantity is lowered. Of a vendor whose seats can be used again there are none.
 *
 * <p>Example: 10 bought, two taken back in May and one in June, the quantity lowered by 2 in July:
 * 2 rest from May, 3 from June, 1 from July.
 */
final class SpentSeats {

  /** By epoch day, seats that came back (above zero). */
  private final TreeMap<Integer, Integer> back = new TreeMap<>();

  /** By epoch day, how many the quantity was lowered by. */
  private final TreeMap<Integer, Integer> lowered = new TreeMap<>();

  private SpentSeats() {}

  static SpentSeats of(Book book, int line) {
    SpentSeats spent = new SpentSeats();
    if (!book.vendors().get(book.vendorOfLine(line)).reusable()) {
      spent.read(book, line);
    }
    return spent;
  }

  private void read(Book book, int line) {
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (holdings.until(h) != Days.OPEN && holdings.from(h) < holdings.until(h)) {
        back.merge(holdings.until(h), 1, Integer::sum);
      }
    }
    Agreement agreement = book.agreementOfLine(line);
    for (Subscription.QuantityChange change : book.lines().get(line).changes()) {
      boolean counts =
          agreement.inForce(change.day())
              && agreement.timesInForce().stream()
                  .noneMatch(time -> time.from().equals(change.day()));
      if (counts && change.delta() < 0) {
        lowered.merge(Days.of(change.day()), -change.delta(), Integer::sum);
      }
    }
    for (Agreement.InForce time : agreement.timesInForce()) {
      if (time.until() != null) {
        lowered.merge(Days.of(time.until()), Integer.MAX_VALUE / 2, Integer::sum);
      }
    }
  }

  /** How many rest at the end of the day. */
  int on(int day) {
    int resting = 0;
    int from = Integer.MIN_VALUE;
    for (Map.Entry<Integer, Integer> step : lowered.headMap(day, true).entrySet()) {
      resting += sum(from, step.getKey());
      resting = Math.max(0, resting - step.getValue());
      from = step.getKey() + 1;
    }
    return resting + sum(from, day);
  }

  /** Seats that came back on days in {@code [from, to]}. */
  private int sum(int from, int to) {
    return from > to
        ? 0
        : back.subMap(from, true, to, true).values().stream().mapToInt(Integer::intValue).sum();
  }

  /** How many go with what the quantity is lowered by on the day. */
  int goneOn(LocalDate date) {
    int day = Days.of(date);
    Integer less = lowered.get(day);
    if (less == null) {
      return 0;
    }
    return Math.min(less, on(day - 1) + sum(day, day));
  }
}
