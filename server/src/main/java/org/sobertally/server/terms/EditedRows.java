package org.sobertally.server.terms;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;
import org.sobertally.server.book.schema.DatedRows;
import org.sobertally.server.book.schema.StageRows;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.names.Slugs;

/** An edit of a vendor's rows, read against the book: what becomes otherwise, and what cannot. */
final class EditedRows {

  private static final String VENDOR = "vendor";

  /** Files whose rows have an id that can be made of what they are called. */
  private static final Set<String> NAMED =
      Set.of(
          BookSchema.VENDORS,
          BookSchema.PARTS_FILE,
          BookSchema.PLANS,
          BookSchema.AGREEMENTS,
          BookSchema.LINES,
          BookSchema.OFFERS);

  /**
   * A value that cannot be.
   *
   * @param edit the place of the row in the edit
   * @param column null where no one column is at fault
   */
  @Schema(name = "RowFault")
  record Fault(
      int edit, @Schema(nullable = true) @Nullable String column, @Nullable String message) {}

  final List<BookRows.Change> changes = new ArrayList<>();
  final List<Fault> faults = new ArrayList<>();

  private final Book book;
  private final BookRows rows;
  private final String vendor;
  private final LocalDate today;
  private final Map<String, Map<List<String>, String[]>> after = new LinkedHashMap<>();
  private final Map<List<String>, Integer> editOf = new HashMap<>();

  EditedRows(Book book, BookRows rows, String vendor, RowEdit edit, LocalDate today) {
    this.today = today;
    this.book = book;
    this.rows = rows;
    this.vendor = vendor;
    Map<String, List<String[]>> before = new HashMap<>();
    for (String file : RowSheet.FILES) {
      before.put(file, RowSheet.stored(book, rows, vendor, file));
      Map<List<String>, String[]> rowsAfter = new LinkedHashMap<>();
      before.get(file).forEach(row -> rowsAfter.put(key(file, row), row));
      after.put(file, rowsAfter);
    }
    List<BookRows.Change> gone = new ArrayList<>();
    // A plan that is new may be named by a subscription that is new.
    for (String file : RowSheet.FILES) {
      for (int n = 0; n < edit.rows().size(); n++) {
        RowEdit.Edited one = edit.rows().get(n);
        if (one.file().equals(file)) {
          read(n, one, before.get(file), gone);
        } else if (!RowSheet.FILES.contains(one.file()) && file.equals(BookSchema.VENDORS)) {
          faults.add(new Fault(n, null, "There is no table %s.".formatted(one.file())));
        }
      }
    }
    for (int n = gone.size() - 1; n >= 0; n--) {
      changes.add(gone.get(n));
    }
    if (faults.isEmpty()) {
      lookAtReferences();
      lookAtDated();
      lookAtTiers();
      lookAtStages();
      lookAtDays();
      lookAtRates();
    }
  }

  private Map<List<String>, String[]> rowsOf(String file) {
    return requireNonNull(after.get(file), file);
  }

  private static List<String> key(String file, String[] row) {
    return BookSchema.byName(file).keyColumns().stream().map(c -> row[c]).toList();
  }

  private void read(
      int n, RowEdit.Edited edit, @Nullable List<String[]> stored, List<BookRows.Change> gone) {
    Integer place = edit.row();
    boolean fresh = place == null;
    if (place != null && (place < 0 || stored == null || place >= stored.size())) {
      faults.add(new Fault(n, null, "The row is not on this sheet any more."));
      return;
    }
    String[] before = place == null || stored == null ? null : stored.get(place);
    if (edit.values() == null) {
      if (before != null && edit.file().equals(BookSchema.VENDORS)) {
        faults.add(new Fault(n, null, "The vendor itself stays."));
      } else if (before != null) {
        gone.add(new BookRows.Change(edit.file(), before, null));
        rowsOf(edit.file()).remove(key(edit.file(), before));
      }
      return;
    }
    BookFile file = BookSchema.byName(edit.file());
    Map<String, String> values =
        before == null ? new HashMap<>() : new HashMap<>(BookRows.byColumn(file.name(), before));
    for (Map.Entry<String, String> typed : edit.values().entrySet()) {
      if (!fresh && isKey(file, typed.getKey())) {
        continue;
      }
      values.put(typed.getKey(), typed.getValue());
    }
    if (file.columns().stream().anyMatch(column -> column.name().equals(VENDOR))) {
      values.put(VENDOR, vendor);
    }
    if (fresh) {
      nameIt(file, values);
    }
    put(n, file, before, values);
  }

  private void put(int n, BookFile file, String @Nullable [] before, Map<String, String> values) {
    try {
      for (Column column : file.columns()) {
        one(n, column, values.get(column.name()));
      }
      String[] row = BookRows.row(file.name(), values);
      List<String> key = key(file.name(), row);
      boolean taken =
          before == null
              && (rowsOf(file.name()).containsKey(key)
                  || rows.find(file.name(), key.toArray(String[]::new)) != null);
      if (taken) {
        faults.add(new Fault(n, keyColumn(file), "There is a row of that name already."));
      } else if (!Arrays.equals(before, row)) {
        changes.add(new BookRows.Change(file.name(), before, row));
        rowsOf(file.name()).put(key, row);
        editOf.put(List.of(file.name(), name(file.name(), row)), n);
      }
    } catch (BookRows.NotAValueException e) {
      // Every column at fault is named already.
    }
  }

