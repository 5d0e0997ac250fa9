package org.sobertally.core.use;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.pool.PoolPeaks;
import org.sobertally.core.pool.PoolVisitors;
import org.sobertally.core.time.Days;

/**
 * What a subscription's seats did, day by day: bought, named (held), the accounts that used it
 * within the 30, the 7 and the 1 days ending that day, and the most sessions at once. A day of use
 * counts if the account held the subscription on it.
 *
 * <p>Days that cannot be judged are empty, not zero: those after the measure day, and those whose
 * window begins before the evidence. Costs one pass over the holdings, whatever the range.
 */
public final class Series {

  /** What an empty figure is. */
  public static final int EMPTY = -1;

  private static final int WEEK = 7;
  private static final int MONTH = 30;

  private final LocalDate from;
  private final int[] bought;
  private final int[] named;
  private final int[] monthly;
  private final int[] weekly;
  private final int[] daily;
  private final int[] atOnce;

  private Series(LocalDate from, int days) {
    this.from = from;
    bought = new int[days];
    named = new int[days];
    monthly = empty(days);
    weekly = empty(days);
    daily = empty(days);
    atOnce = empty(days);
  }

  private static int[] empty(int days) {
    int[] column = new int[days];
    Arrays.fill(column, EMPTY);
    return column;
  }

  /**
   * The days in {@code [from, to]} as known on {@code asOf}.
   *
   * @param zone in which the days of sessions begin
   * @throws IllegalArgumentException where {@code to} lies before {@code from}
   */
  public static Series of(
      Book book, int line, LocalDate from, LocalDate to, LocalDate asOf, ZoneId zone) {
    return of(book, line, from, to, asOf, zone, null);
  }

  /**
   * The same for some people only: what is bought, and what was most at once, is nobody's share and
   * stays as it is.
   *
   * @param people numbers of the people whose holdings count; null for everybody's
   */
  public static Series of(
      Book book,
      int line,
      LocalDate from,
      LocalDate to,
      LocalDate asOf,
      ZoneId zone,
      @Nullable BitSet people) {
    if (to.isBefore(from)) {
      throw new IllegalArgumentException(
          "A series from %s to %s ends before it begins.".formatted(from, to));
    }
    Series series = new Series(from, Math.toIntExact(to.toEpochDay() - from.toEpochDay() + 1));
    series.countSeats(book, line, people);
    if (book.planOfLine(line).model() == PlanModel.FLOATING) {
      series.countVisitors(book, line, zone, people, asOf);
      return series;
    }
    Evidence evidence = book.evidenceOf(book.vendors().get(book.vendorOfLine(line)).id(), asOf);
    boolean daily =
        evidence.kind() == Evidence.Kind.DAILY && book.hasEvidence(book.planOfLine(line).vendor());
    int measured = Days.of(evidence.measureDay(asOf));
    if (daily) {
      series.countActives(book, line, people, Days.of(evidence.from()), measured);
    }
    series.countAtOnce(
        book,
        line,
        zone,
        book.hasEvidence(book.planOfLine(line).vendor()) ? measured : Days.of(asOf));
    return series;
  }

