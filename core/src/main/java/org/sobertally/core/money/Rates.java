package org.sobertally.core.money;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/** Converts amounts to one reporting currency by the newest rate on or before a day. */
public final class Rates {

  /**
   * @param rate units of the reporting currency for one unit of {@code currency}
   */
  public record Rate(String currency, LocalDate day, BigDecimal rate) {}

  private final String reportingCurrency;
  private final Map<String, NavigableMap<LocalDate, BigDecimal>> byCurrency = new HashMap<>();

  public Rates(String reportingCurrency, List<Rate> rates) {
    this.reportingCurrency = reportingCurrency;
    for (Rate rate : rates) {
      byCurrency
          .computeIfAbsent(rate.currency(), c -> new TreeMap<>())
          .put(rate.day(), rate.rate());
    }
  }

  public String reportingCurrency() {
    return reportingCurrency;
  }

  /**
   * The amount in the reporting currency, unrounded.
   *
   * @throws MissingRateException where no rate is known on or before {@code day}
   */
  public Money toReporting(Money money, LocalDate day) {
    if (money.currency().equals(reportingCurrency)) {
      return money;
    }
    var rates = byCurrency.get(money.currency());
    var rate = rates == null ? null : rates.floorEntry(day);
    if (rate == null) {
      throw new MissingRateException(money.currency(), reportingCurrency, day);
    }
    return new Money(money.amount().multiply(rate.getValue()), reportingCurrency);
  }
}