  private void one(int n, Column column, @Nullable String value) {
    String said = value == null || value.isBlank() ? null : value.strip();
    try {
      if (said == null && column.required()) {
        faults.add(new Fault(n, column.name(), "This must not be empty."));
      } else if (said != null) {
        column.type().canonicalOf(said);
      }
    } catch (Type.BadValueException e) {
      faults.add(new Fault(n, column.name(), e.getMessage()));
    }
  }

  private static boolean isKey(BookFile file, String column) {
    return file.columns().stream().anyMatch(one -> one.name().equals(column) && one.key());
  }

  private static String keyColumn(BookFile file) {
    List<Integer> keys = file.keyColumns();
    return file.columns().get(keys.get(keys.size() - 1)).name();
  }

  /** A new row whose id nobody typed gets one out of its name. */
  private void nameIt(BookFile file, Map<String, String> values) {
    String column = keyColumn(file);
    String typed = values.get(column);
    boolean named = NAMED.contains(file.name());
    String name = values.getOrDefault("name", "");
    boolean unnamed = name == null || name.isBlank();
    boolean ofItsName = !file.name().equals(BookSchema.LINES);
    if (typed != null && !typed.isBlank() || !named || ofItsName && unnamed) {
      return;
    }
    String base =
        switch (file.name()) {
          case BookSchema.LINES -> values.getOrDefault("plan", "");
          case BookSchema.PARTS_FILE -> Slugs.of(name);
          default -> vendor + "-" + Slugs.of(name);
        };
    if (base == null || base.isBlank()) {
      return;
    }
    String id = base;
    for (int n = 2; isTaken(file.name(), id); n++) {
      id = base + "-" + n;
    }
    values.put(column, id);
  }

  private boolean isTaken(String file, String id) {
    List<String> key = file.equals(BookSchema.PARTS_FILE) ? List.of(vendor, id) : List.of(id);
    return rowsOf(file).containsKey(key) || rows.find(file, key.toArray(String[]::new)) != null;
  }

  private int editOf(String file, String[] row) {
    return editOf.getOrDefault(List.of(file, name(file, row)), 0);
  }

  /** What was so before is not held against an edit of something else. */
  private boolean isEdited(String file, String[] row, String other) {
    return editOf.containsKey(List.of(file, name(file, row)))
        || editOf.containsKey(List.of(file, other));
  }

  private static String name(String file, String[] row) {
    return key(file, row).stream()
        .map(part -> part == null ? "" : part)
        .collect(Collectors.joining("\n"));
  }

  private static String value(String file, String[] row, String column) {
    return row[BookSchema.byName(file).indexOf(column)];
  }

  private void lookAtReferences() {
    for (String name : RowSheet.FILES) {
      for (Column column : BookSchema.byName(name).columns()) {
        String other = column.references();
        if (other != null && !other.equals(BookSchema.VENDORS)) {
          Set<String> known = ids(other);
          rowsOf(name).values().forEach(row -> require(name, row, column.name(), known));
        }
      }
    }
  }

  /** Terms, prices and offers, those that an edit of something else has broken included. */
  private void lookAtDated() {
    DatedRows dated = new DatedRows(file -> rowsOf(file).values());
    for (String file : RowSheet.FILES) {
      for (String[] row : rowsOf(file).values()) {
        DatedRows.Wrong wrong = dated.wrong(file, row);
        if (wrong != null) {
          faults.add(new Fault(editOf(file, row), wrong.column(), wrong.message()));
        }
      }
    }
  }

  private void lookAtStages() {
    Collection<String[]> stages = rowsOf(BookSchema.DATA_RULES).values();
    List<StageRows.Wrong> wrong = new ArrayList<>(StageRows.wrong(stages));
    wrong.addAll(StageRows.unlikely(stages));
    for (StageRows.Wrong one : wrong) {
      faults.add(new Fault(editOf(BookSchema.DATA_RULES, one.row()), one.column(), one.message()));
    }
  }

  private Set<String> ids(String file) {
    Set<String> ids = new TreeSet<>();
    rowsOf(file).values().forEach(row -> ids.add(row[0]));
    return ids;
  }

  private void require(String file, String[] row, String column, Set<String> known) {
    String value = value(file, row, column);
    if (!known.contains(value) && !isEdited(file, row, "")) {
      faults.add(
          new Fault(
              0,
              null,
              "It cannot be taken out: %s still names %s %s.".formatted(file, column, value)));
    } else if (!known.contains(value)) {
      faults.add(
          new Fault(
              editOf(file, row),
              column,
              "There is no %s %s of this vendor; there is %s."
                  .formatted(column, value, String.join(", ", known))));
    }
  }

