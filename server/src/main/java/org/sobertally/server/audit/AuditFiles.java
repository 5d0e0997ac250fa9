package org.sobertally.server.audit;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.ledger.Place;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.ledger.Posting;
import org.sobertally.server.http.CsvListWriter;
import org.sobertally.server.journal.JournalProof;

/**
 * The auditor's paper as CSV in a zip, with the program that checks it. In journal.csv a value that
 * an entry says has an apostrophe before it, and one that it does not say is empty: CSV does not
 * tell nothing from an empty text, and the hash does. Everywhere else a text that a spreadsheet
 * would take for a formula has one, as in every list.
 */
final class AuditFiles {

  private static final String PROGRAM = "verify.py";
  private static final String NOTES = "README.txt";

  private static final List<String> LEDGER =
      List.of(
          "day", "from", "to", "seats", "cause", "holding", "spare", "promised", "held", "resting");

  private AuditFiles() {}

  static byte[] of(SeatAudit audit) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes, StandardCharsets.UTF_8)) {
      put(zip, NOTES, resource(NOTES));
      put(zip, PROGRAM, resource(PROGRAM));
      csv(zip, "about.csv", csv -> about(audit, csv));
      csv(zip, "ledger.csv", csv -> ledger(audit, csv));
      csv(zip, "holdings.csv", csv -> holdings(audit, csv));
      csv(zip, "decisions.csv", csv -> decisions(audit, csv));
      csv(zip, "evidence.csv", csv -> evidence(audit, csv));
      csv(zip, "journal.csv", csv -> journal(audit, csv));
      csv(zip, "chain.csv", csv -> chain(audit, csv));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static byte[] resource(String name) throws IOException {
    try (InputStream in = AuditFiles.class.getResourceAsStream(name)) {
      if (in == null) {
        throw new IllegalStateException("This is not in the application: " + name);
      }
      return in.readAllBytes();
    }
  }

  private static void put(ZipOutputStream zip, String name, byte[] content) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    zip.write(content);
    zip.closeEntry();
  }

  private static void csv(ZipOutputStream zip, String name, Consumer<CsvWriter> rows)
      throws IOException {
    StringWriter text = new StringWriter();
    try (CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(text)) {
      rows.accept(csv);
    }
    put(zip, name, text.toString().getBytes(StandardCharsets.UTF_8));
  }

  private static void row(CsvWriter csv, @Nullable Object... values) {
    csv.writeRecord(
        Arrays.stream(values)
            .map(value -> value == null ? null : CsvListWriter.harmless(value.toString()))
            .toList());
  }

  private static void about(SeatAudit audit, CsvWriter csv) {
    row(csv, "name", "value");
    row(csv, "subscription", audit.id());
    row(csv, "plan", audit.plan());
    row(csv, "vendor", audit.vendor());
    row(csv, "from", audit.from());
    row(csv, "to", audit.to());
    places(csv, "opening", audit.opening());
    places(csv, "closing", audit.closing());
    row(csv, "journal_entries", audit.chain().size());
    row(csv, "journal_head", audit.head());
  }

  private static void places(CsvWriter csv, String when, Places places) {
    row(csv, when + "_spare", places.spare());
    row(csv, when + "_promised", places.promised());
    row(csv, when + "_held", places.held());
    row(csv, when + "_resting", places.resting());
  }

  /** Each posting with where the seats lie after it. */
  private static void ledger(SeatAudit audit, CsvWriter csv) {
    csv.writeRecord(LEDGER);
    Map<Place, Integer> lie = new EnumMap<>(Place.class);
    lie.put(Place.SPARE, audit.opening().spare());
    lie.put(Place.PROMISED, audit.opening().promised());
    lie.put(Place.HELD, audit.opening().held());
    lie.put(Place.RESTING, audit.opening().resting());
    for (Posting one : audit.postings()) {
      lie.merge(one.from(), -one.seats(), Integer::sum);
      lie.merge(one.to(), one.seats(), Integer::sum);
      row(
          csv,
          one.day(),
          one.from(),
          one.to(),
          one.seats(),
          one.cause(),
          one.holding(),
          lie.get(Place.SPARE),
          lie.get(Place.PROMISED),
          lie.get(Place.HELD),
          lie.get(Place.RESTING));
    }
  }

  private static void holdings(SeatAudit audit, CsvWriter csv) {
    row(csv, "holding", "account", "person", "name", "from", "until", "method", "last_used");
    for (SeatAudit.Held one : audit.held()) {
      row(
          csv,
          one.holding(),
          one.account(),
          one.person(),
          one.name(),
          one.from(),
          one.until(),
          one.method(),
          one.lastUsed());
    }
  }

  private static void decisions(SeatAudit audit, CsvWriter csv) {
    row(csv, "day", "kind", "by", "text", "slate");
    for (SeatAudit.Decision one : audit.decisions()) {
      row(csv, one.day(), one.kind(), one.name(), one.text(), one.slate());
    }
  }

  private static void evidence(SeatAudit audit, CsvWriter csv) {
    row(csv, "vendor", "complete_from", "complete_to", "kind");
    SeatAudit.Known known = audit.evidence();
    if (known != null) {
      row(csv, audit.vendor(), known.from(), known.to(), known.kind());
    }
  }

  private static void journal(SeatAudit audit, CsvWriter csv) {
    for (int n = 0; n < audit.entries().size(); n++) {
      JournalProof.Entry entry = audit.entries().get(n);
      if (n == 0) {
        List<String> head = new ArrayList<>(entry.said().keySet());
        head.add("hash");
        csv.writeRecord(head);
      }
      List<@Nullable String> values = new ArrayList<>();
      entry.said().values().forEach(value -> values.add(value == null ? "" : "'" + value));
      values.add(entry.hash());
      csv.writeRecord(values);
    }
  }

  private static void chain(SeatAudit audit, CsvWriter csv) {
    row(csv, "seq", "hash");
    for (JournalProof.Link link : audit.chain()) {
      row(csv, link.seq(), link.hash());
    }
  }
}
