package org.sobertally.core.cover;

import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;

/**
 * What somebody holds and needs at one vendor, but for who it is: everybody with the same pattern
 * has the same cover, which is worked out once.
 */
final class Pattern {

  final int vendor;
  final int[] lines;
  final byte[] kinds;
  final long[] parts;
  final int hash;

  /** How many people (and accounts without an owner) have it. */
  int people;

  long need;
  List<String> plans = List.of();
  BigDecimal now = BigDecimal.ZERO;
  BigDecimal cost = BigDecimal.ZERO;

  /** What is saved on each of {@link #lines}, at the same place. */
  BigDecimal[] saved = {};

  Pattern(int vendor, int[] lines, byte[] kinds, long[] parts, int hash) {
    this.vendor = vendor;
    this.lines = lines;
    this.kinds = kinds;
    this.parts = parts;
    this.hash = hash;
  }

  boolean is(int otherVendor, int[] line, byte[] kind, long[] part, int size) {
    return vendor == otherVendor
        && lines.length == size
        && Arrays.equals(lines, 0, size, line, 0, size)
        && Arrays.equals(kinds, 0, size, kind, 0, size)
        && Arrays.equals(parts, 0, size, part, 0, size);
  }

  BigDecimal recoverable() {
    return now.subtract(cost);
  }
}
