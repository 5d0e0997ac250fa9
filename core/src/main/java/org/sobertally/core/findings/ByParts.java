package org.sobertally.core.findings;

import java.util.function.LongFunction;

/**
 * Remembers what was worked out for sets of parts: a hash table of sets, by open addressing, so
 * that a question put for every holding makes no garbage.
 */
final class ByParts<T> {

  private long[] keys = new long[16];
  private Object[] values = new Object[16];
  private int size;

  /** What there is for the set; worked out once. */
  @SuppressWarnings("unchecked")
  T get(long parts, LongFunction<T> work) {
    int at = slot(keys, values, parts);
    if (values[at] == null) {
      T made = work.apply(parts);
      if (2 * (size + 1) > keys.length) {
        grow();
        at = slot(keys, values, parts);
      }
      keys[at] = parts;
      values[at] = made;
      size++;
    }
    return (T) values[at];
  }

  private static int slot(long[] keys, Object[] values, long parts) {
    long mixed = parts * 0x9E3779B97F4A7C15L;
    int at = (int) (mixed >>> 32) & keys.length - 1;
    while (values[at] != null && keys[at] != parts) {
      at = at + 1 & keys.length - 1;
    }
    return at;
  }

  private void grow() {
    long[] moreKeys = new long[2 * keys.length];
    Object[] moreValues = new Object[2 * keys.length];
    for (int n = 0; n < keys.length; n++) {
      if (values[n] != null) {
        int at = slot(moreKeys, moreValues, keys[n]);
        moreKeys[at] = keys[n];
        moreValues[at] = values[n];
      }
    }
    keys = moreKeys;
    values = moreValues;
  }
}
