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

  ActivityCalendar(int firstWord, int words, int[] rowStart, byte[] rowPart, long[] bits) {
    this.firstWord = firstWord;
    this.words = words;
    this.rowStart = rowStart;
    this.rowPart = rowPart;
    this.bits = bits;
  }

  /** No activity of any of so many accounts. */
  public static ActivityCalendar empty(int accounts) {
    return new CalendarBuilder(accounts).build();
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
    CalendarBuilder more = new CalendarBuilder(rowStart.length - 1);
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
    int rows = rows() + other.rows() - rowsInCommon(other);
    int[] starts = new int[rowStart.length];
    byte[] partOf = new byte[rows];
    long[] all = new long[Math.multiplyExact(rows, width)];
    int row = 0;
    for (int a = 0; a + 1 < rowStart.length; a++) {
      int mine = rowStart[a];
      int theirs = other.rowStart[a];
      while (mine < rowStart[a + 1] || theirs < other.rowStart[a + 1]) {
        int myPart = mine < rowStart[a + 1] ? rowPart[mine] : MAX_PARTS;
        int theirPart = theirs < other.rowStart[a + 1] ? other.rowPart[theirs] : MAX_PARTS;
        partOf[row] = (byte) Math.min(myPart, theirPart);
        if (myPart <= theirPart) {
          copyRow(mine++, all, row * width + firstWord - first);
        }
        if (theirPart <= myPart) {
          other.copyRow(theirs++, all, row * width + other.firstWord - first);
        }
        row++;
      }
      starts[a + 1] = row;
    }
    return new ActivityCalendar(first, width, starts, partOf, all);
  }

  private int rowsInCommon(ActivityCalendar other) {
    int common = 0;
    for (int a = 0; a + 1 < rowStart.length; a++) {
      long theirs = 0;
      for (int row = other.rowStart[a]; row < other.rowStart[a + 1]; row++) {
        theirs |= 1L << other.rowPart[row];
      }
      for (int row = rowStart[a]; theirs != 0 && row < rowStart[a + 1]; row++) {
        common += (int) (theirs >>> rowPart[row] & 1);
      }
    }
    return common;
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
}
