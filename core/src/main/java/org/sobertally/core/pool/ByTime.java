package org.sobertally.core.pool;

/** Sorts numbers by a time each, keeping the order of equals: radix sort, 11 bits at a time. */
final class ByTime {

  private static final int BITS = 11;

  private ByTime() {}

  /**
   * The numbers 0 … times.length − 1 in the order of their times.
   *
   * @param times at least 0 each
   */
  static int[] order(long[] times) {
    long most = 0;
    for (long time : times) {
      most = Math.max(most, time);
    }
    int[] order = new int[times.length];
    for (int n = 0; n < order.length; n++) {
      order[n] = n;
    }
    int[] other = new int[order.length];
    int[] starts = new int[(1 << BITS) + 1];
    for (int shift = 0; shift < 64 && most >>> shift != 0; shift += BITS) {
      java.util.Arrays.fill(starts, 0);
      for (long time : times) {
        starts[digit(time, shift) + 1]++;
      }
      for (int d = 0; d < 1 << BITS; d++) {
        starts[d + 1] += starts[d];
      }
      for (int n : order) {
        other[starts[digit(times[n], shift)]++] = n;
      }
      int[] swap = order;
      order = other;
      other = swap;
    }
    return order;
  }

  private static int digit(long time, int shift) {
    return (int) (time >>> shift) & (1 << BITS) - 1;
  }
}
