package org.sobertally.server.vendors;

import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Looks on while all of a vendor is read: how far it has come, when it must end, and whether
 * somebody stopped it.
 */
public final class ReadingWatch {

  private static final Duration BRIEFLY = Duration.ofMinutes(1);

  private final Instant began = Instant.now();
  private final Instant end;
  private final CountDownLatch stop = new CountDownLatch(1);
  private final AtomicInteger pages = new AtomicInteger();
  private volatile long accounts;
  private volatile long total;

  /**
   * @param most how long the whole reading may take, pauses included
   */
  public ReadingWatch(Duration most) {
    this.end = began.plus(most);
  }

  /** One for somebody who waits for it. */
  public static ReadingWatch brief() {
    return new ReadingWatch(BRIEFLY);
  }

  public Instant began() {
    return began;
  }

  /** How many pages came. */
  public int pages() {
    return pages.get();
  }

  /** How many accounts they showed. */
  public long accounts() {
    return accounts;
  }

  /** How many there are to come, as the vendor says; 0 where it does not. */
  public long total() {
    return total;
  }

  /** Has it end at the next page or pause. */
  public void stop() {
    stop.countDown();
  }

  public boolean isStopped() {
    return stop.getCount() == 0;
  }

  void cameTo(long accountsByNow, long of) {
    pages.incrementAndGet();
    accounts = accountsByNow;
    total = of;
  }

  /**
   * Waits before a page is asked for again.
   *
   * @return whether to go on; false if there is no time left for that, or somebody stopped it
   */
  boolean pause(Duration pause) {
    if (Instant.now().plus(pause).isAfter(end)) {
      return false;
    }
    try {
      return !stop.await(pause.toMillis(), TimeUnit.MILLISECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }
}
