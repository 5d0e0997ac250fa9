package org.sobertally.skerry.book;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeSet;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** The rows of a book while it is told, vendor by vendor. */
final class Draft {

  static final LocalDate TODAY = LocalDate.of(2026, 9, 30);
  static final LocalDate EVIDENCE_FROM = LocalDate.of(2025, 9, 1);
  static final LocalDate EVIDENCE_TO = LocalDate.of(2026, 9, 28);

  private static final Map<String, String> HEADERS = new LinkedHashMap<>();

  static {
    HEADERS.put(
        "vendors.csv", "vendor,name,visible_after,sign_out_first,rest_days,reusable,restore_days");
    HEADERS.put(
        "plans.csv",
        "plan,vendor,name,ladder,rank,model,parts,capacity_gb,lets_sign_in,listed_price,idle_line,"
            + "opening_grace");
    HEADERS.put(
        "agreements.csv",
        "agreement,vendor,name,currency,starts,ends,notice_days,renews,may_shrink,floor_percent,"
            + "floor_window,floor_of,floor_check");
    HEADERS.put("lines.csv", "line,agreement,plan,seats,unit_price,pricing,minimum,cost_centre");
    HEADERS.put(
        "people.csv",
        "person,name,email,department,site,time_zone,manager,status,status_since,until,joined,kind,"
            + "leaves,cost_centre");
    HEADERS.put("parts.csv", "vendor,part,name,capability,installable");
    HEADERS.put("terms.csv", "agreement,from,ends,notice_days,renews,may_shrink");
    HEADERS.put("line_prices.csv", "line,from,unit_price,pricing,minimum");
    HEADERS.put("price_breaks.csv", "line,from_seats,unit_price");
    HEADERS.put("offers.csv", "offer,agreement,name,months,valid_until,added_seat_percent");
    HEADERS.put("offer_prices.csv", "offer,plan,from_seats,unit_price,pricing,minimum");
    HEADERS.put("line_changes.csv", "line,day,delta,reason");
    HEADERS.put("groups.csv", "group,name,retention_days");
    HEADERS.put("group_members.csv", "group,person,lead");
    HEADERS.put("standing_rules.csv", "rule,group,plan,from,until");
    HEADERS.put("accounts.csv", "account,vendor,person,email,state,state_since,admin,stored_gb");
    HEADERS.put("holdings.csv", "holding,account,line,from,until,method");
    HEADERS.put("evidence.csv", "vendor,complete_from,complete_to,kind");
    HEADERS.put("activity.csv", "account,part,day");
    HEADERS.put("sessions.csv", "session,account,plan,started,ended,host");
    HEADERS.put("installs.csv", "account,part,device,seen_on");
    HEADERS.put("keeps.csv", "keep,holding,reason,by,until");
    HEADERS.put(
        "data_rules.csv",
        "vendor,after,stage,name,days,reach,per_seat_year,per_gb_month,per_gb_opened,pooled,from,"
            + "joins_at");
    HEADERS.put("bills.csv", "bill,agreement,day,from,until");
    HEADERS.put("bill_rows.csv", "bill,row,line,text,quantity,amount");
    HEADERS.put("allowances.csv", "allowance,vendor,name,unit,agreement,plan,amount,per,period");
    HEADERS.put("meter.csv", "allowance,day,account,used");
    HEADERS.put("rates.csv", "currency,day,rate");
    HEADERS.put("settings.csv", "name,value");
  }

  private final long seed;
  private final Map<String, List<String[]>> rows = new LinkedHashMap<>();
  private LocalDate evidenceTo = EVIDENCE_TO;

  Draft(long seed) {
    this.seed = seed;
    HEADERS.keySet().forEach(file -> rows.put(file, new ArrayList<>()));
  }

  /** Chances that depend on the seed and on what they are for, and on nothing told before. */
  Random chance(String purpose) {
    long mixed = seed;
    for (int i = 0; i < purpose.length(); i++) {
      mixed = mixed * 0x5DEECE66DL + purpose.charAt(i);
    }
    return new Random(mixed);
  }

  /** Adds a row; null for what is absent. */
  void row(String file, Object... values) {
    int width = HEADERS.get(file).split(",").length;
    if (values.length != width) {
      throw new IllegalArgumentException(
          "%s has %d columns, not %d: %s"
              .formatted(file, width, values.length, Arrays.toString(values)));
    }
    rows.get(file)
        .add(
            Arrays.stream(values)
                .map(value -> value == null ? "" : value.toString())
                .toArray(String[]::new));
  }

  /** The rows so far, without a header. */
  List<String[]> rowsOf(String file) {
    return rows.get(file);
  }

  /** Whether a row begins with the id. */
  boolean has(String file, String id) {
    return rows.get(file).stream().anyMatch(row -> row[0].equals(id));
  }

  /** Says something else in a column of the row that begins with the id. */
  void set(String file, String id, String column, Object value) {
    int place = List.of(HEADERS.get(file).split(",")).indexOf(column);
    if (place < 0 || !has(file, id)) {
      throw new IllegalArgumentException("%s has no %s of %s".formatted(file, column, id));
    }
    rows.get(file).stream()
        .filter(row -> row[0].equals(id))
        .forEach(row -> row[place] = value.toString());
  }

