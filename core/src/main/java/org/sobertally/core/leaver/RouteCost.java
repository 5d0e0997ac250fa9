package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.sobertally.core.money.Money;

/**
 * What a route costs over its horizon. Amounts are kept exactly, as yearly money times days, and
 * divided by the 365 days of a year only when they are asked for.
 *
 * @param seatDays of the seats it leaves behind, while they are still paid
 * @param restingDays of the resting plan
 * @param dataDays of what the vendor asks for keeping the data
 * @param addonDays of room at the successor's
 */
public record RouteCost(
    BigDecimal seatDays,
    BigDecimal restingDays,
    BigDecimal dataDays,
    BigDecimal addonDays,
    String currency) {

  private static final int YEAR = 365;

  /** Yearly money over so many days. */
  static BigDecimal over(BigDecimal yearly, LocalDate from, LocalDate until) {
    long days = Math.max(0, until.toEpochDay() - from.toEpochDay());
    return yearly.multiply(BigDecimal.valueOf(days));
  }

  BigDecimal totalDays() {
    return seatDays.add(restingDays).add(dataDays).add(addonDays);
  }

  public Money seat() {
    return money(seatDays);
  }

  public Money resting() {
    return money(restingDays);
  }

  public Money data() {
    return money(dataDays);
  }

  public Money addon() {
    return money(addonDays);
  }

  /** The sum, rounded once. */
  public Money total() {
    return money(totalDays());
  }

  private Money money(BigDecimal days) {
    return new Money(days, currency).share(1, YEAR);
  }
}
