package org.sobertally.core.use;

/**
 * Counts, for each day, in how many bit rows its bit is set. The counts are kept bit-sliced, so
 * that a row of 64 days is added in about two operations rather than in 64.
 */
final class DayCounts {

  private static final int SLICES = 31;

  private final long[] slices;

  DayCounts(int words) {
    slices = new long[words * SLICES];
  }

  void add(long[] row, int from, int to) {
    for (int w = from; w <= to; w++) {
      long carry = row[w];
      for (int at = w * SLICES; carry != 0; at++) {
        long both = slices[at] & carry;
        slices[at] ^= carry;
        carry = both;
      }
    }
  }

  /** The count of bit {@code bit} of word {@code word}. */
  int at(int word, int bit) {
    int count = 0;
    for (int slice = 0; slice < SLICES; slice++) {
      count |= (int) (slices[word * SLICES + slice] >>> bit & 1) << slice;
    }
    return count;
  }
}
