package org.sobertally.server.outbox;

import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;

/**
 * How long to wait before the next attempt: twice as long each time, up to a limit.
 *
 * @param first after the first attempt
 * @param most never longer than this
 */
public record BackOff(Duration first, Duration most) {

  private static final int MOST_DOUBLINGS = 20;

  /**
   * The pause after so many attempts. Example: of 1 s, at most 1 min, after the fourth 8 s and
   * after the tenth 1 min.
   */
  public Duration after(int attempts) {
    Duration wait = first.multipliedBy(1L << Math.min(MOST_DOUBLINGS, Math.max(0, attempts - 1)));
    return wait.compareTo(most) > 0 ? most : wait;
  }

  /**
   * The pause, up to a quarter longer: so that those who were sent away together do not come again
   * together. Never shorter, for somebody may have asked for it.
   */
  public static Duration spread(Duration pause) {
    long more = pause.toMillis() / 4;
    return more == 0 ? pause : pause.plusMillis(ThreadLocalRandom.current().nextLong(more));
  }
}
