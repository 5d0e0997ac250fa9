package org.sobertally.core.time;

import java.time.LocalDate;

/** Days as {@code int} epoch days, which is how columns of the book keep them. */
public final class Days {

  /** An absent end: later than every day that can be asked about. */
  public static final int OPEN = Integer.MAX_VALUE;

  /** No such day. */
  public static final int NONE = Integer.MIN_VALUE;

  private Days() {}

  public static int of(LocalDate day) {
    return Math.toIntExact(day.toEpochDay());
  }

  /** {@link #OPEN} where {@code day} is null. */
  public static int orOpen(LocalDate day) {
    return day == null ? OPEN : of(day);
  }

  /** Null for {@link #OPEN} and {@link #NONE}. */
  public static LocalDate date(int day) {
    return day == OPEN || day == NONE ? null : LocalDate.ofEpochDay(day);
  }

  /** Whether {@code day} lies in the half-open interval {@code [from, until)}. */
  public static boolean within(int day, int from, int until) {
    return from <= day && day < until;
  }
}
