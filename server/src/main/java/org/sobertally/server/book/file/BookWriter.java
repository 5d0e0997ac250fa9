package org.sobertally.server.book.file;

import static java.util.Objects.requireNonNull;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.BufferedWriter;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;
import org.sobertally.server.book.store.ActivityMonths;
import org.sobertally.server.book.store.BookTables;

/** Writes the stored book as a zip: on one day the same book always gives the same bytes. */
final class BookWriter {

  private final BookTables tables;
  private final ZipOutputStream zip;
  private final BookManifest manifest = new BookManifest();
  private final LocalDateTime made;
  private long rows;

  private BookWriter(BookTables tables, ZipOutputStream zip, LocalDate day) {
    this.made = day.atStartOfDay();
    this.tables = tables;
    this.zip = zip;
  }

  /**
   * @param day on which it is written, which the entries carry
   */
  static void write(BookTables tables, OutputStream out, LocalDate day)
      throws SQLException, IOException {
    try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
      BookWriter writer = new BookWriter(tables, zip, day);
      writer.entry(Package.FILE);
      zip.write(Package.json());
      for (BookFile file : BookSchema.FILES) {
        writer.entry(file.name());
        writer.writeFile(file);
      }
      writer.entry(BookManifest.FILE);
      zip.write(writer.manifest.json());
    }
  }

  private void entry(String name) throws IOException {
    ZipEntry entry = new ZipEntry(name);
    entry.setTimeLocal(made);
    zip.putNextEntry(entry);
  }

  private void writeFile(BookFile file) throws SQLException, IOException {
    MessageDigest digest = BookManifest.digest();
    rows = 0;
    try (CsvWriter csv = csv(unclosed(new DigestOutputStream(zip, digest)))) {
      csv.writeRecord(file.columns().stream().map(Column::name).toList());
      if (file.name().equals(BookSchema.ACTIVITY)) {
        writeActivity(csv);
      } else {
        tables.forEach(file, row -> writeRow(csv, row));
      }
    }
    manifest.add(file.name(), rows, digest);
  }

  private void writeRow(CsvWriter csv, String[] row) {
    csv.writeRecord(Arrays.asList(row));
    rows++;
  }

  private static CsvWriter csv(OutputStream out) {
    return CsvWriter.builder()
        .lineDelimiter(LineDelimiter.CRLF)
        .build(new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8), 1 << 16));
  }

  private static OutputStream unclosed(OutputStream out) {
    return new FilterOutputStream(out) {
      @Override
      public void write(byte[] bytes, int offset, int length) throws IOException {
        out.write(bytes, offset, length);
      }

      @Override
      public void close() throws IOException {
        flush();
      }
    };
  }

  /** Account by account, so that the rows come out in the order of account, part and day. */
  private void writeActivity(CsvWriter csv) throws SQLException {
    Map<Integer, String> accounts = tables.accountNumbers();
    Map<String, String> vendors = tables.vendorsOfAccounts();
    Map<String, Map<Integer, String>> parts = tables.partNumbers();
    List<String[]> ofAccount = new ArrayList<>();
    int[] last = {-1};
    tables.forEachMonth(
        (slot, days) -> {
          int number = ActivityMonths.account(slot);
          if (number != last[0]) {
            flush(csv, ofAccount);
            last[0] = number;
          }
          String account = accounts.get(number);
          String part =
              requireNonNull(parts.get(vendors.get(account))).get(ActivityMonths.part(slot));
          int firstDay = ActivityMonths.firstDay(slot);
          for (int d = 0; d < 31; d++) {
            if ((days >>> d & 1) != 0) {
              ofAccount.add(
                  new String[] {account, part, LocalDate.ofEpochDay(firstDay + d).toString()});
            }
          }
        });
    flush(csv, ofAccount);
  }

  /** Parts were numbered in the order of their names, but a later one may have come in between. */
  private void flush(CsvWriter csv, List<String[]> ofAccount) {
    Collections.sort(
        ofAccount, (a, b) -> a[1].equals(b[1]) ? a[2].compareTo(b[2]) : a[1].compareTo(b[1]));
    ofAccount.forEach(row -> writeRow(csv, row));
    ofAccount.clear();
  }
}
