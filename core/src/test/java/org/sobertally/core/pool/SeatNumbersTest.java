package org.sobertally.core.pool;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.PriorityQueue;
import java.util.Random;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class SeatNumbersTest {

  /** Seats beyond 64 × 64 need a third level of words. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void alwaysGiveTheLowestSeatThatIsFree(long seed) {
    Random random = new Random(seed);
    SeatNumbers seats = new SeatNumbers();
    List<Integer> taken = new ArrayList<>();
    TreeSet<Integer> free = new TreeSet<>();
    int target = seed % 4 == 0 ? 5_000 : 150;
    for (int step = 0; step < 3 * target; step++) {
      boolean take = taken.size() < target && random.nextInt(5) > 0 || taken.isEmpty();
      if (take) {
        // Without a gap the seats taken are those from 0 on.
        int lowest = free.isEmpty() ? taken.size() : free.pollFirst();
        assertThat(seats.take()).isEqualTo(lowest);
        taken.add(lowest);
      } else {
        int given = taken.remove(random.nextInt(taken.size()));
        free.add(given);
        seats.free(given);
      }
    }
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void thoseInsideLeaveInTheOrderOfTheirEnds(long seed) {
    Random random = new Random(seed);
    SeatHeap inside = new SeatHeap();
    PriorityQueue<Long> ends = new PriorityQueue<>();
    for (int now = 0; now < 500; now++) {
      long end = now + random.nextLong(40);
      inside.enter(end, random.nextInt(1_000));
      ends.add(end);
      while (inside.anyOver(now)) {
        assertThat(ends.poll()).isLessThanOrEqualTo(now);
        assertThat(inside.leave()).isBetween(0, 999);
      }
      assertThat(ends.isEmpty() || ends.peek() > now).isTrue();
    }
  }

  @Test
  void whatCannotBePackedIsSaidAndNotCutOff() {
    SeatHeap inside = new SeatHeap();
    assertThatThrownBy(() -> inside.enter(1L << 42, 1)).hasMessageContaining("can be packed");
    assertThatThrownBy(() -> inside.enter(1, 1 << 21)).hasMessageContaining("can be packed");
  }
}
