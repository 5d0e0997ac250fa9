package org.sobertally.core.pool;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.IntPredicate;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Sessions;
import org.sobertally.core.time.Days;

/**
 * On which days which accounts were in a pool: on every day that one of their sessions {@code
 * [start, end)} touches, by the zone's midnight.
 */
public final class PoolVisitors {

  private final Map<Integer, TreeSet<Integer>> daysByAccount = new TreeMap<>();
  private int firstDay = Integer.MAX_VALUE;

  private PoolVisitors() {}

  /**
   * The visitors up to the day.
   *
   * @param lastDay the epoch day to which sessions are known; one that lasts is counted to it
   * @param counts which accounts count
   */
  public static PoolVisitors of(
      Book book, int plan, ZoneId zone, int lastDay, IntPredicate counts) {
    PoolVisitors visitors = new PoolVisitors();
    Sessions sessions = book.sessions();
    for (int s = sessions.planStart(plan); s < sessions.planEnd(plan); s++) {
      if (counts.test(sessions.account(s))) {
        int from = day(sessions.started(s), zone);
        boolean lasts = sessions.ended(s) == Sessions.OPEN;
        long end = Math.max(sessions.started(s), sessions.ended(s) - 1);
        int to = lasts ? lastDay : Math.min(lastDay, day(end, zone));
        visitors.add(sessions.account(s), from, to);
      }
    }
    return visitors;
  }

  private static int day(long millis, ZoneId zone) {
    return Days.of(Instant.ofEpochMilli(millis).atZone(zone).toLocalDate());
  }

  private void add(int account, int from, int to) {
    for (int day = from; day <= to; day++) {
      daysByAccount.computeIfAbsent(account, a -> new TreeSet<>()).add(day);
      firstDay = Math.min(firstDay, day);
    }
  }

  /** The first epoch day on which anybody was in; a day beyond all days where nobody was. */
  public int firstDay() {
    return firstDay;
  }

  /**
   * How many accounts were in within so many days ending each day; days on which that cannot be
   * said are left as they are.
   *
   * @param first the epoch day of the first place of {@code into}
   * @param end the place before which to stop
   * @param since the epoch day from which sessions are known
   */
  public void count(int first, int end, int window, int since, int[] into) {
    int[] change = new int[Math.max(0, end) + 1];
    for (TreeSet<Integer> days : daysByAccount.values()) {
      int counted = 0;
      for (int day : days) {
        // Overlapping stretches of one account count once.
        int start = Math.max(Math.max(0, day - first), counted);
        int stop = Math.min(end, day - first + window);
        if (start < stop) {
          change[start]++;
          change[stop]--;
          counted = stop;
        }
      }
    }
    int now = 0;
    for (int d = 0; d < end; d++) {
      now += change[d];
      if (since <= first + d - window + 1) {
        into[d] = now;
      }
    }
  }

  /** How many accounts were ever in, up to each day. */
  public void countEver(int first, int[] into) {
    for (int d = 0; d < into.length; d++) {
      into[d] = 0;
    }
    for (TreeSet<Integer> days : daysByAccount.values()) {
      for (int d = Math.max(0, days.first() - first); d < into.length; d++) {
        into[d]++;
      }
    }
  }
}