  private void countSeats(Book book, int line, @Nullable BitSet people) {
    int first = Days.of(from);
    int days = bought.length;
    int[] change = new int[days + 1];
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      int start = Math.max(0, holdings.from(h) - first);
      int end = holdings.until(h) == Days.OPEN ? days : Math.min(days, holdings.until(h) - first);
      if (start < end && counts(book, people, holdings.account(h))) {
        change[start]++;
        change[end]--;
      }
    }
    int held = 0;
    for (int d = 0; d < days; d++) {
      held += change[d];
      named[d] = held;
      bought[d] = book.boughtOn(line, from.plusDays(d));
    }
  }

  /** Nobody holds a seat of a pool: its sessions tell who is there, and who ever was. */
  private void countVisitors(
      Book book, int line, ZoneId zone, @Nullable BitSet people, LocalDate asOf) {
    boolean known = book.hasEvidence(book.planOfLine(line).vendor());
    Evidence evidence = book.evidenceOf(book.planOfLine(line).vendor(), asOf);
    int measured = known ? Days.of(evidence.measureDay(asOf)) : Days.of(asOf);
    PoolVisitors visitors =
        PoolVisitors.of(
            book, book.planNumberOfLine(line), zone, measured, a -> counts(book, people, a));
    int first = Days.of(from);
    int since = known ? Days.of(evidence.from()) : visitors.firstDay();
    int end = Math.min(bought.length, measured - first + 1);
    visitors.count(first, end, 1, since, daily);
    visitors.count(first, end, WEEK, since, weekly);
    visitors.count(first, end, MONTH, since, monthly);
    visitors.countEver(first, named);
    countAtOnce(book, line, zone, measured);
  }

  private static boolean counts(Book book, @Nullable BitSet people, int account) {
    int person = book.personOfAccount(account);
    return people == null || person >= 0 && people.get(person);
  }

  private void countActives(Book book, int line, @Nullable BitSet people, int known, int measured) {
    ActivityCalendar activity = book.activity();
    int first = Days.of(from);
    int lastDay = Math.min(measured, first + bought.length - 1);
    int low = Math.max(0, (Math.max(known, first - MONTH + 1) >> 6) - activity.firstWord());
    // Days of use count on for a month, so also beyond the last word that has any.
    int high = (lastDay >> 6) - activity.firstWord();
    Actives actives = new Actives(activity.words(), low, high);
    if (low <= high) {
      addAccounts(book, line, people, known, lastDay, actives);
      actives.addUp();
    }
    for (int d = 0; first + d <= lastDay; d++) {
      int day = first + d;
      int word = (day >> 6) - activity.firstWord();
      boolean inside = word >= low && word <= high;
      daily[d] = day < known ? EMPTY : inside ? actives.daily.at(word, day & 63) : 0;
      weekly[d] =
          day - WEEK + 1 < known ? EMPTY : inside ? actives.weekly[(word << 6) + (day & 63)] : 0;
      monthly[d] =
          day - MONTH + 1 < known ? EMPTY : inside ? actives.monthly[(word << 6) + (day & 63)] : 0;
    }
  }

  private static void addAccounts(
      Book book, int line, @Nullable BitSet people, int known, int lastDay, Actives actives) {
    Holdings holdings = book.holdings();
    long parts = book.partsOfPlan(book.planNumberOfLine(line));
    int account = -1;
    boolean any = false;
    for (int place = holdings.lineStart(line); place < holdings.lineEnd(line); place++) {
      int h = holdings.byAccount(place);
      if (holdings.account(h) != account) {
        if (any) {
          actives.addRow();
        }
        account = holdings.account(h);
        any = false;
      }
      int from = Math.max(known, holdings.from(h));
      int to = holdings.until(h) == Days.OPEN ? lastDay : Math.min(lastDay, holdings.until(h) - 1);
      if (from <= to && counts(book, people, account)) {
        any |= book.activity().addUse(account, parts, from, to, actives.row);
      }
    }
    if (any) {
      actives.addRow();
    }
  }

  /** Counts accounts by day: each row of used days is widened to the days it counts on. */
  private static final class Actives {
    final long[] row;
    final int low;
    final int high;
    final DayCounts daily;
    final int[] weekly;
    final int[] monthly;

    Actives(int words, int low, int high) {
      row = new long[Math.max(words, high + 1)];
      this.low = low;
      this.high = high;
      daily = new DayCounts(row.length);
      weekly = new int[row.length << 6];
      monthly = new int[row.length << 6];
    }

    void addRow() {
      daily.add(row, low, high);
      // 7 = 1 + 1 + 2 + 3 and 30 = 7 + 7 + 14 + 2: each step doubles what is there.
      widen(1);
      widen(2);
      widen(3);
      addChanges(weekly);
      widen(7);
      widen(14);
      widen(2);
      addChanges(monthly);
      Arrays.fill(row, 0);
    }

    /** Widened rows change seldom: only the days on which one begins or ends to count are noted. */
    private void addChanges(int[] counts) {
      long before = 0;
      for (int w = low; w <= high; w++) {
        long word = row[w];
        for (long rest = word ^ (word << 1 | before); rest != 0; rest &= rest - 1) {
          int bit = Long.numberOfTrailingZeros(rest);
          counts[(w << 6) + bit] += (int) (word >>> bit << 1 & 2) - 1;
        }
        before = word >>> 63;
      }
    }

    /** From changes to counts, once every row is in. */
    void addUp() {
      for (int day = (low << 6) + 1; day < weekly.length; day++) {
        weekly[day] += weekly[day - 1];
        monthly[day] += monthly[day - 1];
      }
    }

    private void widen(int days) {
      for (int w = high; w > low; w--) {
        row[w] |= row[w] << days | row[w - 1] >>> (64 - days);
      }
      row[low] |= row[low] << days;
    }
  }

  private void countAtOnce(Book book, int line, ZoneId zone, int measured) {
    LocalDate last = from.plusDays(bought.length - 1L);
    LocalDate end = Days.of(last) > measured ? Days.known(measured) : last;
    if (!end.isBefore(from)) {
      int[] peaks = PoolPeaks.byDay(book, book.planNumberOfLine(line), from, end, zone);
      if (peaks != null) {
        System.arraycopy(peaks, 0, atOnce, 0, peaks.length);
      }
    }
  }

  public int days() {
    return bought.length;
  }

  public LocalDate day(int n) {
    return from.plusDays(n);
  }

  public int bought(int n) {
    return bought[n];
  }

  public int named(int n) {
    return named[n];
  }

  /** Accounts with a day of use in the 30 days ending that day, or {@link #EMPTY}. */
  public int monthlyActives(int n) {
    return monthly[n];
  }

  /** The same for 7 days. */
  public int weeklyActives(int n) {
    return weekly[n];
  }

  /** The same for that day alone. */
  public int dailyActives(int n) {
    return daily[n];
  }

  /** The most sessions of the plan at once, or {@link #EMPTY}. */
  public int mostAtOnce(int n) {
    return atOnce[n];
  }
}
