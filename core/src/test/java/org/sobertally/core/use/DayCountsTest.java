package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class DayCountsTest {

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void countEachBitAsOftenAsItWasSet(long seed) {
    Random random = new Random(seed);
    int words = 1 + random.nextInt(4);
    DayCounts counts = new DayCounts(words);
    int[] plain = new int[64 * words];
    int from = random.nextInt(words);
    for (int row = 0; row < 300; row++) {
      long[] bits = random.longs(words).toArray();
      counts.add(bits, from, words - 1);
      for (int bit = 64 * from; bit < plain.length; bit++) {
        plain[bit] += (int) (bits[bit >> 6] >>> (bit & 63) & 1);
      }
    }
    for (int bit = 0; bit < plain.length; bit++) {
      assertThat(counts.at(bit >> 6, bit & 63)).isEqualTo(plain[bit]);
    }
  }
}
