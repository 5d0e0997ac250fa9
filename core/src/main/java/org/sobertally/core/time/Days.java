package org.sobertally.core.time;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

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
  public static int orOpen(@Nullable LocalDate day) {
    return day == null ? OPEN : of(day);
  }

  /**
   * A day that is known to be one.
   *
   * @throws IllegalArgumentException for {@link #OPEN} and {@link #NONE}
   */
  public static LocalDate known(int day) {
    LocalDate known = date(day);
    if (known == null) {
      throw new IllegalArgumentException("There is no such day: " + day);
    }
    return known;
  }

  /** Null for {@link #OPEN} and {@link #NONE}. */
  public static @Nullable LocalDate date(int day) {
    return day == OPEN || day == NONE ? null : LocalDate.ofEpochDay(day);
  }

  /** Whether {@code day} lies in the half-open interval {@code [from, until)}. */
  public static boolean within(int day, int from, int until) {
    return from <= day && day < until;
  }
}
