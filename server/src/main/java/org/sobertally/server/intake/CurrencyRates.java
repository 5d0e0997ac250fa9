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
import org.jspecify.annotations.Nullable;
import org.sobertally.core.money.MissingRateException;
import org.sobertally.core.money.Money;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Type;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;

/**
 * Sees to it that nothing is bought in a currency of which nobody knows what it is worth: no page
 * could say any money then. The first contracts of all may settle in which currency money is shown.
 */
final class CurrencyRates {

  private static final int YEARS_BEFORE = 5;

  private final FileChanges draft;
  private final LocalDate day;
  private final Set<String> stored = new HashSet<>();
  private String reporting;

  CurrencyRates(FileChanges draft, LocalDate day) {
    this.draft = draft;
    this.day = day;
    this.reporting = draft.book.rates().reportingCurrency();
  }

  /** With no agreement yet, and one currency in all of the file, money is shown in that one. */
  void lookThrough() {
    boolean settled =
        draft.book.agreements().size() > 0
            || draft.rows.find(BookSchema.SETTINGS, "reporting_currency") != null;
    if (settled || !draft.isMapped("currency")) {
      return;
    }
    Set<String> named = named();
    if (named.size() != 1 || named.contains(reporting)) {
      return;
    }
    String only = named.iterator().next();
    try {
      draft.put(
          BookSchema.SETTINGS,
          null,
          new HashMap<>(
              Map.of("name", "reporting_currency", "value", Type.CURRENCY.canonicalOf(only))));
      reporting = only;
      draft.notes.add("Money will be shown in %s, the only currency of the file.".formatted(only));
    } catch (Type.BadValueException | BookRows.NotAValueException e) {
      // Each row says so itself.
      reporting = draft.book.rates().reportingCurrency();
    }
  }

  private Set<String> named() {
    Set<String> named = new HashSet<>();
    for (int row = 0; row < draft.sheet.rows().size(); row++) {
      String text = draft.text(row, "currency").toUpperCase(Locale.ROOT);
      if (!text.isEmpty()) {
        named.add(text);
      }
    }
    return named;
  }

  /**
   * The purchase's currency, the reporting one where it says none.
   *
   * @throws BadRowException if nobody knows what it is worth
   */
  String require(Purchase purchase) throws BadRowException {
    String currency = purchase.terms().currency() == null ? reporting : purchase.terms().currency();
    if (!isKnown(currency) && said(currency) == null) {
      throw new BadRowException(
          "currency",
          "Nobody says what 1 %s is in %s. Say it here, or bring rates first."
              .formatted(currency, reporting));
    }
    return currency;
  }

  private boolean isKnown(String currency) {
    if (currency.equals(reporting)) {
      return true;
    }
    try {
      draft.book.rates().toReporting(new Money(BigDecimal.ONE, currency), day);
      return draft.book.rates().reportingCurrency().equals(reporting);
    } catch (MissingRateException e) {
      return false;
    }
  }

  /** What whoever brings the file says that the currency is worth; null if nothing. */
  private @Nullable BigDecimal said(String currency) {
    String text = draft.mapping.values().get(currency);
    BigDecimal rate = text == null ? null : Amounts.likeliest(List.of(text)).amount(text);
    return rate == null || rate.signum() <= 0 ? null : rate;
  }

  /** The rate that was said holds for what came before as well: no other is known. */
  void store(Purchase purchase) throws BookRows.NotAValueException {
    String currency = purchase.terms().currency();
    if (currency == null || isKnown(currency) || !stored.add(currency)) {
      return;
    }
    LocalDate earliest = day;
    for (int row = 0; row < draft.sheet.rows().size(); row++) {
      LocalDate starts = draft.mapping.dayForm().day(draft.text(row, "starts"));
      earliest = starts != null && starts.isBefore(earliest) ? starts : earliest;
    }
    Map<String, String> values = new HashMap<>();
    values.put("currency", currency);
    values.put("day", earliest.minusYears(YEARS_BEFORE).toString());
    values.put("rate", requireNonNull(said(currency), "asked for before").toPlainString());
    draft.put(BookSchema.RATES, null, values);
  }
}
