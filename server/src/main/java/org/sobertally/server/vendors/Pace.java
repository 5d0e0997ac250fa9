package org.sobertally.server.vendors;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.LongSupplier;

/**
 * How fast a vendor is asked. It starts without a limit. A vendor that says "too many" is asked a
 * little slower than the most it took within one of the last seconds before that; from then on
 * every second without a complaint lets it be asked faster, slowly at first and then by leaps, and
 * after a minute without any there is no limit again. One that says it twice without taking
 * anything in between is left alone for as long as it named.
 *
 * <p>t seconds after the complaint the pace is {@code base × (1 + (t / 20)³)}: 2 % more after five
 * seconds, so that a limit which stands is met about every six; twice after twenty; and 28 times as
 * much when the minute is over.
 */
final class Pace {

  private static final long SECOND = 1_000_000_000;
  private static final long REMEMBERED = 60 * SECOND;
  private static final double BACK_OFF = 0.98;
  private static final double DOUBLED_AFTER = 20.0 * SECOND;
  private static final double SLOWEST = 5;
  private static final long LONGEST_HOLD_SECONDS = 5;

  private final LongSupplier nanos;

  /** When answers came within the last second. */
  private final Deque<Long> answered = new ArrayDeque<>();

  /** The most answers within one second, by the seconds of the last minute. */
  private final Deque<Peak> peaks = new ArrayDeque<>();

  private double base = Double.POSITIVE_INFINITY;
  private long complained;
  private boolean takenSince = true;
  private long next = Long.MIN_VALUE;

  private record Peak(long at, int answers) {}

  /**
   * @param nanos a clock as {@link System#nanoTime}
   */
  Pace(LongSupplier nanos) {
    this.nanos = nanos;
  }

  /** Takes the next turn and gives how many nanoseconds to wait for it. */
  synchronized long turn() {
    long now = nanos.getAsLong();
    double perSecond = perSecondAt(now);
    long turn = Math.max(now, next);
    if (!Double.isInfinite(perSecond)) {
      next = turn + (long) (SECOND / perSecond);
    }
    return turn - now;
  }

  /** The vendor took a request. */
  synchronized void taken() {
    long now = nanos.getAsLong();
    answered.add(now);
    forget(now);
    takenSince = true;
    while (!peaks.isEmpty() && peaks.peekLast().answers <= answered.size()) {
      peaks.pollLast();
    }
    peaks.add(new Peak(now, answered.size()));
  }

  /**
   * The vendor said that there were too many.
   *
   * @param waitSeconds how long it wants us to wait; 0 where it did not say
   */
  synchronized void tooMany(long waitSeconds) {
    long now = nanos.getAsLong();
    forget(now);
    if (takenSince) {
      int most = Math.max(answered.size(), peaks.isEmpty() ? 0 : peaks.peek().answers);
      base = Math.max(SLOWEST, Math.min(perSecondAt(now), BACK_OFF * most));
      // What it took before it complained says nothing of what it will take.
      peaks.clear();
    } else {
      next = Math.max(next, now + Math.min(waitSeconds, LONGEST_HOLD_SECONDS) * SECOND);
    }
    complained = now;
    takenSince = false;
  }

  /** Requests a second as it stands; infinite where the vendor lately never said "too many". */
  synchronized double perSecond() {
    return perSecondAt(nanos.getAsLong());
  }

  private double perSecondAt(long now) {
    double t = now - complained;
    if (Double.isInfinite(base) || t >= REMEMBERED) {
      base = Double.POSITIVE_INFINITY;
      return base;
    }
    return base * (1 + Math.pow(t / DOUBLED_AFTER, 3));
  }

  private void forget(long now) {
    while (!answered.isEmpty() && now - answered.peek() > SECOND) {
      answered.poll();
    }
    while (!peaks.isEmpty() && now - peaks.peek().at > REMEMBERED) {
      peaks.poll();
    }
  }
}
