package org.sobertally.core.pool;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Sessions;

/**
 * What would have happened in a floating pool of every size: how many starts would have found it
 * full. A denied start takes no seat, so its whole stay is missing from what follows.
 *
 * <p>One pass answers for all sizes: give each start the lowest free seat of an endless pool. Seats
 * 1 … k of it then hold just those sessions that a pool of k would have let in, whatever happens
 * above them; so a pool of k refuses exactly the starts whose seat number is above k.
 *
 * <p>Example: sessions [9:00, 11:00), [9:30, 10:00), [9:40, 12:00), [11:00, 12:00) get seats 1, 2,
 * 3 and 1: a peak of 3; a pool of 2 refuses one, a pool of 1 refuses two.
 */
public final class PoolReplay {

  private final int starts;
  private final int[] denied;

  private PoolReplay(int starts, int[] denied) {
    this.starts = starts;
    this.denied = denied;
  }

  /**
   * Replays the plan's sessions. Those running at the beginning of {@code from} take their seats
   * first; only starts on days in {@code [from, to]} are counted.
   *
   * @param zone in which days begin
   */
  public static PoolReplay of(Book book, int plan, LocalDate from, LocalDate to, ZoneId zone) {
    long first = from.atStartOfDay(zone).toInstant().toEpochMilli();
    long end = to.plusDays(1).atStartOfDay(zone).toInstant().toEpochMilli();
    Sessions sessions = book.sessions();
    int low = sessions.planStart(plan);
    int high = low;
    while (high < sessions.planEnd(plan) && sessions.started(high) < end) {
      high++;
    }
    long[] started = new long[high - low];
    long[] ended = new long[high - low];
    int n = 0;
    for (int s = low; s < high; s++) {
      // One that began and ended on the same instant before the first day took nothing into it.
      if (sessions.started(s) >= first || sessions.ended(s) > first) {
        started[n] = sessions.started(s);
        ended[n++] = Math.min(sessions.ended(s), end);
      }
    }
    return replay(Arrays.copyOf(started, n), Arrays.copyOf(ended, n), first);
  }

  /**
   * @param started in the order in which starts are served
   * @param ended no end lies before its start
   * @param countedFrom starts before it take seats but are not counted
   */
  static PoolReplay replay(long[] started, long[] ended, long countedFrom) {
    int n = started.length;
    long earliest = n == 0 ? 0 : started[0];
    SeatNumbers seats = new SeatNumbers();
    SeatHeap inside = new SeatHeap();
    int[] startsAt = new int[64];
    int counted = 0;
    for (int s = 0; s < n; s++) {
      while (inside.anyOver(started[s] - earliest)) {
        seats.free(inside.leave());
      }
      int number = seats.take();
      inside.enter(ended[s] - earliest, number);
      if (number >= startsAt.length) {
        startsAt = Arrays.copyOf(startsAt, 2 * number);
      }
      if (started[s] >= countedFrom) {
        counted++;
        startsAt[number]++;
      }
    }
    return new PoolReplay(counted, deniedBySize(startsAt));
  }

  private static int[] deniedBySize(int[] startsAt) {
    int peak = startsAt.length;
    while (peak > 0 && startsAt[peak - 1] == 0) {
      peak--;
    }
    int[] denied = new int[peak + 1];
    for (int size = peak - 1; size >= 0; size--) {
      denied[size] = denied[size + 1] + startsAt[size];
    }
    return denied;
  }

  /** How many starts were counted. */
  public int starts() {
    return starts;
  }

  /** The smallest pool that would have refused nobody. */
  public int peak() {
    return denied.length - 1;
  }

  /** How many of the starts a pool of so many seats would have refused; it never rises. */
  public int denied(int seats) {
    return seats >= denied.length ? 0 : denied[seats];
  }

  /**
   * The smallest pool that would have refused at most so large a share of the starts.
   *
   * @param share 0 to 1
   */
  public int smallest(double share) {
    int size = peak();
    while (size > 0 && denied[size - 1] <= share * starts) {
      size--;
    }
    return size;
  }
}
