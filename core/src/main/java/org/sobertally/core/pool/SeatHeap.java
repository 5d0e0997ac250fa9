package org.sobertally.core.pool;

import java.util.Arrays;

/** Who is in, the next to leave first: a binary heap of times and seat numbers, packed as longs. */
final class SeatHeap {

  private static final int SEAT_BITS = 21;
  private static final long MOST_TIME = 1L << (Long.SIZE - 1 - SEAT_BITS);

  private long[] heap = new long[64];
  private int size;

  /**
   * @param end milliseconds since the earliest start
   * @throws IllegalArgumentException beyond 139 years or two million at once
   */
  void enter(long end, int seat) {
    if (end >= MOST_TIME || seat >>> SEAT_BITS != 0) {
      throw new IllegalArgumentException(
          "A replay of %d milliseconds with %d at once is more than can be packed."
              .formatted(end, seat));
    }
    if (size == heap.length) {
      heap = Arrays.copyOf(heap, 2 * size);
    }
    long entry = end << SEAT_BITS | seat;
    int at = size++;
    while (at > 0 && heap[at - 1 >>> 1] > entry) {
      heap[at] = heap[at - 1 >>> 1];
      at = at - 1 >>> 1;
    }
    heap[at] = entry;
  }

  /** Whether somebody's end is not after {@code now}. */
  boolean anyOver(long now) {
    return size > 0 && heap[0] >>> SEAT_BITS <= now;
  }

  /** Takes out who leaves next, and gives their seat. */
  int leave() {
    int seat = (int) heap[0] & (1 << SEAT_BITS) - 1;
    long last = heap[--size];
    int at = 0;
    int child = 1;
    while (child < size) {
      if (child + 1 < size && heap[child + 1] < heap[child]) {
        child++;
      }
      if (heap[child] >= last) {
        break;
      }
      heap[at] = heap[child];
      at = child;
      child = 2 * at + 1;
    }
    heap[at] = last;
    return seat;
  }
}
