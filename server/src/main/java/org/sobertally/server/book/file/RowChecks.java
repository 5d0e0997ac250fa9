package org.sobertally.server.book.file;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.DatedRows;
import org.sobertally.server.book.schema.StageRows;
import org.sobertally.server.book.schema.TierRows;
import org.sobertally.server.book.schema.Type;

/** What must be true of a row beyond its single values. */
final class RowChecks {

  private final Map<String, List<String[]>> rows;
  private final Violations violations;
  private final Map<String, Long> personLines = new HashMap<>();
  private final Map<String, List<String[]>> holdingsOf = new HashMap<>();
  private @Nullable Map<String, String> accountVendor;
  private @Nullable Map<String, String> planVendor;
  private @Nullable Map<String, String> linePlan;
  private final DatedRows dated;

  RowChecks(Map<String, List<String[]>> rows, Violations violations) {
    this.rows = rows;
    this.violations = violations;
    this.dated = new DatedRows(file -> rows.getOrDefault(file, List.of()));
  }

  boolean fits(BookFile file, long line, String[] row) {
    return switch (file.name()) {
      case BookSchema.AGREEMENTS -> ordered(file, line, row, "starts", "ends", true);
      case BookSchema.BILLS -> ordered(file, line, row, "from", "until", true);
      case BookSchema.EVIDENCE -> ordered(file, line, row, "complete_from", "complete_to", false);
      case BookSchema.STANDING_RULES -> ordered(file, line, row, "from", "until", false);
      case BookSchema.HOLDINGS ->
          ordered(file, line, row, "from", "until", false) && holdingFits(file, line, row);
      case BookSchema.SESSIONS -> sessionFits(file, line, row);
      case BookSchema.SETTINGS -> settingFits(line, row);
      case BookSchema.PEOPLE -> {
        personLines.put(row[0], line);
        yield true;
      }
      default -> datedFits(file, line, row);
    };
  }

  private boolean datedFits(BookFile file, long line, String[] row) {
    DatedRows.Wrong wrong = dated.wrong(file.name(), row);
    if (wrong != null) {
      String value = row[file.indexOf(wrong.column())];
      violations.at(file.name(), line, wrong.column(), value, wrong.message());
    }
    return wrong == null;
  }

  private boolean ordered(
      BookFile file, long line, String[] row, String first, String second, boolean apart) {
    String from = row[file.indexOf(first)];
    String until = row[file.indexOf(second)];
    if (from == null || until == null) {
      return true;
    }
    int order = LocalDate.parse(from).compareTo(LocalDate.parse(until));
    if (order > 0 || apart && order == 0) {
      String message = "The day must come after %s (%s).".formatted(first, from);
      violations.at(file.name(), line, second, until, message);
      return false;
    }
    return true;
  }

  private boolean holdingFits(BookFile file, long line, String[] row) {
    String account = row[file.indexOf("account")];
    String subscription = row[file.indexOf("line")];
    String sold = vendorOfLine(subscription);
    String at = vendorOfAccount(account);
    if (!Objects.equals(at, sold)) {
      String message =
          "Account %s is at vendor %s, the subscription is of a plan of %s."
              .formatted(account, at, sold);
      violations.at(file.name(), line, "line", subscription, message);
      return false;
    }
    return noOverlap(file, line, row, account + '\u0001' + subscription);
  }

  private boolean noOverlap(BookFile file, long line, String[] row, String key) {
    int from = file.indexOf("from");
    int until = file.indexOf("until");
    List<String[]> earlier = holdingsOf.computeIfAbsent(key, k -> new ArrayList<>(1));
    for (String[] other : earlier) {
      boolean apart =
          other[until] != null && other[until].compareTo(row[from]) <= 0
              || row[until] != null && row[until].compareTo(other[from]) <= 0;
      if (!apart) {
        String message =
            "Holding %s of the same account and subscription overlaps it.".formatted(other[0]);
        violations.at(file.name(), line, "from", row[from], message);
        return false;
      }
    }
    earlier.add(row);
    return true;
  }

  private @Nullable String vendorOfAccount(String account) {
    if (accountVendor == null) {
      accountVendor = column(BookSchema.ACCOUNTS, "vendor");
    }
    return accountVendor.get(account);
  }

  private @Nullable String vendorOfLine(String subscription) {
    if (linePlan == null || planVendor == null) {
      linePlan = column(BookSchema.LINES, "plan");
      planVendor = column(BookSchema.PLANS, "vendor");
    }
    return planVendor.get(linePlan.get(subscription));
  }

  private Map<String, String> column(String fileName, String column) {
    int place = BookSchema.byName(fileName).indexOf(column);
    Map<String, String> values = new HashMap<>();
    rows.getOrDefault(fileName, List.of()).forEach(row -> values.put(row[0], row[place]));
    return values;
  }

