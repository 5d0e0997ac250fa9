package org.sobertally.core.activity;

import java.util.Arrays;

/**
 * Collects days of use in any order; a day told twice counts once.
 *
 * <p>Facts usually arrive by day, so the collecting side keeps one array per word of days (a
 * plane): facts of one day then touch one array only. {@link #build} turns the planes into rows.
 */
public final class CalendarBuilder {
  private static final int SHIFT = 6;

  private final int accounts;
  private long[] keys = new long[1 << 10];
  private int[] keyRows = new int[1 << 10];
  private int[] rowAccount = new int[1 << 9];
  private byte[] rowPart = new byte[1 << 9];
  private int rows;
  private long lastKey;
  private int lastRow;
  private int firstWord;
  private long[][] planes = new long[0][];

  public CalendarBuilder(int accounts) {
    this.accounts = accounts;
    Arrays.fill(keyRows, -1);
  }

  /** Tells that the account used the part on the epoch day. */
  public void add(int account, int part, int day) {
    // The row first: a new one may replace the planes by longer ones.
    int row = row(account, part);
    plane(day >> SHIFT)[row] |= 1L << (day & 63);
  }

  /** Tells a month at once: bit {@code i} of {@code mask} is the day {@code firstDay + i}. */
  public void addRun(int account, int part, int firstDay, int mask) {
    long days = mask & 0xffffffffL;
    if (days == 0) {
      return;
    }
    int row = row(account, part);
    int offset = firstDay & 63;
    long low = days << offset;
    if (low != 0) {
      plane(firstDay >> SHIFT)[row] |= low;
    }
    long high = offset == 0 ? 0 : days >>> (64 - offset);
    if (high != 0) {
      plane((firstDay >> SHIFT) + 1)[row] |= high;
    }
  }

  private long[] plane(int word) {
    if (planes.length == 0) {
      firstWord = word;
      planes = new long[1][];
    } else if (word < firstWord) {
      long[][] grown = new long[planes.length + firstWord - word][];
      System.arraycopy(planes, 0, grown, firstWord - word, planes.length);
      planes = grown;
      firstWord = word;
    } else if (word - firstWord >= planes.length) {
      planes = Arrays.copyOf(planes, word - firstWord + 1);
    }
    long[] plane = planes[word - firstWord];
    if (plane == null || plane.length < rows) {
      plane = plane == null ? new long[rowAccount.length] : Arrays.copyOf(plane, rowAccount.length);
      planes[word - firstWord] = plane;
    }
    return plane;
  }

  private int row(int account, int part) {
    long key = ((long) account << 6) | part;
    if (rows > 0 && key == lastKey) {
      return lastRow;
    }
    lastRow = find(account, part, key);
    lastKey = key;
    return lastRow;
  }

  private int find(int account, int part, long key) {
    int slot = slotOf(key, keys.length);
    while (keyRows[slot] >= 0) {
      if (keys[slot] == key) {
        return keyRows[slot];
      }
      slot = slot + 1 & keys.length - 1;
    }
    return addRow(account, part, key, slot);
  }

  private int addRow(int account, int part, long key, int slot) {
    if (account < 0 || account >= accounts || part < 0 || part >= ActivityCalendar.MAX_PARTS) {
      throw new IllegalArgumentException(
          "No row for account (%d of %d) and part (%d of %d)."
              .formatted(account, accounts, part, ActivityCalendar.MAX_PARTS));
    }
    if (rows == rowAccount.length) {
      rowAccount = Arrays.copyOf(rowAccount, 2 * rows);
      rowPart = Arrays.copyOf(rowPart, 2 * rows);
      for (int p = 0; p < planes.length; p++) {
        planes[p] = planes[p] == null ? null : Arrays.copyOf(planes[p], 2 * rows);
      }
    }
    keys[slot] = key;
    keyRows[slot] = rows;
    rowAccount[rows] = account;
    rowPart[rows] = (byte) part;
    if (2 * ++rows > keys.length) {
      rehash();
    }
    return rows - 1;
  }

  private void rehash() {
    int size = 2 * keys.length;
    keys = new long[size];
    keyRows = new int[size];
    Arrays.fill(keyRows, -1);
    for (int row = 0; row < rows; row++) {
      long key = ((long) rowAccount[row] << 6) | rowPart[row];
      int slot = slotOf(key, size);
      while (keyRows[slot] >= 0) {
        slot = slot + 1 & size - 1;
      }
      keys[slot] = key;
      keyRows[slot] = row;
    }
  }

  private static int slotOf(long key, int size) {
    long mixed = key * 0x9E3779B97F4A7C15L;
    return (int) (mixed >>> 32) & size - 1;
  }

  /** The calendar of everything told so far. */
  public ActivityCalendar build() {
    int[] rowStart = new int[accounts + 1];
    for (int row = 0; row < rows; row++) {
      rowStart[rowAccount[row] + 1]++;
    }
    for (int account = 0; account < accounts; account++) {
      rowStart[account + 1] += rowStart[account];
    }
    int[] target = targets(rowStart);
    byte[] parts = new byte[rows];
    int words = planes.length;
    long[] bits = new long[Math.multiplyExact(rows, words)];
    for (int row = 0; row < rows; row++) {
      parts[target[row]] = rowPart[row];
      int base = target[row] * words;
      for (int w = 0; w < words; w++) {
        long[] plane = planes[w];
        bits[base + w] = plane == null || plane.length <= row ? 0 : plane[row];
      }
    }
    return new ActivityCalendar(firstWord, words, rowStart, parts, bits);
  }

  /** Where each row goes: by account, and within an account by part. */
  private int[] targets(int[] rowStart) {
    int[] next = Arrays.copyOf(rowStart, accounts);
    int[] order = new int[rows];
    for (int row = 0; row < rows; row++) {
      int at = next[rowAccount[row]]++;
      while (at > rowStart[rowAccount[row]] && rowPart[order[at - 1]] > rowPart[row]) {
        order[at] = order[at - 1];
        at--;
      }
      order[at] = row;
    }
    int[] target = new int[rows];
    for (int at = 0; at < rows; at++) {
      target[order[at]] = at;
    }
    return target;
  }
}
