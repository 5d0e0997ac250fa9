package org.sobertally.core.use;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.money.Money;
import org.sobertally.core.time.Days;

/**
 * How many seats of a subscription had no use for at least N days, for N = 1 … 365, and what they
 * cost a year. Seats of those who left, are suspended or have not answered are counted apart. The
 * curve never rises. Costs one pass over the subscription's holdings.
 */
public final class IdleCurve {

  /** The longest line that can be drawn. */
  public static final int LONGEST = 365;

  private final LocalDate measureDay;
  private final Money seatPrice;
  private final int[] seats;
  private final int[] spared;

  private IdleCurve(LocalDate measureDay, Money seatPrice, int[] seats, int[] spared) {
    this.measureDay = measureDay;
    this.seatPrice = seatPrice;
    this.seats = seats;
    this.spared = spared;
  }

  /** The curve of every subscription, by its number. */
  public static List<IdleCurve> ofEveryLine(UseStates states) {
    return IntStream.range(0, states.book().lines().size())
        .mapToObj(line -> of(states, line))
        .toList();
  }

  /**
   * @param states of the whole book, or of this subscription
   */
  public static IdleCurve of(UseStates states, int line) {
    Book book = states.book();
    Holdings holdings = book.holdings();
    int[] seats = new int[LONGEST + 2];
    int[] spared = new int[LONGEST + 2];
    boolean anyKeeps = book.hasKeeps();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (states.isOpen(h) && isJudgedByUse(states.state(h))) {
        int days = Math.min(states.idleDays(h), LONGEST);
        seats[days]++;
        boolean kept = anyKeeps && book.keepOn(holdings.id(h), states.asOf()) != null;
        if (kept || states.onLeave(h)) {
          spared[days]++;
        }
      }
    }
    for (int n = LONGEST - 1; n >= 1; n--) {
      seats[n] += seats[n + 1];
      spared[n] += spared[n + 1];
    }
    LocalDate measured = Days.known(states.measureDay(book.vendorOfLine(line)));
    return new IdleCurve(measured, book.seatPrice(line, states.asOf()), seats, spared);
  }

  private static boolean isJudgedByUse(UseState state) {
    return state == UseState.NEVER_OPENED || state == UseState.IDLE || state == UseState.IN_USE;
  }

  /** The day to which use was counted. */
  public LocalDate measureDay() {
    return measureDay;
  }

  /**
   * Seats without use for at least so many days.
   *
   * @param days 1 to 365
   */
  public int seats(int days) {
    return seats[days];
  }

  /** Of these, seats that stay all the same: their holder is on leave, or they are kept. */
  public int spared(int days) {
    return spared[days];
  }

  /** What {@link #seats} cost a year, unrounded. */
  public Money yearlyCost(int days) {
    return seatPrice.times(seats[days]);
  }
}