  /** Takes the rows out that begin with the id; all of them for null. */
  void strike(String file, String id) {
    rows.get(file).removeIf(row -> id == null || row[0].equals(id));
  }

  /**
   * What was used of an allowance, evenly over the days of {@code [from, until)}, in whole units.
   *
   * @param total of all days together
   */
  void meter(String allowance, LocalDate from, LocalDate until, long total) {
    long days = until.toEpochDay() - from.toEpochDay();
    for (long n = 0; n < days; n++) {
      long used = total * (n + 1) / days - total * n / days;
      row("meter.csv", allowance, from.plusDays(n), null, used);
    }
  }

  /** Somebody of the line. */
  void person(
      String id,
      String name,
      String email,
      String department,
      String manager,
      String status,
      LocalDate since,
      LocalDate until,
      LocalDate joined,
      LocalDate leaves) {
    String[] sites = {
      "Skerry Head", "Marrow Bay", "Tolsand", "Ninefold", "Gullhaven", "Petrel Sound"
    };
    row(
        "people.csv",
        id,
        name,
        email,
        department,
        sites[chance("site " + id).nextInt(sites.length)],
        "Europe/Lisbon",
        manager,
        status,
        since,
        until,
        joined,
        "PERSON",
        leaves,
        Payers.of(department));
  }

  /** A stage of what becomes of data; rules that always hold. */
  void dataRule(String vendor, String after, int stage, String name, Integer days, String reach) {
    row(
        "data_rules.csv",
        vendor,
        after,
        stage,
        name,
        days,
        reach,
        null,
        null,
        null,
        null,
        null,
        null);
  }

  /** A plan of which nothing particular is to be said. */
  void plan(
      String id,
      String vendor,
      String name,
      String ladder,
      Integer rank,
      String model,
      String parts) {
    row("plans.csv", id, vendor, name, ladder, rank, model, parts, null, null, null, null, null);
  }

  /** An agreement of one year that goes on by itself, without a floor. */
  void agreement(
      String id,
      String vendor,
      String name,
      String currency,
      LocalDate starts,
      int noticeDays,
      String mayShrink) {
    row(
        "agreements.csv",
        id,
        vendor,
        name,
        currency,
        starts,
        starts.plusYears(1),
        noticeDays,
        "AUTO",
        mayShrink,
        null,
        null,
        null,
        null);
  }

  /** What is told from here on is known to so many days before the usual end of evidence. */
  void evidence(String vendor, int daysBefore) {
    evidenceTo = EVIDENCE_TO.minusDays(daysBefore);
    row("evidence.csv", vendor, EVIDENCE_FROM, evidenceTo, "DAILY");
  }

  /** The same of a vendor that tells only when each part was used last. */
  void lastSeenEvidence(String vendor) {
    evidenceTo = EVIDENCE_TO;
    row("evidence.csv", vendor, EVIDENCE_FROM, evidenceTo, "LAST_SEEN");
  }

  /** One day of use of one part. */
  void use(String account, String part, LocalDate day) {
    rows.get("activity.csv").add(new String[] {account, part, day.toString()});
  }

  /** The days of use of an account's parts; a day without any part does not happen. */
  void use(String account, List<String> parts, Use use) {
    Random chance = chance("use " + account + parts);
    LocalDate day = use.from().isBefore(EVIDENCE_FROM) ? EVIDENCE_FROM : use.from();
    LocalDate end = use.until().isBefore(evidenceTo) ? use.until() : evidenceTo;
    for (; !day.isAfter(end); day = day.plusDays(1)) {
      boolean weekend = day.getDayOfWeek().compareTo(DayOfWeek.FRIDAY) > 0;
      double today = weekend ? use.weekendChance() : use.chance();
      boolean last = day.equals(use.until());
      if (last || (!use.pausedOn(day) && chance.nextDouble() < today)) {
        useOn(account, parts, day, chance);
      }
    }
  }

  /** The first part always, each further one less often. */
  private void useOn(String account, List<String> parts, LocalDate day, Random chance) {
    TreeSet<String> used = new TreeSet<>();
    for (int p = 0; p < parts.size(); p++) {
      if (p == 0 || chance.nextDouble() < 0.75 / p) {
        used.add(parts.get(p));
      }
    }
    String text = day.toString();
    List<String[]> activity = rows.get("activity.csv");
    used.forEach(part -> activity.add(new String[] {account, part, text}));
  }

  /** The book as a zip; the same rows always give the same bytes. */
  byte[] zip() {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes, StandardCharsets.UTF_8)) {
      // The demo packs and unpacks it at its first start: quick matters more than small.
      zip.setLevel(Deflater.BEST_SPEED);
      for (var file : rows.entrySet()) {
        ZipEntry entry = new ZipEntry(file.getKey());
        entry.setTime(0);
        zip.putNextEntry(entry);
        write(file.getKey(), file.getValue(), zip);
        zip.closeEntry();
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }

  private static void write(String file, List<String[]> rows, ZipOutputStream zip)
      throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (CsvWriter csv =
        CsvWriter.builder()
            .lineDelimiter(LineDelimiter.CRLF)
            .build(new OutputStreamWriter(bytes, StandardCharsets.UTF_8))) {
      csv.writeRecord(HEADERS.get(file).split(","));
      rows.forEach(csv::writeRecord);
    }
    bytes.writeTo(zip);
  }
}
