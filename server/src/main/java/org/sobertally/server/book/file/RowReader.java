package org.sobertally.server.book.file;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.book.schema.Type.BadValueException;

/** Takes a book's rows, file by file, in the order in which they refer to each other. */
final class RowReader {

  private static final char KEY_SEPARATOR = '\u0001';

  /** Rows are held until the whole book is read; use is not. */
  private final long mostHeld;

  private final Violations violations;
  private final Map<String, List<String[]>> rows = new LinkedHashMap<>();
  private final Map<String, Set<String>> keys = new HashMap<>();
  private final Map<String, Long> counts = new LinkedHashMap<>();
  private final RowChecks checks;
  private long heldBytes;

  /**
   * @param mostHeld the most bytes of memory that the rows may take
   */
  RowReader(long mostHeld, Violations violations) {
    this.mostHeld = mostHeld;
    this.violations = violations;
    this.checks = new RowChecks(rows, violations);
  }

  Map<String, List<String[]>> rows() {
    return rows;
  }

  /** How many rows of each file were taken. */
  Map<String, Long> counts() {
    return counts;
  }

  RowChecks checks() {
    return checks;
  }

  /** No more rows can be held: the file in hand was given up. */
  boolean isFull() {
    return heldBytes > mostHeld;
  }

  /**
   * @param activity what takes the rows of use, which are not held; null for any other file
   */
  OneFile file(BookFile file, @Nullable ActivityIntake activity) {
    OneFile one = new OneFile(file, activity);
    keys.put(file.name(), one.knownKeys);
    rows.put(file.name(), one.taken);
    return one;
  }

  /** One file of the book. */
  final class OneFile {
    private final BookFile file;
    private final @Nullable ActivityIntake activity;
    private final Set<String> knownKeys = new HashSet<>();
    private final List<String[]> taken = new ArrayList<>();

    private OneFile(BookFile file, @Nullable ActivityIntake activity) {
      this.file = file;
      this.activity = activity;
    }

    /** Puts what was taken in order. */
    void finish() {
      sortByKey();
      counts.putIfAbsent(file.name(), (long) taken.size());
    }

    void read(CsvReader<CsvRecord> csv) {
      int[] places = null;
      int width = 0;
      long activityRows = 0;
      for (CsvRecord csvRow : csv) {
        if (places == null) {
          places = places(csvRow);
          width = csvRow.getFieldCount();
          if (places == null) {
            return;
          }
        } else if (csvRow.getFieldCount() != width) {
          String found = Integer.toString(csvRow.getFieldCount());
          String message = "The row has %s fields, the header %d.".formatted(found, width);
          violations.at(file.name(), csvRow.getStartingLineNumber(), null, found, message);
        } else if (activity != null) {
          activityRows += activity.add(csvRow, places) ? 1 : 0;
        } else {
          row(csvRow, places);
          if (isFull()) {
            giveUp(csvRow.getStartingLineNumber());
            return;
          }
        }
      }
      if (places == null) {
        violations.of(file.name(), "The file is empty: it needs a header row.");
      }
      wasRead(activityRows);
    }

    private void wasRead(long activityRows) {
      if (file.name().equals(BookSchema.PEOPLE)) {
        checks.dropCircular(taken, knownKeys);
        checks.dropUnmanaged(taken, knownKeys);
      }
      if (activity != null) {
        counts.put(file.name(), activityRows);
      }
    }

    private void giveUp(long line) {
      taken.clear();
      violations.at(
          file.name(),
          line,
          null,
          null,
          "Up to here the rows take more memory than there is for a book (%,d MB)."
                  .formatted(mostHeld >> 20)
              + " Give the application more (-Xmx), or leave rows out.");
      violations.of(file.name(), "The file is too large to be taken in.");
    }

