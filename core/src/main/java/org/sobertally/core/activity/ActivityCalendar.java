package org.sobertally.core.activity;

import java.util.Arrays;
import org.sobertally.core.time.Days;

/**
 * On which days an account used a part: one row of bits per account and part, one bit a day.
 *
 * <p>Rows of one account stand together, so that everything asked about one account reads one
 * stretch of memory. Accounts and parts are dense numbers given by the book; parts are numbered per
 * vendor from 0 to 63, so that a set of them is a {@code long}. Days are epoch days. Word {@code w}
 * of a row holds the days {@code 64 × (firstWord + w)} to {@code … + 63}.
 */
public final class ActivityCalendar {

  /** A vendor can have no more parts than a set of them has bits. */
  public static final int MAX_PARTS = 64;

  private final int firstWord;
  private final int words;
  private final int[] rowStart;
  private final byte[] rowPart;
  private final long[] bits;

  private ActivityCalendar(int firstWord, int words, int[] rowStart, byte[] rowPart, long[] bits) {
    this.firstWord = firstWord;
    this.words = words;
    this.rowStart = rowStart;
    this.rowPart = rowPart;
    this.bits = bits;
  }

  /** No activity of any of so many accounts. */
  public static ActivityCalendar empty(int accounts) {
    return new Builder(accounts).build();
  }

  /** The same activity after an account came in before those numbered {@code place} and up. */
  public ActivityCalendar withAccountAt(int place) {
    int[] starts = new int[rowStart.length + 1];
    System.arraycopy(rowStart, 0, starts, 0, place + 1);
    System.arraycopy(rowStart, place, starts, place + 1, rowStart.length - place);
    return new ActivityCalendar(firstWord, words, starts, rowPart, bits);
  }

  /**
   * The same activity and these days of use besides, by their places: on {@code days[n]} account
   * {@code accounts[n]} used part {@code parts[n]}. A day told twice counts once.
   */
  public ActivityCalendar withUse(int[] accounts, int[] parts, int[] days) {
    Builder more = new Builder(rowStart.length - 1);
    for (int n = 0; n < days.length; n++) {
      more.add(accounts[n], parts[n], days[n]);
    }
    return days.length == 0 ? this : merged(more.build());
  }

  private ActivityCalendar merged(ActivityCalendar other) {
    if (words == 0) {
      return other;
    }
    int first = Math.min(firstWord, other.firstWord);
    int width = Math.max(firstWord + words, other.firstWord + other.words) - first;
    int accounts = rowStart.length - 1;
    int[] starts = new int[accounts + 1];
    byte[] partOf = new byte[rowPart.length + other.rowPart.length];
    long[] all = new long[Math.multiplyExact(partOf.length, width)];
    int rows = 0;
    for (int a = 0; a < accounts; a++) {
      int mine = rowStart[a];
      int theirs = other.rowStart[a];
      while (mine < rowStart[a + 1] || theirs < other.rowStart[a + 1]) {
        int myPart = mine < rowStart[a + 1] ? rowPart[mine] : MAX_PARTS;
        int theirPart = theirs < other.rowStart[a + 1] ? other.rowPart[theirs] : MAX_PARTS;
        partOf[rows] = (byte) Math.min(myPart, theirPart);
        if (myPart <= theirPart) {
          copyRow(mine++, all, rows * width + firstWord - first);
        }
        if (theirPart <= myPart) {
          other.copyRow(theirs++, all, rows * width + other.firstWord - first);
        }
        rows++;
      }
      starts[a + 1] = rows;
    }
    return new ActivityCalendar(
        first, width, starts, Arrays.copyOf(partOf, rows), Arrays.copyOf(all, rows * width));
  }

  private void copyRow(int row, long[] into, int at) {
    for (int w = 0; w < words; w++) {
      into[at + w] |= bits[row * words + w];
    }
  }

  /** How many rows (account and part) there are. */
  public int rows() {
    return rowPart.length;
  }

  /** Bytes that the day bits take. */
  public long bitBytes() {
    return 8L * bits.length;
  }

  /** Bytes that the day bits take together with the index of their rows. */
  public long bytes() {
    return bitBytes() + 4L * rowStart.length + rowPart.length;
  }

  /**
   * The newest day in {@code [from, to]} on which the account used one of the parts, or {@link
   * Days#NONE}.
   *
   * @param parts a set of part numbers, one bit each
   */
  public int lastUse(int account, long parts, int from, int to) {
    int best = Days.NONE;
    int lowest = from;
    for (int row = rowStart[account]; row < rowStart[account + 1]; row++) {
      if ((parts >>> rowPart[row] & 1) != 0) {
        int day = lastInRow(row, lowest, to);
        if (day != Days.NONE) {
          best = day;
          lowest = day + 1;
        }
      }
    }
    return best;
  }

