package org.sobertally.server.vendors;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.LongSupplier;

/**
 * How fast a vendor is asked. It starts without a limit; a vendor that says "too many" teaches it
 * how many answers it gave within the last second, and from then on requests are spread over time a
 * little below that. Every answer lets it try a trifle faster again, so that a limit which the
 * vendor raises is found as well.
 */
final class Pace {

  private static final long SECOND = 1_000_000_000;
  private static final double BACK_OFF = 0.98;
  private static final double FASTER = 0.002;
  private static final double SLOWEST = 1;

  private final LongSupplier nanos;
  private final Deque<Long> answered = new ArrayDeque<>();
  private double perSecond = Double.POSITIVE_INFINITY;
  private long next = Long.MIN_VALUE;

  /**
   * @param nanos a clock as {@link System#nanoTime}
   */
  Pace(LongSupplier nanos) {
    this.nanos = nanos;
  }

  /** Takes the next turn and gives how many nanoseconds to wait for it. */
  synchronized long turn() {
    long now = nanos.getAsLong();
    if (Double.isInfinite(perSecond)) {
      return 0;
    }
    long turn = Math.max(now, next);
    next = turn + (long) (SECOND / perSecond);
    return turn - now;
  }

  /** The vendor took a request. */
  synchronized void taken() {
    answered.add(forget());
    if (!Double.isInfinite(perSecond)) {
      perSecond += FASTER;
    }
  }

  /** The vendor said that there were too many. */
  synchronized void tooMany() {
    forget();
    perSecond = Math.max(SLOWEST, Math.min(perSecond, BACK_OFF * answered.size()));
  }

  /** Requests a second as it stands; infinite where the vendor never said "too many". */
  synchronized double perSecond() {
    return perSecond;
  }

  private long forget() {
    long now = nanos.getAsLong();
    while (!answered.isEmpty() && now - answered.peek() > SECOND) {
      answered.poll();
    }
    return now;
  }
}