  /** Of two tiers that nothing tells apart the cheaper would always do. */
  private void lookAtTiers() {
    Map<String, String> known = new HashMap<>();
    Map<String, String> ranks = new HashMap<>();
    for (String[] row : rowsOf(BookSchema.PLANS).values()) {
      String ladder = value(BookSchema.PLANS, row, "ladder");
      String parts = value(BookSchema.PLANS, row, "parts");
      if (ladder == null) {
        continue;
      }
      String rank = value(BookSchema.PLANS, row, "rank");
      String same = rank == null ? null : ranks.putIfAbsent(ladder + "\n" + rank, row[0]);
      if (same != null && isEdited(BookSchema.PLANS, row, same)) {
        faults.add(
            new Fault(
                editOf(BookSchema.PLANS, row),
                "rank",
                "%s has the place %s on this ladder already.".formatted(same, rank)));
      }
      if (parts == null) {
        continue;
      }
      String key =
          String.join(
              "\n",
              ladder,
              value(BookSchema.PLANS, row, "model"),
              String.join(" ", new TreeSet<>(List.of(parts.split(" ")))),
              String.valueOf(value(BookSchema.PLANS, row, "capacity_gb")));
      String other = known.putIfAbsent(key, row[0]);
      if (other != null && isEdited(BookSchema.PLANS, row, other)) {
        faults.add(
            new Fault(
                editOf(BookSchema.PLANS, row),
                "parts",
                "%s is a tier of the same ladder with the same parts: nothing tells them apart."
                    .formatted(other)));
      }
    }
  }

  private void lookAtDays() {
    for (String[] row : rowsOf(BookSchema.AGREEMENTS).values()) {
      String starts = value(BookSchema.AGREEMENTS, row, "starts");
      if (starts.compareTo(value(BookSchema.AGREEMENTS, row, "ends")) >= 0) {
        faults.add(
            new Fault(
                editOf(BookSchema.AGREEMENTS, row),
                "ends",
                "It starts on %s: the term must end after that.".formatted(starts)));
      }
    }
  }

  /** Money in a currency without a rate could not be shown anywhere. */
  private void lookAtRates() {
    for (String[] row : rowsOf(BookSchema.AGREEMENTS).values()) {
      String currency = value(BookSchema.AGREEMENTS, row, "currency");
      if (!hasRate(currency)) {
        faults.add(
            new Fault(
                editOf(BookSchema.AGREEMENTS, row),
                "currency",
                "Nothing says what %s is in %s. Write its rate down first."
                    .formatted(currency, book.rates().reportingCurrency())));
      }
    }
  }

  private boolean hasRate(String currency) {
    return currency.equals(book.rates().reportingCurrency())
        || rowsOf(BookSchema.RATES).values().stream()
            .anyMatch(
                row ->
                    currency.equals(value(BookSchema.RATES, row, "currency"))
                        && value(BookSchema.RATES, row, "day").compareTo(today.toString()) <= 0);
  }

  /** Parts that no plan has, and parts whose use nobody tells: not wrong, but worth a look. */
  List<String> warnings() {
    Set<String> sold = new HashSet<>();
    for (String[] row : rowsOf(BookSchema.PLANS).values()) {
      String parts = value(BookSchema.PLANS, row, "parts");
      sold.addAll(parts == null ? List.of() : List.of(parts.split(" ")));
    }
    Set<String> unsold = new TreeSet<>();
    for (String[] row : rowsOf(BookSchema.PARTS_FILE).values()) {
      if (!sold.contains(value(BookSchema.PARTS_FILE, row, "part"))) {
        unsold.add(value(BookSchema.PARTS_FILE, row, "name"));
      }
    }
    List<String> warnings = new ArrayList<>();
    if (!unsold.isEmpty()) {
      warnings.add("No plan has %s.".formatted(String.join(", ", unsold)));
    }
    List<String> told =
        book.hasEvidence(vendor) ? book.evidenceOf(vendor, today).parts() : List.of();
    if (book.hasEvidence(vendor) && told != null) {
      Set<String> untold = new TreeSet<>(sold);
      told.forEach(untold::remove);
      if (!untold.isEmpty()) {
        warnings.add(
            "Nobody tells the use of %s, so nobody is idle on a plan that has it."
                .formatted(String.join(", ", untold)));
      }
    }
    return warnings;
  }

  /** What becomes otherwise, each with what it was. */
  List<String> said() {
    List<String> said = new ArrayList<>();
    for (BookRows.Change change : changes) {
      BookFile file = BookSchema.byName(change.file());
      String what = file.resource().replace('_', ' ');
      String name = change.name();
      if (change.before() == null || change.after() == null) {
        said.add("%s %s %s".formatted(what, name, change.before() == null ? "new" : "taken out"));
        continue;
      }
      for (int c = 0; c < file.columns().size(); c++) {
        String was = change.before()[c];
        String is = change.after()[c];
        if (was == null ? is != null : !was.equals(is)) {
          said.add(
              "%s %s %s → %s"
                  .formatted(
                      name,
                      file.columns().get(c).name().replace('_', ' '),
                      was == null ? "nothing" : was,
                      is == null ? "nothing" : is));
        }
      }
    }
    return said;
  }
}
