package org.sobertally.core.statement;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.BitSet;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.time.Days;

/**
 * What one seat of one subscription costs on each day of a range: the day's cost ÷ the seats
 * bought, or held where more are. Sums are kept so that the cost of any run of days is one
 * subtraction.
 */
final class SeatDays {

  private final Book book;
  private final int line;
  private final int first;
  private final int days;
  private final BigDecimal[] costUpTo;
  private final BigDecimal[] shareUpTo;

  /** As {@link #shareUpTo}, but of a seat that bears its part of those nobody holds. */
  private final BigDecimal[] spreadUpTo;

  private final int[] held;
  private final int[] borne;

  /**
   * @param first the first epoch day
   * @param days how many
   */
  SeatDays(Book book, int line, int first, int days) {
    this.book = book;
    this.line = line;
    this.first = first;
    this.days = days;
    held = new int[days + 1];
    borne = new int[days + 1];
    countHeld();
    costUpTo = new BigDecimal[days + 1];
    shareUpTo = new BigDecimal[days + 1];
    spreadUpTo = new BigDecimal[days + 1];
    addUp();
  }

  private void countHeld() {
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      count(held, holdings.from(h), holdings.until(h), 1);
      if (book.personOfAccount(holdings.account(h)) >= 0) {
        count(borne, holdings.from(h), holdings.until(h), 1);
        if (!book.standings().plain(holdings.account(h))) {
          Promise promise = Promise.of(book, h);
          count(borne, promise.from(), promise.until(), -1);
        }
      }
    }
    for (int day = 1; day < days; day++) {
      held[day] += held[day - 1];
      borne[day] += borne[day - 1];
    }
  }

  private void count(int[] changes, int from, int until, int by) {
    int start = clipped(from);
    int end = clipped(until);
    if (start < end) {
      changes[start] += by;
      changes[end] -= by;
    }
  }

  /** The place of the epoch day, between the first one and the one after the last. */
  int clipped(int day) {
    return day <= first ? 0 : Math.min(days, day - first);
  }

  private void addUp() {
    costUpTo[0] = DayCosts.ZERO;
    shareUpTo[0] = DayCosts.ZERO;
    spreadUpTo[0] = DayCosts.ZERO;
    DayCosts costs = new DayCosts(book, line);
    BigDecimal cost = DayCosts.ZERO;
    BigDecimal share = DayCosts.ZERO;
    BigDecimal spread = DayCosts.ZERO;
    int seats = 0;
    int bearers = 0;
    for (int day = 0; day < days; day++) {
      LocalDate date = Days.known(first + day);
      int seatsNow = Math.max(book.boughtOn(line, date), held[day]);
      BigDecimal costNow = costs.on(date);
      // Seldom does a day differ from the one before: a division each would be most of the work.
      if (costNow != cost || seats != seatsNow) {
        seats = seatsNow;
        share = part(costNow, seats);
      }
      if (costNow != cost || bearers != borne[day]) {
        bearers = borne[day];
        spread = part(costNow, bearers);
      }
      cost = costNow;
      costUpTo[day + 1] = costUpTo[day].add(cost);
      shareUpTo[day + 1] = shareUpTo[day].add(share);
      spreadUpTo[day + 1] = spreadUpTo[day].add(spread);
    }
  }

  private static BigDecimal part(BigDecimal cost, int of) {
    return of > 0
        ? cost.divide(BigDecimal.valueOf(of), DayCosts.SCALE, RoundingMode.DOWN)
        : DayCosts.ZERO;
  }

  /** Whether the subscription costs nothing on any of the days. */
  boolean isFree() {
    return costUpTo[days].signum() == 0;
  }

  /** What all seats cost on the days from one place to before another. */
  BigDecimal cost(int from, int to) {
    return costUpTo[to].subtract(costUpTo[from]);
  }

  /**
   * What one seat costs.
   *
   * @param spread whether it bears its part of seats that nobody holds
   */
  BigDecimal share(boolean spread, int from, int to) {
    BigDecimal[] upTo = spread ? spreadUpTo : shareUpTo;
    return upTo[to].subtract(upTo[from]);
  }

  /**
   * What each seat that somebody bears takes over of the work of those without an owner, up to each
   * day: their shares in proportion.
   *
   * @param inUse by month, the numbers of the holdings in use at its end
   * @param months the places at which months begin, and the end of the last
   */
  BigDecimal[] workTakenOver(BitSet[] inUse, int[] months) {
    int[] ownerless = new int[days + 1];
    Holdings holdings = book.holdings();
    boolean any = false;
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (book.personOfAccount(holdings.account(h)) < 0) {
        for (int m = 0; m < inUse.length; m++) {
          if (inUse[m].get(h)) {
            any = true;
            int start = Math.max(months[m], clipped(holdings.from(h)));
            int end = Math.min(months[m + 1], clipped(holdings.until(h)));
            ownerless[start]++;
            ownerless[Math.max(start, end)]--;
          }
        }
      }
    }
    BigDecimal[] upTo = new BigDecimal[days + 1];
    Arrays.fill(upTo, DayCosts.ZERO);
    for (int day = 0, now = 0; any && day < days; day++) {
      now += ownerless[day];
      BigDecimal taken = DayCosts.ZERO;
      if (now > 0 && borne[day] > 0) {
        taken =
            share(false, day, day + 1)
                .multiply(BigDecimal.valueOf(now))
                .divide(BigDecimal.valueOf(borne[day]), DayCosts.SCALE, RoundingMode.DOWN);
      }
      upTo[day + 1] = upTo[day].add(taken);
    }
    return upTo;
  }
}
