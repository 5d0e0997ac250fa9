package org.sobertally.core.statement;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;

/**
 * Cuts shares to whole cents so that they add up to a whole amount: each is cut down, and the cents
 * that are left go to the largest remainders, ties in the order in which the shares come (the
 * method of largest remainders, also known as Hamilton's).
 *
 * <p>Example: three shares of 33.333… of 100.00 become 33.34, 33.33 and 33.33.
 */
final class Cents {

  /** Shares come from divisions: what differs beyond so many digits of a cent is the same. */
  private static final int DIGITS = 9;

  private Cents() {}

  /**
   * @param exact the shares, none below zero
   * @param whole what they add up to, in whole cents of the currency
   * @param currency whose smallest unit is meant
   */
  static BigDecimal[] cut(List<BigDecimal> exact, BigDecimal whole, String currency) {
    int scale = Math.max(0, Currency.getInstance(currency).getDefaultFractionDigits());
    int n = exact.size();
    BigInteger[] cents = new BigInteger[n];
    BigDecimal[] rest = new BigDecimal[n];
    BigInteger left = whole.movePointRight(scale).toBigIntegerExact();
    for (int i = 0; i < n; i++) {
      BigDecimal inCents =
          exact.get(i).movePointRight(scale).setScale(DIGITS, RoundingMode.HALF_EVEN);
      cents[i] = inCents.toBigInteger();
      rest[i] = inCents.subtract(new BigDecimal(cents[i]));
      left = left.subtract(cents[i]);
    }
    Integer[] order = new Integer[n];
    Arrays.setAll(order, i -> i);
    Arrays.sort(order, Comparator.comparing((Integer i) -> rest[i]).reversed());
    int step = left.signum();
    for (int k = 0; left.signum() != 0 && n > 0; k = (k + 1) % n) {
      int i = step > 0 ? order[k] : order[n - 1 - k];
      cents[i] = cents[i].add(BigInteger.valueOf(step));
      left = left.subtract(BigInteger.valueOf(step));
    }
    BigDecimal[] cut = new BigDecimal[n];
    Arrays.setAll(cut, i -> new BigDecimal(cents[i], scale));
    return cut;
  }
}
