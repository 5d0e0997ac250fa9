package org.sobertally.core.use;

import java.time.LocalDate;
import java.util.Arrays;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;

/**
 * The spells without use of one plan's or of several plans' holdings. Each day of use begins one:
 * it ends with the next day of use, {@code g} days later, or is still open when what is known ends,
 * {@code c} days later (right-censored).
 *
 * <p>Example: used on days 1, 2 and 6, known until day 9: spells of 1 and 4 days that ended, and
 * one open for 3.
 */
final class Spells {

  private int[] ended = new int[2];
  private int[] open = new int[2];

  /** The spells of every plan's holdings up to the measure day, by the plan's number. */
  static Spells[] ofEveryPlan(Book book, LocalDate asOf) {
    Known[] known = new Known[book.plans().size()];
    Spells[] spells = new Spells[known.length];
    for (int plan = 0; plan < known.length; plan++) {
      known[plan] = Known.of(book, plan, asOf);
      spells[plan] = new Spells();
      spells[plan].reserve(known[plan]);
    }
    // By account and not by plan: activity is then read from front to back.
    Holdings holdings = book.holdings();
    long[] used = new long[book.activity().words()];
    for (int account = 0; account < book.accounts().size(); account++) {
      for (int p = holdings.accountStart(account); p < holdings.accountEnd(account); p++) {
        int h = holdings.atPlaceOfAccount(p);
        int plan = book.planNumberOfLine(holdings.line(h));
        spells[plan].addHolding(book, h, known[plan], used);
      }
    }
    return spells;
  }

  /** Adds the spells of every holding of the plan, up to the measure day. */
  void addPlan(Book book, int plan, LocalDate asOf) {
    Known known = Known.of(book, plan, asOf);
    reserve(known);
    Holdings holdings = book.holdings();
    long[] used = new long[book.activity().words()];
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planNumberOfLine(line) == plan) {
        for (int place = holdings.lineStart(line); place < holdings.lineEnd(line); place++) {
          addHolding(book, holdings.byAccount(place), known, used);
        }
      }
    }
  }

  /** What is known of a plan: its parts, and the first and last day of its vendor's evidence. */
  private record Known(long parts, int first, int last) {
    static Known of(Book book, int plan, LocalDate asOf) {
      Evidence evidence = book.evidenceOf(book.plans().get(plan).vendor(), asOf);
      return new Known(
          book.partsOfPlan(plan), Days.of(evidence.from()), Days.of(evidence.measureDay(asOf)));
    }
  }

  private void reserve(Known known) {
    reserve(Math.max(0, known.last - known.first) + 2);
  }

  private void addHolding(Book book, int h, Known known, long[] used) {
    Holdings holdings = book.holdings();
    int from = Math.max(known.first, holdings.from(h));
    int to =
        holdings.until(h) == Days.OPEN ? known.last : Math.min(known.last, holdings.until(h) - 1);
    if (from <= to && book.activity().addUse(holdings.account(h), known.parts, from, to, used)) {
      tally(used, book.activity(), to);
    }
  }

  /** Adds the spells counted there. */
  void add(Spells other) {
    reserve(other.ended.length);
    for (int days = 0; days < other.ended.length; days++) {
      ended[days] += other.ended[days];
      open[days] += other.open[days];
    }
  }

  private void reserve(int size) {
    if (ended.length < size) {
      ended = Arrays.copyOf(ended, size);
      open = Arrays.copyOf(open, size);
    }
  }

  /**
   * Goes over the runs of days without a gap, not over the days: within a run every spell lasts one
   * day, and those are counted a word at a time. Leaves the words cleared.
   */
  private void tally(long[] used, ActivityCalendar activity, int to) {
    int base = activity.firstWord() << 6;
    int previousEnd = Days.NONE;
    long before = 0;
    for (int w = 0; w < used.length; w++) {
      long word = used[w];
      used[w] = 0;
      if (word == 0) {
        before = 0;
        continue;
      }
      long follows = word & (word << 1 | before);
      ended[1] += Long.bitCount(follows);
      long starts = word & ~follows;
      long last = word & ~(word >>> 1);
      int start = base + (w << 6);
      if (before != 0 && (word & 1) != 0) {
        // The run that began in an earlier word goes on here, and ends at the first of `last`.
        previousEnd = start + Long.numberOfTrailingZeros(last);
        last &= last - 1;
      }
      while (starts != 0) {
        int from = start + Long.numberOfTrailingZeros(starts);
        if (previousEnd != Days.NONE) {
          ended[from - previousEnd]++;
        }
        previousEnd = start + Long.numberOfTrailingZeros(last);
        starts &= starts - 1;
        last &= last - 1;
      }
      before = word >>> 63;
    }
    open[to - previousEnd]++;
  }

  /** How many ended after exactly so many days. */
  int ended(int days) {
    return days < ended.length ? ended[days] : 0;
  }

  /** How many were last known to be open after exactly so many days. */
  int open(int days) {
    return days < open.length ? open[days] : 0;
  }

  /** No spell is longer than this. */
  int longest() {
    for (int days = ended.length - 1; days > 0; days--) {
      if (ended[days] != 0 || open[days] != 0) {
        return days;
      }
    }
    return 0;
  }
}
