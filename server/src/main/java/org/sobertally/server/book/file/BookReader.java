package org.sobertally.server.book.file;

import static java.util.Objects.requireNonNull;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.book.schema.Type.BadValueException;
import org.sobertally.server.http.BoundedStream;

/**
 * Reads and checks a zipped book. Rows at fault are left out and listed; rows that refer to them
 * are at fault in turn, so that what is left is whole in itself. Activity streams into a calendar.
 */
final class BookReader {

  /** More violations than this are counted but not listed: the answer must stay readable. */
  static final int MOST_LISTED = 10_000;

  private static final char KEY_SEPARATOR = '\u0001';

  private static final long MOST_OF_MANIFEST = 1 << 20;
  private static final int MOST_NOTES = 1_000;
  private static final String AS_WANTED =
      "The zip was changed or damaged since it was written. If you changed it on purpose, take "
          + BookManifest.FILE
          + " out of it.";

  private final long mostBytes;

  /** Rows are held until the whole book is read; use is not. */
  private final long mostHeld;

  private long heldBytes;
  private BookManifest manifest = new BookManifest();
  private final Map<String, List<String[]>> rows = new LinkedHashMap<>();
  private final Map<String, Set<String>> keys = new HashMap<>();
  private final Map<String, Long> counts = new LinkedHashMap<>();
  private final List<String> notes = new ArrayList<>();
  private final List<Violation> violations = new ArrayList<>();
  private final RowChecks checks;
  private long unlisted;
  private @Nullable ActivityIntake activity;

  private BookReader(long mostBytes, long mostHeld) {
    this.mostBytes = mostBytes;
    this.mostHeld = mostHeld;
    this.checks = new RowChecks(rows, this::violation);
  }

  /**
   * @param mostBytes the most that the files may come to when unpacked
   * @param today for which there must be rates
   */
  static ParsedBook read(Path zip, long mostBytes, LocalDate today) {
    return read(zip, mostBytes, Runtime.getRuntime().maxMemory() / 3, today);
  }

