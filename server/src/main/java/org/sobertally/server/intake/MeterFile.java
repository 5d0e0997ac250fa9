package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.people.Account;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;

/**
 * Takes what was used of a vendor's metered allowances. Rows of one day and account add up, and
 * their sum takes the place of what the book had of that day: a file may be brought in again.
 */
final class MeterFile {

  private final FileChanges draft;
  private final String vendor;
  private final LocalDate to;
  private final Amounts amounts;

  /** By allowance, day and account. */
  private final Map<List<String>, BigDecimal> used = new LinkedHashMap<>();

  private final Map<List<String>, Integer> firstRow = new HashMap<>();

  MeterFile(FileChanges draft, String vendor, LocalDate to) {
    this.draft = draft;
    this.vendor = vendor;
    this.to = to;
    this.amounts =
        Amounts.likeliest(
            IntStream.range(0, draft.sheet.rows().size())
                .mapToObj(row -> draft.text(row, "used"))
                .toList());
  }

  void take(Progress progress) {
    draft.forEachRow(progress, this::row);
    used.forEach(
        (key, sum) -> {
          try {
            put(key, sum);
          } catch (BookRows.NotAValueException e) {
            draft.reject(requireNonNull(firstRow.get(key)), null, e.getMessage());
          }
        });
  }

  private void row(int row) throws BadRowException {
    LocalDate day = draft.day(row, "day", null);
    if (day == null) {
      throw new BadRowException("day", "The row says no day.");
    }
    if (day.isAfter(to)) {
      throw new BadRowException("day", "%s is later than the file was made.".formatted(day));
    }
    BigDecimal units = amounts.amount(draft.text(row, "used"));
    if (units == null || units.signum() < 0) {
      throw new BadRowException(
          "used", "'%s' is no number from 0 on.".formatted(draft.text(row, "used")));
    }
    List<String> key =
        List.of(allowance(draft.text(row, "allowance").strip()), day.toString(), account(row));
    used.merge(key, units, BigDecimal::add);
    firstRow.putIfAbsent(key, row);
  }

  private String allowance(String said) throws BadRowException {
    List<Allowance> known =
        draft.book.allowances().all().stream()
            .filter(one -> one.vendor().equals(vendor))
            .filter(
                one ->
                    said.isEmpty()
                        || one.id().equalsIgnoreCase(said)
                        || one.name().equalsIgnoreCase(said))
            .toList();
    if (known.size() == 1) {
      return known.get(0).id();
    }
    throw new BadRowException(
        "allowance",
        said.isEmpty()
            ? "There are %d allowances of this vendor: a column must say which is meant."
                .formatted(known.size())
            : "This vendor has no allowance '%s' here.".formatted(said));
  }

  /** Empty where the row does not say whose use it was. */
  private String account(int row) throws BadRowException {
    String said = draft.text(row, "account").strip();
    if (said.isEmpty()) {
      return "";
    }
    String lower = said.toLowerCase(Locale.ROOT);
    String own = draft.leading.accounts().get(lower);
    List<String> meant = new ArrayList<>();
    for (Account account : draft.book.accounts().all()) {
      boolean called =
          account.id().equals(own)
              || account.id().equalsIgnoreCase(said)
              || account.email() != null && account.email().equalsIgnoreCase(said);
      if (account.vendor().equals(vendor) && called) {
        meant.add(account.id());
      }
    }
    if (meant.size() != 1) {
      throw new BadRowException("account", "No account at this vendor is called so.");
    }
    return meant.get(0);
  }

  private void put(List<String> key, BigDecimal sum) throws BookRows.NotAValueException {
    Map<String, String> values = new HashMap<>();
    values.put("allowance", key.get(0));
    values.put("day", key.get(1));
    values.put("account", key.get(2).isEmpty() ? null : key.get(2));
    values.put("used", sum.toPlainString());
    String[] after = BookRows.row(BookSchema.METER, values);
    String[] before = draft.rows.find(BookSchema.METER, after[0], after[1], after[2]);
    draft.countAndPut(BookSchema.METER, before, after);
  }
}
