package org.sobertally.server.book.file;

import de.siegmar.fastcsv.reader.CsvRecord;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.book.schema.Type.BadValueException;

/**
 * Takes rows of use one by one into a calendar; nothing is kept per row. A book knows a few hundred
 * days, so each is read once.
 */
final class ActivityIntake {

  private final List<String> accounts;
  private final Map<String, Integer> accountNumbers = new HashMap<>();
  private final int[] accountVendor;
  private final Map<String, List<String>> parts;
  private final List<Map<String, Integer>> partNumbers = new ArrayList<>();
  private final Violations violations;
  private final CalendarBuilder calendar;

  private static final int FIRST_DAY = Days.of(LocalDate.of(1990, 1, 1));

  /** Twenty years: a stray day would otherwise widen every row of the calendar. */
  private static final int MOST_DAYS_APART = 7305;

  private final Map<String, Integer> days = new HashMap<>();
  private int oldest = Integer.MAX_VALUE / 2;
  private int newest = Integer.MIN_VALUE / 2;

  private ActivityIntake(
      List<String> accounts,
      Map<String, String> vendorOf,
      Map<String, List<String>> parts,
      Violations violations) {
    this.accounts = accounts;
    this.parts = parts;
    this.violations = violations;
    this.calendar = new CalendarBuilder(accounts.size());
    List<String> vendors = new ArrayList<>(parts.keySet());
    for (List<String> ofVendor : parts.values()) {
      Map<String, Integer> numbers = new HashMap<>();
      ofVendor.forEach(part -> numbers.put(part, numbers.size()));
      partNumbers.add(numbers);
    }
    partNumbers.add(Map.of());
    accountVendor = new int[accounts.size()];
    for (int a = 0; a < accounts.size(); a++) {
      accountNumbers.put(accounts.get(a), a);
      int vendor = vendors.indexOf(vendorOf.get(accounts.get(a)));
      accountVendor[a] = vendor < 0 ? vendors.size() : vendor;
    }
  }

  /** Knows the accounts and parts of the rows read so far. */
  static ActivityIntake of(Map<String, List<String[]>> rows, Violations violations) {
    Map<String, String> vendorOf = new HashMap<>();
    BookFile file = BookSchema.byName(BookSchema.ACCOUNTS);
    for (String[] row : rows.getOrDefault(BookSchema.ACCOUNTS, List.of())) {
      vendorOf.put(row[0], row[file.indexOf("vendor")]);
    }
    List<String> accounts = new ArrayList<>(vendorOf.keySet());
    Collections.sort(accounts);
    return new ActivityIntake(accounts, vendorOf, partsOf(rows, violations), violations);
  }

  private static Map<String, List<String>> partsOf(
      Map<String, List<String[]>> rows, Violations violations) {
    Map<String, TreeSet<String>> names = new HashMap<>();
    for (String[] row : rows.getOrDefault(BookSchema.PARTS_FILE, List.of())) {
      names.computeIfAbsent(row[0], v -> new TreeSet<>()).add(row[1]);
    }
    BookFile plans = BookSchema.byName(BookSchema.PLANS);
    for (String[] row : rows.getOrDefault(BookSchema.PLANS, List.of())) {
      String list = row[plans.indexOf("parts")];
      if (list != null) {
        names
            .computeIfAbsent(row[plans.indexOf("vendor")], v -> new TreeSet<>())
            .addAll(List.of(list.split(" ")));
      }
    }
    Map<String, List<String>> parts = new HashMap<>();
    names.forEach(
        (vendor, set) -> {
          if (set.size() > ActivityCalendar.MAX_PARTS) {
            String message =
                "The vendor has %d parts; %d is the most that can be told apart."
                    .formatted(set.size(), ActivityCalendar.MAX_PARTS);
            violations.at(BookSchema.PLANS, null, "parts", vendor, message);
          }
          parts.put(vendor, set.stream().limit(ActivityCalendar.MAX_PARTS).toList());
        });
    return parts;
  }

  /** Whether the row was taken. */
  boolean add(CsvRecord row, int[] places) {
    String accountId = row.getField(places[0]);
    Integer account = accountNumbers.get(accountId);
    if (account == null) {
      return refuse(row, "account", accountId, "No row of accounts.csv has this account.");
    }
    String partName = row.getField(places[1]);
    Integer part = partNumbers.get(accountVendor[account]).get(partName);
    if (part == null) {
      return refuse(row, "part", partName, "The account's vendor has no such part.");
    }
    String dayText = row.getField(places[2]);
    Integer known = days.get(dayText);
    if (known == null) {
      try {
        known = Days.of(LocalDate.parse(Type.DATE.canonicalOf(dayText)));
        days.put(dayText, known);
      } catch (BadValueException e) {
        return refuse(row, "day", dayText, e.getMessage());
      }
    }
    int day = known;
    if (day < FIRST_DAY) {
      return refuse(row, "day", dayText, "Use a day from 1990 on.");
    }
    if ((long) Math.max(day, newest) - Math.min(day, oldest) > MOST_DAYS_APART) {
      String message = "Use more than %d days apart from other rows.".formatted(MOST_DAYS_APART);
      return refuse(row, "day", dayText, message);
    }
    oldest = Math.min(day, oldest);
    newest = Math.max(day, newest);
    calendar.add(account, part, day);
    return true;
  }

  private boolean refuse(CsvRecord row, String column, String value, String message) {
    violations.at(BookSchema.ACTIVITY, row.getStartingLineNumber(), column, value, message);
    return false;
  }

  List<String> accounts() {
    return accounts;
  }

  Map<String, List<String>> parts() {
    return parts;
  }

  ActivityCalendar build() {
    return calendar.build();
  }
}
