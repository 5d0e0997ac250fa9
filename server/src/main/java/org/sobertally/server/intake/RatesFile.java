package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;

/** Takes what a unit of another currency is worth in the reporting one, from a day on. */
final class RatesFile {

  private final FileChanges draft;
  private final LocalDate day;
  private final Set<List<String>> seen = new HashSet<>();

  /**
   * @param day from which a rate holds whose row does not say
   */
  RatesFile(FileChanges draft, LocalDate day) {
    this.draft = draft;
    this.day = day;
  }

  void take(Progress progress) {
    Amounts amounts =
        Amounts.likeliest(
            IntStream.range(0, draft.sheet.rows().size())
                .mapToObj(row -> draft.text(row, "rate"))
                .toList());
    draft.notes.add(
        "A rate says how much %s one unit of the other currency is, as 1 of it = 0.92."
            .formatted(draft.book.rates().reportingCurrency()));
    draft.forEachRow(progress, row -> take(row, amounts));
  }

  private void take(int row, Amounts amounts) throws BadRowException, BookRows.NotAValueException {
    BigDecimal rate = amounts.amount(draft.text(row, "rate"));
    if (rate == null || rate.signum() <= 0) {
      throw new BadRowException(
          "rate", "'%s' is no rate: use a number above 0.".formatted(draft.text(row, "rate")));
    }
    Map<String, String> values = new HashMap<>();
    values.put("currency", draft.text(row, "currency").toUpperCase(Locale.ROOT));
    values.put("day", requireNonNull(draft.day(row, "day", day)).toString());
    values.put("rate", rate.toPlainString());
    String[] after = BookRows.row(BookSchema.RATES, values);
    List<String> key = List.of(after[0], after[1]);
    if (!seen.add(key)) {
      throw new BadRowException("currency", "An earlier row says it for the same day.");
    }
    draft.countAndPut(
        BookSchema.RATES, draft.rows.find(BookSchema.RATES, after[0], after[1]), after);
  }
}
