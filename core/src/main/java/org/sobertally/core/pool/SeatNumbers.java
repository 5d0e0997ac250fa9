package org.sobertally.core.pool;

import java.util.Arrays;

/** A set of free seat numbers from 0 on that gives and takes back its lowest in a few steps. */
final class SeatNumbers {

  /** Level 0 has a bit a seat, set where it is taken; level n + 1 a bit for each full word. */
  private long[][] taken = {new long[1]};

  /** Takes the lowest seat that is free. */
  int take() {
    int top = taken.length - 1;
    if (taken[top][0] == -1L) {
      grow();
      top = taken.length - 1;
    }
    int word = 0;
    for (int level = top; level >= 0; level--) {
      if (taken[level].length <= word) {
        taken[level] = Arrays.copyOf(taken[level], Math.max(word + 1, 2 * taken[level].length));
      }
      word = (word << 6) + Long.numberOfTrailingZeros(~taken[level][word]);
    }
    mark(word);
    return word;
  }

  private void grow() {
    taken = Arrays.copyOf(taken, taken.length + 1);
    taken[taken.length - 1] = new long[] {1};
  }

  private void mark(int seat) {
    int at = seat;
    for (int level = 0; level < taken.length; level++) {
      int word = at >> 6;
      taken[level][word] |= 1L << (at & 63);
      if (taken[level][word] != -1L) {
        return;
      }
      at = word;
    }
  }

  void free(int seat) {
    int at = seat;
    for (int level = 0; level < taken.length; level++) {
      int word = at >> 6;
      boolean wasFull = taken[level][word] == -1L;
      taken[level][word] &= ~(1L << (at & 63));
      if (!wasFull) {
        return;
      }
      at = word;
    }
  }
}
