package org.sobertally.server.book.file;

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
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.http.BoundedStream;

/**
 * Reads and checks a zipped book. Rows at fault are left out and listed; rows that refer to them
 * are at fault in turn, so that what is left is whole in itself. Activity streams into a calendar.
 */
final class BookReader {

  private static final long MOST_OF_MANIFEST = 1 << 20;
  private static final String AS_WANTED =
      "The zip was changed or damaged since it was written. If you changed it on purpose, take "
          + BookManifest.FILE
          + " out of it.";

  private final long mostBytes;

  private final Violations violations = new Violations();
  private final RowReader rows;
  private BookManifest manifest = new BookManifest();
  private @Nullable ActivityIntake activity;

  private BookReader(long mostBytes, long mostHeld) {
    this.mostBytes = mostBytes;
    this.rows = new RowReader(mostHeld, violations);
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
      reader.rows.checks().lookAtWhole(today);
    } catch (ZipException e) {
      reader.violations.of(null, "This is not a readable zip file: " + e.getMessage());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return reader.parsed();
  }

  private ParsedBook parsed() {
    return new ParsedBook(
        rows.rows(),
        activity == null ? List.of() : activity.accounts(),
        activity == null ? Map.of() : activity.parts(),
        activity == null ? ActivityCalendar.empty(0) : activity.build(),
        rows.counts(),
        violations.notes(),
        violations.listed(),
        violations.unlisted());
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
        activity = ActivityIntake.of(rows.rows(), violations);
      }
      if (rows.isFull()) {
        return;
      } else if (entry != null) {
        readFile(zip, entry, file);
      } else if (file.required()) {
        violations.of(file.name(), "The file is missing. A book must have it.");
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
      violations.of(BookManifest.FILE, "The manifest cannot be read. " + AS_WANTED);
    }
    for (String file : manifest.files()) {
      if (!entries.containsKey(file)) {
        violations.of(file, "The manifest names this file, and it is missing. " + AS_WANTED);
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
        violations.of(name, "The zip has two files of this name.");
      } else if (!known && !name.equals(Package.FILE)) {
        violations.note(
            "%s is not a file of a book; it was passed over.".formatted(entry.getName()));
      }
    }
    return entries;
  }

  private boolean isTooLarge(ZipFile zip) {
    long size = zip.stream().mapToLong(entry -> Math.max(0, entry.getSize())).sum();
    if (size > mostBytes) {
      violations.at(
          null,
          null,
          null,
          Long.toString(size),
          "The files come to more than %,d bytes unpacked.".formatted(mostBytes));
    }
    return size > mostBytes;
  }

  private void readFile(ZipFile zip, ZipEntry entry, BookFile file) throws IOException {
    boolean isUse = file.name().equals(BookSchema.ACTIVITY);
    RowReader.OneFile one = rows.file(file, isUse ? activity : null);
    // As good as free, unless it is asked for.
    var stream = new DigestInputStream(zip.getInputStream(entry), BookManifest.digest());
    stream.on(manifest.names(file.name()));
    try (InputStream in =
            new BoundedStream(
                stream,
                mostBytes,
                "Unpacked the file comes to more than %,d bytes.".formatted(mostBytes));
        Reader reader = utf8(in);
        CsvReader<CsvRecord> csv = csv(reader)) {
      one.read(csv);
      if (rows.isFull()) {
        return;
      }
      in.transferTo(OutputStream.nullOutputStream());
      if (!manifest.fits(file.name(), stream.getMessageDigest())) {
        violations.of(
            file.name(), "The file is not the one that the manifest was written for. " + AS_WANTED);
      }
    } catch (CsvParseException e) {
      violations.of(file.name(), "The file is not readable CSV: " + e.getMessage());
    } catch (UncheckedIOException | CharacterCodingException e) {
      String said =
          e.getCause() instanceof BoundedStream.TooLargeException tooLarge
              ? tooLarge.getMessage()
              : "The file cannot be read as UTF-8 text.";
      violations.of(file.name(), said);
    }
    one.finish();
  }

  private static CsvReader<CsvRecord> csv(Reader reader) {
    return CsvReader.builder()
        .allowExtraFields(true)
        .allowMissingFields(true)
        .allowUnclosedQuote(false)
        .skipEmptyLines(true)
        .ofCsvRecord(reader);
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

  static @Nullable LocalDate day(String canonical) {
    return canonical == null ? null : LocalDate.parse(canonical);
  }
}
