package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import org.junit.jupiter.api.Test;

class PaceTest {

  private static final long SECOND = 1_000_000_000;
  private static final int LIMIT = 50;

  private long now;
  private final Pace pace = new Pace(() -> now);
  private final Deque<Long> served = new ArrayDeque<>();

  @Test
  void aVendorThatNeverComplainsIsNeverWaitedFor() {
    for (int request = 0; request < 1_000; request++) {
      assertThat(pace.turn()).isZero();
      pace.taken();
    }
  }

  @Test
  void requestsSettleJustBelowWhatTheVendorAllows() {
    run(10);
    int refused = run(60);
    int taken = 60 * LIMIT;
    assertThat(served.size()).isGreaterThanOrEqualTo(taken * 95 / 100);
    assertThat(refused).isLessThan(taken / 50);
  }

  /** Asks for so many seconds as fast as the pace allows, and counts what was refused. */
  private int run(int seconds) {
    long end = now + seconds * SECOND;
    served.clear();
    Deque<Long> window = new ArrayDeque<>();
    int refused = 0;
    while (now < end) {
      now += Math.max(pace.turn(), SECOND / 200);
      while (!window.isEmpty() && now - window.peek() > SECOND) {
        window.poll();
      }
      if (window.size() >= LIMIT) {
        refused++;
        pace.tooMany();
      } else {
        window.add(now);
        served.add(now);
        pace.taken();
      }
    }
    return refused;
  }
}
