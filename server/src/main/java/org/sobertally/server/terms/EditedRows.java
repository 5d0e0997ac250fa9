package org.sobertally.server.terms;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;
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
  private final RowsAfter after = new RowsAfter();

  EditedRows(Book book, BookRows rows, String vendor, RowEdit edit, LocalDate today) {
    this.today = today;
    this.book = book;
    this.rows = rows;
    this.vendor = vendor;
    Map<String, List<String[]>> before = new HashMap<>();
    for (String file : RowSheet.FILES) {
      before.put(file, RowSheet.stored(book, rows, vendor, file));
      before.get(file).forEach(row -> after.put(file, row));
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
      faults.addAll(new RowsTogether(book, after, today).faults());
    }
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
      if (before != null) {
        takeAway(n, edit.file(), before, gone);
      }
      return;
    }
    BookFile file = BookSchema.byName(edit.file());
    Map<String, String> values =
        before == null ? new HashMap<>() : new HashMap<>(BookRows.byColumn(file.name(), before));
    edit.values()
        .forEach(
            (column, typed) -> {
              if (fresh || !isKey(file, column)) {
                values.put(column, typed);
              }
            });
    if (file.columns().stream().anyMatch(column -> column.name().equals(VENDOR))) {
      values.put(VENDOR, vendor);
    }
    if (fresh) {
      nameIt(file, values);
    }
    put(n, file, before, values);
  }

  private void takeAway(int n, String file, String[] row, List<BookRows.Change> gone) {
    if (file.equals(BookSchema.VENDORS)) {
      faults.add(new Fault(n, null, "The vendor itself stays."));
      return;
    }
    gone.add(new BookRows.Change(file, row, null));
    after.remove(file, row);
  }

  private void put(int n, BookFile file, String @Nullable [] before, Map<String, String> values) {
    try {
      for (Column column : file.columns()) {
        one(n, column, values.get(column.name()));
      }
      String[] row = BookRows.row(file.name(), values);
      List<String> key = RowsAfter.key(file.name(), row);
      boolean taken = before == null && isTaken(file.name(), key);
      if (taken) {
        faults.add(new Fault(n, keyColumn(file), "There is a row of that name already."));
      } else if (!Arrays.equals(before, row)) {
        changes.add(new BookRows.Change(file.name(), before, row));
        after.edit(file.name(), row, n);
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
    for (int n = 2; isTaken(file.name(), keyOf(file, id)); n++) {
      id = base + "-" + n;
    }
    values.put(column, id);
  }

  private List<String> keyOf(BookFile file, String id) {
    return file.name().equals(BookSchema.PARTS_FILE) ? List.of(vendor, id) : List.of(id);
  }

  private boolean isTaken(String file, List<String> key) {
    return after.has(file, key) || rows.find(file, key.toArray(String[]::new)) != null;
  }

  /** Parts that no plan has, and parts whose use nobody tells: not wrong, but worth a look. */
  List<String> warnings() {
    return new RowsTogether(book, after, today).warnings(vendor);
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