  private int lastInRow(int row, int from, int to) {
    int high = Math.min((to >> 6) - firstWord, words - 1);
    int low = Math.max((from >> 6) - firstWord, 0);
    int base = row * words;
    for (int w = high; w >= low; w--) {
      long word = bits[base + w] & mask(w, from, to);
      if (word != 0) {
        return ((firstWord + w) << 6) + 63 - Long.numberOfLeadingZeros(word);
      }
    }
    return Days.NONE;
  }

  /** The parts of {@code parts} that the account used on a day in {@code [from, to]}. */
  public long partsUsed(int account, long parts, int from, int to) {
    long used = 0;
    for (int row = rowStart[account]; row < rowStart[account + 1]; row++) {
      long part = 1L << rowPart[row];
      if ((parts & part) != 0 && lastInRow(row, from, to) != Days.NONE) {
        used |= part;
      }
    }
    return used;
  }

  /**
   * On how many days of {@code [from, to]} the account used at least one of the parts.
   *
   * @param parts a set of part numbers, one bit each
   */
  public int activeDays(int account, long parts, int from, int to) {
    int high = Math.min((to >> 6) - firstWord, words - 1);
    int low = Math.max((from >> 6) - firstWord, 0);
    int days = 0;
    for (int w = low; w <= high; w++) {
      days += Long.bitCount(unionWord(account, parts, w) & mask(w, from, to));
    }
    return days;
  }

  private long unionWord(int account, long parts, int w) {
    long union = 0;
    for (int row = rowStart[account]; row < rowStart[account + 1]; row++) {
      if ((parts >>> rowPart[row] & 1) != 0) {
        union |= bits[row * words + w];
      }
    }
    return union;
  }

  /**
   * The days of the account's use of one of the parts as bits: bit {@code i} of word {@code w} is
   * day {@code 64 × (firstWord() + w) + i}.
   *
   * @param into where they are put; at least {@link #words()} long
   */
  public void union(int account, long parts, long[] into) {
    Arrays.fill(into, 0, words, 0);
    for (int row = rowStart[account]; row < rowStart[account + 1]; row++) {
      if ((parts >>> rowPart[row] & 1) != 0) {
        int base = row * words;
        for (int w = 0; w < words; w++) {
          into[w] |= bits[base + w];
        }
      }
    }
  }

  /**
   * Adds the days in {@code [from, to]} on which the account used one of the parts to {@code into},
   * in the layout of {@link #union}; what is there already stays.
   *
   * @return whether there was any such day
   */
  public boolean addUse(int account, long parts, int from, int to, long[] into) {
    int high = Math.min((to >> 6) - firstWord, words - 1);
    int low = Math.max((from >> 6) - firstWord, 0);
    if (low > high) {
      return false;
    }
    long lowMask = mask(low, from, to);
    long highMask = mask(high, from, to);
    long any = 0;
    for (int row = rowStart[account]; row < rowStart[account + 1]; row++) {
      if ((parts >>> rowPart[row] & 1) != 0) {
        int base = row * words;
        long first = bits[base + low] & lowMask;
        into[low] |= first;
        any |= first;
        for (int w = low + 1; w < high; w++) {
          into[w] |= bits[base + w];
          any |= bits[base + w];
        }
        if (high > low) {
          long last = bits[base + high] & highMask;
          into[high] |= last;
          any |= last;
        }
      }
    }
    return any != 0;
  }

  /** How many words one row has. */
  public int words() {
    return words;
  }

  /** The epoch day of a row's first bit, divided by 64. */
  public int firstWord() {
    return firstWord;
  }

  private long mask(int w, int from, int to) {
    int start = (firstWord + w) << 6;
    long mask = -1L;
    if (from > start) {
      mask &= from - start > 63 ? 0 : -1L << (from - start);
    }
    if (to < start + 63) {
      mask &= to < start ? 0 : -1L >>> (63 - (to - start));
    }
    return mask;
  }

  /** Takes each row that has any use, account by account and part by part. */
  public interface RowVisitor {
    /**
     * @param firstDay epoch day of bit 0 of {@code bits[from]}
     */
    void row(int account, int part, int firstDay, long[] bits, int from, int length);
  }

  /** Shows every row to the visitor, in the order of accounts and then of parts. */
  public void forEachRow(RowVisitor visitor) {
    for (int account = 0; account + 1 < rowStart.length; account++) {
      for (int row = rowStart[account]; row < rowStart[account + 1]; row++) {
        visitor.row(account, rowPart[row], firstWord << 6, bits, row * words, words);
      }
    }
  }

  /**
   * Collects days of use in any order; a day told twice counts once.
   *
   * <p>Facts usually arrive by day, so the collecting side keeps one array per word of days (a
   * plane): facts of one day then touch one array only. {@link #build} turns the planes into rows.
   */
  public static final class Builder {
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

    public Builder(int accounts) {
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
        plane =
            plane == null ? new long[rowAccount.length] : Arrays.copyOf(plane, rowAccount.length);
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
      if (account < 0 || account >= accounts || part < 0 || part >= MAX_PARTS) {
        throw new IllegalArgumentException(
            "No row for account (%d of %d) and part (%d of %d)."
                .formatted(account, accounts, part, MAX_PARTS));
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
}
