package org.sobertally.core.money;

import java.time.LocalDate;

/** A price cannot be stated in the reporting currency: no rate is known on or before the day. */
public final class MissingRateException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final String currency;
  private final LocalDate day;

  public MissingRateException(String currency, String reportingCurrency, LocalDate day) {
    super(
        "No rate from %s to %s on or before %s. Add a row for %s to rates.csv."
            .formatted(currency, reportingCurrency, day, currency));
    this.currency = currency;
    this.day = day;
  }

  public String currency() {
    return currency;
  }

  public LocalDate day() {
    return day;
  }
}
