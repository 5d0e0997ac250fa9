package org.sobertally.core.statement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import org.sobertally.core.money.Money;

/**
 * Money that is not paid from a day on.
 *
 * @param from the first day on which it is not paid
 * @param yearly above zero where less is paid, below where more is
 */
public record StoppedMoney(LocalDate from, BigDecimal yearly) {

  private static final int YEAR = 365;

  /**
   * What is not paid in the days of {@code [first, until)}, ÷ 365 a day as what is paid, rounded
   * once. Example: 18,850.00 a year from 30 October 2026 makes 18,850.00 × 2 ÷ 365 = 103.29 of
   * October.
   */
  public static Money within(
      Collection<StoppedMoney> all, LocalDate first, LocalDate until, String currency) {
    BigDecimal dayWise = BigDecimal.ZERO;
    for (StoppedMoney one : all) {
      LocalDate start = one.from.isAfter(first) ? one.from : first;
      long days = Math.max(0, ChronoUnit.DAYS.between(start, until));
      dayWise = dayWise.add(one.yearly.multiply(BigDecimal.valueOf(days)));
    }
    return new Money(dayWise, currency).share(1, YEAR);
  }
}
