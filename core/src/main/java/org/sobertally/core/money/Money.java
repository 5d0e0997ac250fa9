package org.sobertally.core.money;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Currency;
import java.util.Objects;

/**
 * An exact amount in one currency. Nothing here rounds but {@link #rounded()}, which is meant for
 * the moment an amount leaves the core.
 *
 * @param amount the amount in units of the currency, with as many decimals as it needs
 * @param currency an ISO 4217 code
 */
public record Money(BigDecimal amount, String currency) {

  public Money {
    Objects.requireNonNull(amount, "amount");
    Objects.requireNonNull(currency, "currency");
  }

  /** The amount written in {@code text}, for instance {@code of("396.00", "EUR")}. */
  public static Money of(String text, String currency) {
    return new Money(new BigDecimal(text), currency);
  }

  public static Money zero(String currency) {
    return new Money(BigDecimal.ZERO, currency);
  }

  /**
   * @throws IllegalArgumentException where the currencies differ
   */
  public Money plus(Money other) {
    requireSame(other);
    return new Money(amount.add(other.amount), currency);
  }

  /**
   * @throws IllegalArgumentException where the currencies differ
   */
  public Money minus(Money other) {
    return plus(other.negated());
  }

  public Money times(long count) {
    return new Money(amount.multiply(BigDecimal.valueOf(count)), currency);
  }

  public Money negated() {
    return new Money(amount.negate(), currency);
  }

  public boolean isZero() {
    return amount.signum() == 0;
  }

  /** The share {@code part / whole} of this amount, rounded half-even to the minor unit. */
  public Money share(long part, long whole) {
    BigDecimal scaled = amount.multiply(BigDecimal.valueOf(part));
    return new Money(
        scaled.divide(BigDecimal.valueOf(whole), minorDigits(), RoundingMode.HALF_EVEN), currency);
  }

  /** This amount rounded half-even to the minor unit of its currency. */
  public Money rounded() {
    return new Money(amount.setScale(minorDigits(), RoundingMode.HALF_EVEN), currency);
  }

  private int minorDigits() {
    return Math.max(0, Currency.getInstance(currency).getDefaultFractionDigits());
  }

  private void requireSame(Money other) {
    if (!currency.equals(other.currency)) {
      throw new IllegalArgumentException(
          "Cannot add %s to %s. Maybe convert both by Rates first."
              .formatted(other.currency, currency));
    }
  }
}