  private boolean sessionFits(BookFile file, long line, String[] row) {
    String started = row[file.indexOf("started")];
    String ended = row[file.indexOf("ended")];
    if (ended != null && OffsetDateTime.parse(ended).isBefore(OffsetDateTime.parse(started))) {
      String message = "A session cannot end before it started (%s).".formatted(started);
      violations.at(file.name(), line, "ended", ended, message);
      return false;
    }
    return true;
  }

  private boolean settingFits(long line, String[] row) {
    Type type =
        switch (row[0]) {
          case "reporting_currency" -> Type.CURRENCY;
          case "idle_line", "need_window", "leaver_horizon" -> Type.POSITIVE;
          case "opening_grace", "invitation_grace" -> Type.COUNT;
          default -> Type.TEXT;
        };
    try {
      row[1] = type.canonicalOf(row[1]);
      return true;
    } catch (Type.BadValueException e) {
      violations.at(BookSchema.SETTINGS, line, "value", row[1], e.getMessage());
      return false;
    }
  }

  /** What no row is at fault with alone, once all files are read. */
  void lookAtWhole(LocalDate today) {
    lookAtCurrencies(today);
    lookAtTiers();
    lookAtStages();
  }

  /** Nobody could say when an account comes into which stage. */
  private void lookAtStages() {
    for (StageRows.Wrong wrong :
        StageRows.wrong(rows.getOrDefault(BookSchema.DATA_RULES, List.of()))) {
      String value = wrong.row()[BookSchema.byName(BookSchema.DATA_RULES).indexOf(wrong.column())];
      String message =
          "%s, after %s, stage %s: %s"
              .formatted(wrong.row()[0], wrong.row()[1], wrong.row()[2], wrong.message());
      violations.at(BookSchema.DATA_RULES, null, wrong.column(), value, message);
    }
  }

  /** Without a rate no page could tell any money. */
  private void lookAtCurrencies(LocalDate today) {
    String reporting =
        column(BookSchema.SETTINGS, "value").getOrDefault("reporting_currency", "EUR");
    Set<String> rated = new HashSet<>(Set.of(reporting));
    BookFile rates = BookSchema.byName(BookSchema.RATES);
    for (String[] row : rows.getOrDefault(BookSchema.RATES, List.of())) {
      if (!LocalDate.parse(row[rates.indexOf("day")]).isAfter(today)) {
        rated.add(row[rates.indexOf("currency")]);
      }
    }
    Map<String, String> missing = new TreeMap<>();
    column(BookSchema.AGREEMENTS, "currency")
        .forEach(
            (agreement, currency) -> {
              if (!rated.contains(currency)) {
                missing.merge(currency, agreement, (a, b) -> a.compareTo(b) < 0 ? a : b);
              }
            });
    missing.forEach(
        (currency, agreement) ->
            violations.at(
                BookSchema.RATES,
                null,
                "currency",
                currency,
                "Agreement %s is in %s, and no row of rates.csv says what that is in %s on or before %s."
                    .formatted(agreement, currency, reporting, today)));
  }

  private void lookAtTiers() {
    int parts = BookSchema.byName(BookSchema.PLANS).indexOf("parts");
    for (TierRows.Same same : TierRows.same(rows.getOrDefault(BookSchema.PLANS, List.of()))) {
      String message =
          "%s and %s are tiers of one ladder with the same parts: nothing tells them apart. Give each its own parts, or take one off the ladder."
              .formatted(same.other(), same.row()[0]);
      violations.at(BookSchema.PLANS, null, "parts", same.row()[parts], message);
    }
  }

  /** Leaves out people whose manager is nobody, and then those whose manager was left out. */
  void dropUnmanaged(List<String[]> people, Set<String> keys) {
    int manager = BookSchema.byName(BookSchema.PEOPLE).indexOf("manager");
    boolean again = true;
    while (again) {
      again = false;
      for (Iterator<String[]> all = people.iterator(); all.hasNext(); ) {
        String[] row = all.next();
        if (row[manager] != null && !keys.contains(row[manager])) {
          String message = "No row of people.csv has this person.";
          violations.at(
              BookSchema.PEOPLE, personLines.get(row[0]), "manager", row[manager], message);
          all.remove();
          keys.remove(row[0]);
          again = true;
        }
      }
    }
  }

  /** Leaves out people who, through their managers, report to themselves. */
  void dropCircular(List<String[]> people, Set<String> keys) {
    int manager = BookSchema.byName(BookSchema.PEOPLE).indexOf("manager");
    Map<String, String> managers = new HashMap<>();
    people.forEach(row -> managers.put(row[0], row[manager]));
    Map<String, List<String>> chains = ManagerChains.circles(managers);
    people.removeIf(
        row -> {
          List<String> chain = chains.get(row[0]);
          if (chain != null) {
            String message = ManagerChains.say(chain);
            violations.at(
                BookSchema.PEOPLE, personLines.get(row[0]), "manager", row[manager], message);
            keys.remove(row[0]);
          }
          return chain != null;
        });
  }
}
