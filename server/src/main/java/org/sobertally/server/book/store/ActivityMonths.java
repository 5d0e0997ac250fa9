package org.sobertally.server.book.store;

import java.sql.SQLException;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;

/**
 * Activity as the database keeps it: a bit per day of a month, under a slot that packs account
 * number, part number and month.
 */
public final class ActivityMonths {

  private static final int MONTH_BITS = 12;
  private static final int PART_BITS = 6;

  private ActivityMonths() {}

  /** Takes one month row. */
  public interface Visitor {
    void month(long slot, int days) throws SQLException;
  }

  public static long slot(int account, int part, int month) {
    return (((long) account << PART_BITS) | part) << MONTH_BITS | month;
  }

  /** Months since January 1970. */
  public static int numberOf(LocalDate month) {
    return 12 * (month.getYear() - 1970) + month.getMonthValue() - 1;
  }

  public static int account(long slot) {
    return (int) (slot >>> MONTH_BITS + PART_BITS);
  }

  public static int part(long slot) {
    return (int) (slot >>> MONTH_BITS) & (1 << PART_BITS) - 1;
  }

  /** The epoch day of bit 0. */
  public static int firstDay(long slot) {
    int month = (int) slot & (1 << MONTH_BITS) - 1;
    return (int) LocalDate.of(1970 + month / 12, month % 12 + 1, 1).toEpochDay();
  }

  /** Shows the calendar as month rows, in the order of their slots. */
  public static void forEach(ActivityCalendar activity, Visitor visitor) throws SQLException {
    Cutter cutter = new Cutter(visitor);
    activity.forEachRow(cutter::row);
    if (cutter.failure != null) {
      throw cutter.failure;
    }
  }

  /** Cuts rows of day bits at the ends of months. */
  private static final class Cutter {
    private final Visitor visitor;
    private @Nullable SQLException failure;
    private @Nullable LocalDate month;
    private int monthEnd;

    Cutter(Visitor visitor) {
      this.visitor = visitor;
    }

    void row(int account, int part, int firstDay, long[] bits, int from, int length) {
      int day = firstDay;
      int end = firstDay + 64 * length;
      while (day < end && failure == null) {
        LocalDate month = enter(day);
        int count = Math.min(monthEnd, end) - day;
        int mask = extract(bits, from, day - firstDay, count);
        if (mask != 0) {
          int number = numberOf(month);
          int shift = day - (int) month.toEpochDay();
          emit(slot(account, part, number), mask << shift);
        }
        day += count;
      }
    }

    private LocalDate enter(int day) {
      LocalDate last = month;
      if (last != null && day < monthEnd && day >= last.toEpochDay()) {
        return last;
      }
      LocalDate first = LocalDate.ofEpochDay(day).withDayOfMonth(1);
      month = first;
      monthEnd = (int) first.toEpochDay() + first.lengthOfMonth();
      return first;
    }

    private static int extract(long[] bits, int from, int offset, int count) {
      int word = from + (offset >> 6);
      int shift = offset & 63;
      long value = bits[word] >>> shift;
      if (shift + count > 64) {
        value |= bits[word + 1] << (64 - shift);
      }
      return (int) (value & (1L << count) - 1);
    }

    private void emit(long slot, int days) {
      try {
        visitor.month(slot, days);
      } catch (SQLException e) {
        failure = e;
      }
    }
  }
}