  /**
   * @param mostHeld the most bytes of memory that its rows may take
   */
  static ParsedBook read(Path zip, long mostBytes, long mostHeld, LocalDate today) {
    BookReader reader = new BookReader(mostBytes, mostHeld);
    try (ZipFile file = new ZipFile(zip.toFile())) {
      reader.readAll(file);
      reader.checks.lookAtWhole(today);
    } catch (ZipException e) {
      reader.violation(
          null, null, null, null, "This is not a readable zip file: " + e.getMessage());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return reader.parsed();
  }

  private ParsedBook parsed() {
    return new ParsedBook(
        rows,
        activity == null ? List.of() : activity.accounts(),
        activity == null ? Map.of() : activity.parts(),
        activity == null ? ActivityCalendar.empty(0) : activity.build(),
        counts,
        notes,
        violations,
        unlisted);
  }

  private void readAll(ZipFile zip) throws IOException {
    if (isTooLarge(zip)) {
      return;
    }
    Map<String, ZipEntry> entries = entries(zip);
    readManifest(zip, entries);
    for (BookFile file : BookSchema.FILES) {
      ZipEntry entry = entries.get(file.name());
      if (file.name().equals(BookSchema.ACTIVITY)) {
        activity = ActivityIntake.of(rows, this::violation);
      }
      if (heldBytes > mostHeld) {
        return;
      } else if (entry != null) {
        readFile(zip, entry, file);
      } else if (file.required()) {
        violation(file.name(), null, null, null, "The file is missing. A book must have it.");
      }
    }
  }

  /** An export says what must be in it. */
  private void readManifest(ZipFile zip, Map<String, ZipEntry> entries) throws IOException {
    ZipEntry entry = entries.remove(BookManifest.FILE);
    if (entry == null) {
      return;
    }
    try (InputStream in =
        new BoundedStream(
            zip.getInputStream(entry), MOST_OF_MANIFEST, "The manifest is too long.")) {
      manifest = BookManifest.read(in);
    } catch (IOException e) {
      violation(BookManifest.FILE, null, null, null, "The manifest cannot be read. " + AS_WANTED);
    }
    for (String file : manifest.files()) {
      if (!entries.containsKey(file)) {
        violation(
            file,
            null,
            null,
            null,
            "The manifest names this file, and it is missing. " + AS_WANTED);
      }
    }
  }

  private Map<String, ZipEntry> entries(ZipFile zip) {
    Map<String, ZipEntry> entries = new HashMap<>();
    for (ZipEntry entry : zip.stream().filter(e -> !e.isDirectory()).toList()) {
      String name = entry.getName().substring(entry.getName().lastIndexOf('/') + 1);
      boolean known =
          name.equals(BookManifest.FILE)
              || BookSchema.FILES.stream().anyMatch(file -> file.name().equals(name));
      if (known && entries.put(name, entry) != null) {
        violation(name, null, null, null, "The zip has two files of this name.");
      } else if (!known && !name.equals(Package.FILE) && notes.size() < MOST_NOTES) {
        notes.add("%s is not a file of a book; it was passed over.".formatted(entry.getName()));
      }
    }
    return entries;
  }

  private boolean isTooLarge(ZipFile zip) {
    long size = zip.stream().mapToLong(entry -> Math.max(0, entry.getSize())).sum();
    if (size > mostBytes) {
      violation(
          null,
          null,
          null,
          Long.toString(size),
          "The files come to more than %,d bytes unpacked.".formatted(mostBytes));
    }
    return size > mostBytes;
  }

  private void readFile(ZipFile zip, ZipEntry entry, BookFile file) throws IOException {
    Set<String> knownKeys = new HashSet<>();
    List<String[]> taken = new ArrayList<>();
    keys.put(file.name(), knownKeys);
    rows.put(file.name(), taken);
    MessageDigest digest = BookManifest.digest();
    try (InputStream in =
            new BoundedStream(
                new DigestInputStream(zip.getInputStream(entry), digest),
                mostBytes,
                "Unpacked the file comes to more than %,d bytes.".formatted(mostBytes));
        Reader reader = utf8(in);
        CsvReader<CsvRecord> csv =
            CsvReader.builder()
                .allowExtraFields(true)
                .allowMissingFields(true)
                .allowUnclosedQuote(false)
                .skipEmptyLines(true)
                .ofCsvRecord(reader)) {
      readRows(csv, file, knownKeys, taken);
      if (heldBytes > mostHeld) {
        return;
      }
      in.transferTo(OutputStream.nullOutputStream());
      if (!manifest.fits(file.name(), digest)) {
        violation(
            file.name(),
            null,
            null,
            null,
            "The file is not the one that the manifest was written for. " + AS_WANTED);
      }
    } catch (CsvParseException e) {
      violation(file.name(), null, null, null, "The file is not readable CSV: " + e.getMessage());
    } catch (UncheckedIOException | CharacterCodingException e) {
      String said =
          e.getCause() instanceof BoundedStream.TooLargeException tooLarge
              ? tooLarge.getMessage()
              : "The file cannot be read as UTF-8 text.";
      violation(file.name(), null, null, null, said);
    }
    sortByKey(file, taken);
    counts.putIfAbsent(file.name(), (long) taken.size());
  }

  private static Reader utf8(InputStream in) throws IOException {
    BufferedReader reader =
        new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8.newDecoder()), 1 << 16);
    reader.mark(1);
    if (reader.read() != '\uFEFF') {
      reader.reset();
    }
    return reader;
  }

  private void readRows(
      CsvReader<CsvRecord> csv, BookFile file, Set<String> knownKeys, List<String[]> taken) {
    int[] places = null;
    int width = 0;
    long activityRows = 0;
    for (CsvRecord csvRow : csv) {
      if (places == null) {
        places = places(csvRow, file);
        width = csvRow.getFieldCount();
        if (places == null) {
          return;
        }
      } else if (csvRow.getFieldCount() != width) {
        String found = Integer.toString(csvRow.getFieldCount());
        String message = "The row has %s fields, the header %d.".formatted(found, width);
        violation(file.name(), csvRow.getStartingLineNumber(), null, found, message);
      } else if (file.name().equals(BookSchema.ACTIVITY)) {
        activityRows += requireNonNull(activity).add(csvRow, places) ? 1 : 0;
      } else {
        readRow(csvRow, file, places, knownKeys, taken);
        if (heldBytes > mostHeld) {
          taken.clear();
          violation(
              file.name(),
              csvRow.getStartingLineNumber(),
              null,
              null,
              "Up to here the rows take more memory than there is for a book (%,d MB)."
                      .formatted(mostHeld >> 20)
                  + " Give the application more (-Xmx), or leave rows out.");
          violation(file.name(), null, null, null, "The file is too large to be taken in.");
          return;
        }
      }
    }
    if (places == null) {
      violation(file.name(), null, null, null, "The file is empty: it needs a header row.");
    }
    if (file.name().equals(BookSchema.PEOPLE)) {
      checks.dropCircular(taken, knownKeys);
      checks.dropUnmanaged(taken, knownKeys);
    }
    if (file.name().equals(BookSchema.ACTIVITY)) {
      counts.put(file.name(), activityRows);
    }
  }

  /** Where each column of the schema stands in the file, −1 for nowhere; null if one is missing. */
  private int @Nullable [] places(CsvRecord header, BookFile file) {
    Map<String, Integer> found = new HashMap<>();
    for (int f = 0; f < header.getFieldCount(); f++) {
      String name = header.getField(f).strip();
      if (found.put(name, f) != null) {
        violation(
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
        violation(
            file.name(),
            header.getStartingLineNumber(),
            column.name(),
            null,
            "The column is missing. Add it, or its name to the header row.");
      }
    }
    for (String unknown : new TreeSet<>(found.keySet())) {
      notes.add("%s: column %s is unknown; it was ignored.".formatted(file.name(), unknown));
    }
    return whole ? places : null;
  }

  private void readRow(
      CsvRecord csvRow, BookFile file, int[] places, Set<String> knownKeys, List<String[]> taken) {
    long line = csvRow.getStartingLineNumber();
    String[] row = new String[places.length];
    boolean good = true;
    for (int c = 0; c < places.length; c++) {
      String raw = places[c] < 0 ? "" : csvRow.getField(places[c]);
      good &= readValue(file, line, c, raw, row);
    }
    String key = key(file, row);
    if (good && !knownKeys.add(key)) {
      good = false;
      Column column = file.columns().get(file.keyColumns().get(0));
      String shown = key.replace(KEY_SEPARATOR, ' ');
      violation(file.name(), line, column.name(), shown, "The key stands on an earlier row too.");
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

  /** About what a row takes in memory: its array, and each text with what comes with it. */
  private static long bytesOf(String[] row) {
    long bytes = 24 + 4L * row.length + 48;
    for (String value : row) {
      bytes += value == null ? 0 : 48 + value.length();
    }
    return bytes;
  }

  private boolean readValue(BookFile file, long line, int c, String raw, String[] row) {
    Column column = file.columns().get(c);
    if (raw.isEmpty()) {
      if (column.required()) {
        violation(file.name(), line, column.name(), "", "A value is needed here.");
      }
      return !column.required();
    }
    try {
      row[c] = column.type().canonicalOf(raw);
    } catch (BadValueException e) {
      violation(file.name(), line, column.name(), raw, e.getMessage());
      return false;
    }
    String other = column.references();
    boolean elsewhere = other != null && !other.equals(file.name());
    if (other != null && elsewhere && !keys.getOrDefault(other, Set.of()).contains(row[c])) {
      String message = "No row of %s has this %s.".formatted(other, keyOf(other));
      violation(file.name(), line, column.name(), raw, message);
      return false;
    }
    return true;
  }

  private static String keyOf(String fileName) {
    BookFile target = BookSchema.byName(fileName);
    return target.columns().get(0).name();
  }

  private static String key(BookFile file, String[] row) {
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

  private static void sortByKey(BookFile file, List<String[]> taken) {
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

  private void violation(
      @Nullable String file,
      @Nullable Long row,
      @Nullable String column,
      @Nullable String value,
      String message) {
    if (violations.size() < MOST_LISTED) {
      violations.add(new Violation(file, row, column, clipped(value), message));
    } else {
      unlisted++;
    }
  }

  private static @Nullable String clipped(@Nullable String value) {
    return value == null || value.length() <= 200 ? value : value.substring(0, 200) + "…";
  }

  /** Takes what is wrong with a row. */
  interface Fault {
    void at(String file, @Nullable Long row, String column, String value, String message);
  }

  static @Nullable LocalDate day(String canonical) {
    return canonical == null ? null : LocalDate.parse(canonical);
  }
}
