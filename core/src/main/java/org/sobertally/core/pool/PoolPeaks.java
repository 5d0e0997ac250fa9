package org.sobertally.core.pool;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Sessions;

/** The most sessions of a floating plan at once, by day and by hour of the week. */
public final class PoolPeaks {

  private static final int HOURS = 24;

  private PoolPeaks() {}

  /**
   * The peak of each day in {@code [from, to]}; a session counts from its start to before its end.
   *
   * @return null where no session of the plan is known
   */
  public static int @Nullable [] byDay(
      Book book, int plan, LocalDate from, LocalDate to, ZoneId zone) {
    if (book.sessions().planStart(plan) == book.sessions().planEnd(plan)) {
      return null;
    }
    List<Long> bounds = new ArrayList<>();
    for (LocalDate day = from; !day.isAfter(to.plusDays(1)); day = day.plusDays(1)) {
      bounds.add(day.atStartOfDay(zone).toInstant().toEpochMilli());
    }
    return peaks(book, plan, bounds);
  }

  /**
   * The most at once within the house's need window up to the day: how many of the pool's seats
   * were needed lately.
   */
  public static int lately(Book book, int plan, LocalDate asOf, ZoneId zone) {
    int[] peaks = byDay(book, plan, asOf.minusDays(book.rules().needWindow() - 1L), asOf, zone);
    return peaks == null ? 0 : Arrays.stream(peaks).max().orElse(0);
  }

  /**
   * The highest peak of each hour of the week over the days in {@code [from, to]}; hour 0 is Monday
   * from midnight. An hour that a clock change repeats counts twice, one that it leaves out never.
   */
  public static int[] byHourOfWeek(Book book, int plan, LocalDate from, LocalDate to, ZoneId zone) {
    int[] highest = new int[DayOfWeek.values().length * HOURS];
    List<Long> bounds = new ArrayList<>();
    Instant end = to.plusDays(1).atStartOfDay(zone).toInstant();
    ZonedDateTime hour = from.atStartOfDay(zone);
    List<Integer> hoursOfWeek = new ArrayList<>();
    while (hour.toInstant().isBefore(end)) {
      bounds.add(hour.toInstant().toEpochMilli());
      hoursOfWeek.add((hour.getDayOfWeek().getValue() - 1) * HOURS + hour.getHour());
      hour = hour.plusHours(1);
    }
    bounds.add(end.toEpochMilli());
    int[] peaks = peaks(book, plan, bounds);
    for (int slot = 0; slot < peaks.length; slot++) {
      int at = hoursOfWeek.get(slot);
      highest[at] = Math.max(highest[at], peaks[slot]);
    }
    return highest;
  }

  /** The peak of each slot between two neighbouring bounds. */
  private static int[] peaks(Book book, int plan, List<Long> bounds) {
    int[] peaks = new int[bounds.size() - 1];
    Sessions sessions = book.sessions();
    int first = sessions.planStart(plan);
    int n = sessions.planEnd(plan) - first;
    long[] ends = new long[n];
    for (int s = 0; s < n; s++) {
      ends[s] = sessions.ended(first + s);
    }
    Arrays.sort(ends);
    int started = 0;
    int over = 0;
    for (int slot = 0; slot < peaks.length; slot++) {
      long begin = bounds.get(slot);
      long end = bounds.get(slot + 1);
      while (started < n && sessions.started(first + started) < begin) {
        started++;
      }
      while (over < n && ends[over] <= begin) {
        over++;
      }
      int peak = started - over;
      while (started < n && sessions.started(first + started) < end) {
        long now = sessions.started(first + started);
        while (over < n && ends[over] <= now) {
          over++;
        }
        started++;
        peak = Math.max(peak, started - over);
      }
      peaks[slot] = Math.max(0, peak);
    }
    return peaks;
  }
}
