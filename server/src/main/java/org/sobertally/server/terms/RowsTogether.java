package org.sobertally.server.terms;

import static org.sobertally.server.terms.RowsAfter.value;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;
import org.sobertally.server.book.schema.DatedRows;
import org.sobertally.server.book.schema.StageRows;
import org.sobertally.server.book.schema.TierRows;

/** What must be true of a vendor's rows together, once each can be read. */
final class RowsTogether {

  private final Book book;
  private final RowsAfter after;
  private final LocalDate today;
  private final List<EditedRows.Fault> faults = new ArrayList<>();

  RowsTogether(Book book, RowsAfter after, LocalDate today) {
    this.book = book;
    this.after = after;
    this.today = today;
  }

  List<EditedRows.Fault> faults() {
    faults.clear();
    lookAtReferences();
    lookAtDated();
    lookAtTiers();
    lookAtStages();
    lookAtDays();
    lookAtRates();
    return List.copyOf(faults);
  }

  private void add(String file, String[] row, @Nullable String column, @Nullable String message) {
    faults.add(new EditedRows.Fault(after.editOf(file, row), column, message));
  }

  private void lookAtReferences() {
    for (String name : RowSheet.FILES) {
      for (Column column : BookSchema.byName(name).columns()) {
        String other = column.references();
        if (other != null && !other.equals(BookSchema.VENDORS)) {
          Set<String> known = after.ids(other);
          after.of(name).forEach(row -> require(name, row, column.name(), known));
        }
      }
    }
  }

  /** Terms, prices and offers, those that an edit of something else has broken included. */
  private void lookAtDated() {
    DatedRows dated = new DatedRows(file -> after.of(file));
    for (String file : RowSheet.FILES) {
      for (String[] row : after.of(file)) {
        DatedRows.Wrong wrong = dated.wrong(file, row);
        if (wrong != null) {
          add(file, row, wrong.column(), wrong.message());
        }
      }
    }
  }

  private void lookAtStages() {
    Collection<String[]> stages = after.of(BookSchema.DATA_RULES);
    List<StageRows.Wrong> wrong = new ArrayList<>(StageRows.wrong(stages));
    wrong.addAll(StageRows.unlikely(stages));
    for (StageRows.Wrong one : wrong) {
      add(BookSchema.DATA_RULES, one.row(), one.column(), one.message());
    }
  }

  private void require(String file, String[] row, String column, Set<String> known) {
    String value = value(file, row, column);
    if (!known.contains(value) && !after.isEdited(file, row, "")) {
      faults.add(
          new EditedRows.Fault(
              0,
              null,
              "It cannot be taken out: %s still names %s %s.".formatted(file, column, value)));
    } else if (!known.contains(value)) {
      add(
          file,
          row,
          column,
          "There is no %s %s of this vendor; there is %s."
              .formatted(column, value, String.join(", ", known)));
    }
  }

  /** Of two tiers that nothing tells apart the cheaper would always do. */
  private void lookAtTiers() {
    Map<String, String> ranks = new HashMap<>();
    for (String[] row : after.of(BookSchema.PLANS)) {
      String ladder = value(BookSchema.PLANS, row, "ladder");
      String rank = value(BookSchema.PLANS, row, "rank");
      String same =
          ladder == null || rank == null ? null : ranks.putIfAbsent(ladder + "\n" + rank, row[0]);
      if (same != null && after.isEdited(BookSchema.PLANS, row, same)) {
        String text = "%s has the place %s on this ladder already.";
        add(BookSchema.PLANS, row, "rank", text.formatted(same, rank));
      }
    }
    for (TierRows.Same same : TierRows.same(after.of(BookSchema.PLANS))) {
      if (after.isEdited(BookSchema.PLANS, same.row(), same.other())) {
        String text =
            "%s is a tier of the same ladder with the same parts: nothing tells them apart.";
        add(BookSchema.PLANS, same.row(), "parts", text.formatted(same.other()));
      }
    }
  }

  private void lookAtDays() {
    for (String[] row : after.of(BookSchema.AGREEMENTS)) {
      String starts = value(BookSchema.AGREEMENTS, row, "starts");
      if (starts.compareTo(value(BookSchema.AGREEMENTS, row, "ends")) >= 0) {
        add(
            BookSchema.AGREEMENTS,
            row,
            "ends",
            "It starts on %s: the term must end after that.".formatted(starts));
      }
    }
  }

  /** Money in a currency without a rate could not be shown anywhere. */
  private void lookAtRates() {
    for (String[] row : after.of(BookSchema.AGREEMENTS)) {
      String currency = value(BookSchema.AGREEMENTS, row, "currency");
      if (!hasRate(currency)) {
        add(
            BookSchema.AGREEMENTS,
            row,
            "currency",
            "Nothing says what %s is in %s. Write its rate down first."
                .formatted(currency, book.rates().reportingCurrency()));
      }
    }
  }

  private boolean hasRate(String currency) {
    return currency.equals(book.rates().reportingCurrency())
        || after.of(BookSchema.RATES).stream()
            .anyMatch(
                row ->
                    currency.equals(value(BookSchema.RATES, row, "currency"))
                        && value(BookSchema.RATES, row, "day").compareTo(today.toString()) <= 0);
  }

  /** Parts that no plan has, and parts whose use nobody tells: not wrong, but worth a look. */
  List<String> warnings(String vendor) {
    Set<String> sold = new HashSet<>();
    for (String[] row : after.of(BookSchema.PLANS)) {
      String parts = value(BookSchema.PLANS, row, "parts");
      sold.addAll(parts == null ? List.of() : List.of(parts.split(" ")));
    }
    Set<String> unsold = new TreeSet<>();
    for (String[] row : after.of(BookSchema.PARTS_FILE)) {
      if (!sold.contains(value(BookSchema.PARTS_FILE, row, "part"))) {
        unsold.add(value(BookSchema.PARTS_FILE, row, "name"));
      }
    }
    List<String> warnings = new ArrayList<>();
    if (!unsold.isEmpty()) {
      warnings.add("No plan has %s.".formatted(String.join(", ", unsold)));
    }
    Set<String> untold = untold(vendor, sold);
    if (!untold.isEmpty()) {
      warnings.add(
          "Nobody tells the use of %s, so nobody is idle on a plan that has it."
              .formatted(String.join(", ", untold)));
    }
    return warnings;
  }

  private Set<String> untold(String vendor, Set<String> sold) {
    List<String> told = book.hasEvidence(vendor) ? book.evidenceOf(vendor, today).parts() : null;
    if (told == null) {
      return Set.of();
    }
    Set<String> untold = new TreeSet<>(sold);
    told.forEach(untold::remove);
    return untold;
  }
}
