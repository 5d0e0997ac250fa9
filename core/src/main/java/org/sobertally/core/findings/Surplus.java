package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.stream.IntStream;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.core.pool.PoolReplay;
import org.sobertally.core.time.Days;

/**
 * How many seats of a subscription nobody would miss, and what they cost: the one figure behind
 * <em>more spare than needed</em> wherever it stands. Of a pool it is what goes beyond the smallest
 * size that would have refused at most 1 start in 100 within the need window; of others what is
 * spare beyond the most that were wanted within 30 days of the past year. What is given back for a
 * later day counts as gone.
 *
 * <p>Example: a pool of 24 seats, of which 11 would do, has 13 too many at 1,450.00 a year each:
 * 18,850.00. Once those 13 are given back for 30 October there are none.
 *
 * @param needed how many of a pool's seats are needed; of others how many spare ones are
 * @param seats how many are too many; never below zero
 * @param yearly what as many fewer would cost less a year, in the reporting currency, unrounded
 * @param starts how many starts the answer rests on, of a pool
 * @param peak the most at once among them
 */
public record Surplus(int needed, int seats, Money yearly, int starts, int peak) {

  /** The share of starts that a pool may refuse. */
  public static final double MOST_REFUSED = 0.01;

  private static final int YEAR = 365;
  private static final int MONTH = 30;

  /**
   * The surplus of one subscription; none of one that is not in force.
   *
   * @param zone in which days begin
   */
  public static Surplus of(Book book, int line, LocalDate asOf, ZoneId zone) {
    if (!book.agreementOfLine(line).inForce(asOf)) {
      return new Surplus(0, 0, none(book), 0, 0);
    }
    return book.planOfLine(line).model() == PlanModel.FLOATING
        ? ofPool(book, line, asOf, zone)
        : ofSeats(book, line, asOf);
  }

  /** The surplus of every subscription, by its number. */
  public static List<Surplus> ofAll(Book book, LocalDate asOf, ZoneId zone) {
    return IntStream.range(0, book.lines().size())
        .mapToObj(line -> of(book, line, asOf, zone))
        .toList();
  }

  private static Surplus ofPool(Book book, int line, LocalDate asOf, ZoneId zone) {
    int plan = book.planNumberOfLine(line);
    LocalDate first = asOf.minusDays(book.rules().needWindow() - 1L);
    PoolReplay replay = PoolReplay.of(book, plan, first, asOf, zone);
    int needed = replay.smallest(MOST_REFUSED);
    if (replay.starts() == 0 || line != largestLine(book, plan, asOf)) {
      return new Surplus(needed, 0, none(book), replay.starts(), replay.peak());
    }
    int bought = 0;
    for (int other = 0; other < book.lines().size(); other++) {
      boolean counts =
          book.planNumberOfLine(other) == plan && book.agreementOfLine(other).inForce(asOf);
      bought += counts ? book.lowestFrom(other, asOf) : 0;
    }
    int seats = Math.max(0, Math.min(bought - needed, book.lowestFrom(line, asOf)));
    return new Surplus(
        needed, seats, saved(book, line, seats, asOf), replay.starts(), replay.peak());
  }

  /** Of several subscriptions to a pool in force the one with the most seats; −1 for none. */
  public static int largestLine(Book book, int plan, LocalDate day) {
    int largest = -1;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planNumberOfLine(line) == plan
          && book.agreementOfLine(line).inForce(day)
          && (largest < 0 || book.boughtOn(line, day) > book.boughtOn(largest, day))) {
        largest = line;
      }
    }
    return largest;
  }

  /**
   * How many seats the pool's subscription is recommended: of several to one pool the largest takes
   * the difference. Below zero where nothing can be said: it is no pool, or nobody started there.
   *
   * @param all of the book, by the number of the subscription
   */
  public static int recommended(Book book, int line, LocalDate asOf, List<Surplus> all) {
    Surplus surplus = all.get(line);
    int plan = book.planNumberOfLine(line);
    if (book.planOfLine(line).model() != PlanModel.FLOATING || surplus.starts() == 0) {
      return -1;
    }
    int bought = book.lines().get(line).quantityOn(asOf);
    if (line != largestLine(book, plan, asOf)) {
      return bought;
    }
    int together = 0;
    for (int other = 0; other < book.lines().size(); other++) {
      if (book.planNumberOfLine(other) == plan && book.agreementOfLine(other).inForce(asOf)) {
        together += book.boughtOn(other, asOf);
      }
    }
    return Math.max(0, bought + surplus.needed() - together);
  }

  private static Surplus ofSeats(Book book, int line, LocalDate asOf) {
    Places places = Ledger.count(book, line, asOf);
    int goes = book.boughtOn(line, asOf) - book.lowestFrom(line, asOf);
    int wanted = mostWantedInAMonth(book, line, asOf);
    int seats = Math.max(0, places.spare() - goes - wanted);
    return new Surplus(wanted, seats, saved(book, line, seats, asOf), 0, 0);
  }

  /** By how many the seats held rose at most within 30 days of the past year. */
  private static int mostWantedInAMonth(Book book, int line, LocalDate asOf) {
    int last = Days.of(asOf);
    int[] held = new int[YEAR + 1];
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      int start = Math.max(0, holdings.from(h) - (last - YEAR));
      int end = holdings.until(h) == Days.OPEN ? YEAR + 1 : holdings.until(h) - (last - YEAR);
      if (start < Math.min(end, YEAR + 1)) {
        held[start]++;
        if (end <= YEAR) {
          held[end]--;
        }
      }
    }
    int most = 0;
    for (int d = 1; d <= YEAR; d++) {
      held[d] += held[d - 1];
    }
    for (int d = 0; d <= YEAR; d++) {
      for (int before = Math.max(0, d - MONTH); before < d; before++) {
        most = Math.max(most, held[d] - held[before]);
      }
    }
    return most;
  }

  /** What so many seats fewer than are left in the end cost less a year. */
  private static Money saved(Book book, int line, int fewer, LocalDate asOf) {
    PriceList prices = book.lines().get(line).pricesOn(asOf);
    int left = book.lowestFrom(line, asOf);
    // Where fewer seats cost more, nothing could be had back.
    BigDecimal less =
        prices.costOf(left).subtract(prices.costOf(left - fewer)).max(BigDecimal.ZERO);
    String currency = book.agreementOfLine(line).currency();
    return book.rates().toReporting(new Money(less, currency), asOf);
  }

  private static Money none(Book book) {
    return Money.zero(book.rates().reportingCurrency());
  }
}
