package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

@Tag("unit")
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

  /** One complaint, of one that was asked thirty times a second and could take it. */
  @Test
  void oneComplaintIsForgottenWithinAMinute() {
    for (int request = 0; request < 300; request++) {
      now += SECOND / 30;
      pace.taken();
    }
    pace.tooMany(1);
    int asked = 0;
    long end = now + 30 * SECOND;
    while (now < end) {
      now += Math.max(pace.turn(), SECOND / 30);
      pace.taken();
      asked++;
    }
    assertThat(asked).isGreaterThan(30 * 28);
    now += 30 * SECOND;
    assertThat(pace.perSecond()).isInfinite();
  }

  /** One that complains before it took anything says nothing of how much it takes. */
  @Test
  void aComplaintOfTheFirstRequestDoesNotLeadToACrawl() {
    pace.tooMany(1);
    assertThat(pace.perSecond()).isEqualTo(5);
    now += 20 * SECOND;
    assertThat(pace.perSecond()).isEqualTo(10);
    now += 40 * SECOND;
    assertThat(pace.perSecond()).isInfinite();
  }

  @Test
  void whoComplainsAgainAtOnceIsLeftAloneForAsLongAsItNamed() {
    pace.tooMany(2);
    pace.tooMany(2);
    assertThat(pace.turn()).isEqualTo(2 * SECOND);
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
        pace.tooMany(1);
      } else {
        window.add(now);
        served.add(now);
        pace.taken();
      }
    }
    return refused;
  }
}