    /**
     * Where each column of the schema stands in the file, −1 for nowhere; null if one is missing.
     */
    private int @Nullable [] places(CsvRecord header) {
      Map<String, Integer> found = new HashMap<>();
      for (int f = 0; f < header.getFieldCount(); f++) {
        String name = header.getField(f).strip();
        if (found.put(name, f) != null) {
          violations.at(
              file.name(), header.getStartingLineNumber(), name, name, "The column stands twice.");
          return null;
        }
      }
      int[] places = new int[file.columns().size()];
      boolean whole = true;
      for (int c = 0; c < places.length; c++) {
        Column column = file.columns().get(c);
        Integer place = found.remove(column.name());
        places[c] = place == null ? -1 : place;
        if (place == null && column.required()) {
          whole = false;
          missing(column, header.getStartingLineNumber());
        }
      }
      for (String unknown : new TreeSet<>(found.keySet())) {
        violations.note(
            "%s: column %s is unknown; it was ignored.".formatted(file.name(), unknown));
      }
      return whole ? places : null;
    }

    private void missing(Column column, long row) {
      violations.at(
          file.name(),
          row,
          column.name(),
          null,
          "The column is missing. Add it, or its name to the header row.");
    }

    private void row(CsvRecord csvRow, int[] places) {
      long line = csvRow.getStartingLineNumber();
      String[] row = new String[places.length];
      boolean good = true;
      for (int c = 0; c < places.length; c++) {
        String raw = places[c] < 0 ? "" : csvRow.getField(places[c]);
        good &= value(line, c, raw, row);
      }
      String key = key(row);
      if (good && !knownKeys.add(key)) {
        good = false;
        Column column = file.columns().get(file.keyColumns().get(0));
        String shown = key.replace(KEY_SEPARATOR, ' ');
        violations.at(
            file.name(), line, column.name(), shown, "The key stands on an earlier row too.");
      }
      if (good && !checks.fits(file, line, row)) {
        good = false;
        knownKeys.remove(key);
      }
      if (good) {
        taken.add(row);
        heldBytes += bytesOf(row);
      }
    }

    private boolean value(long line, int c, String raw, String[] row) {
      Column column = file.columns().get(c);
      if (raw.isEmpty()) {
        if (column.required()) {
          violations.at(file.name(), line, column.name(), "", "A value is needed here.");
        }
        return !column.required();
      }
      try {
        row[c] = column.type().canonicalOf(raw);
      } catch (BadValueException e) {
        violations.at(file.name(), line, column.name(), raw, e.getMessage());
        return false;
      }
      String other = column.references();
      boolean elsewhere = other != null && !other.equals(file.name());
      if (other != null && elsewhere && !keys.getOrDefault(other, Set.of()).contains(row[c])) {
        String message = "No row of %s has this %s.".formatted(other, keyOf(other));
        violations.at(file.name(), line, column.name(), raw, message);
        return false;
      }
      return true;
    }

    private String key(String[] row) {
      List<Integer> keyColumns = file.keyColumns();
      if (keyColumns.size() == 1) {
        return row[keyColumns.get(0)];
      }
      StringBuilder key = new StringBuilder();
      for (int c : keyColumns) {
        key.append(key.isEmpty() ? "" : KEY_SEPARATOR).append(row[c] == null ? "" : row[c]);
      }
      return key.toString();
    }

    private void sortByKey() {
      Comparator<String[]> order = null;
      for (int c : file.keyColumns()) {
        boolean number = file.columns().get(c).type().storage() == Type.Storage.INTEGER;
        Comparator<String[]> next =
            number
                ? Comparator.comparingInt(row -> Integer.parseInt(row[c]))
                : Comparator.comparing(row -> row[c] == null ? "" : row[c]);
        order = order == null ? next : order.thenComparing(next);
      }
      taken.sort(order);
    }
  }

  /** About what a row takes in memory: its array, and each text with what comes with it. */
  private static long bytesOf(String[] row) {
    long bytes = 24 + 4L * row.length + 48;
    for (String value : row) {
      bytes += value == null ? 0 : 48 + value.length();
    }
    return bytes;
  }

  private static String keyOf(String fileName) {
    BookFile target = BookSchema.byName(fileName);
    return target.columns().get(0).name();
  }
}
