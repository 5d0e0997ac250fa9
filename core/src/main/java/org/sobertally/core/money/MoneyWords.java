package org.sobertally.core.money;

import java.math.BigDecimal;
import java.math.RoundingMode;

/** Money as sentences tell it. */
public final class MoneyWords {

  private static final int GROUP = 3;

  private MoneyWords() {}

  /** For instance €1,084.00, or NOK 1,084.00 where a currency has no sign of its own here. */
  public static String exact(Money money) {
    Money rounded = money.rounded();
    return said(rounded.currency(), rounded.amount());
  }

  /** Without cents, half-up: €1,084. */
  public static String about(Money money) {
    Money rounded = money.rounded();
    return said(rounded.currency(), rounded.amount().setScale(0, RoundingMode.HALF_UP));
  }

  /** Without a formatter: a round writes as many sentences as there are idle seats. */
  private static String said(String currency, BigDecimal amount) {
    String digits = amount.abs().toPlainString();
    int point = digits.indexOf('.');
    int whole = point < 0 ? digits.length() : point;
    StringBuilder text = new StringBuilder(digits.length() + 10);
    text.append(currency.equals("EUR") ? "€" : currency + " ");
    text.append(amount.signum() < 0 ? "-" : "");
    for (int n = 0; n < whole; n++) {
      if (n > 0 && (whole - n) % GROUP == 0) {
        text.append(',');
      }
      text.append(digits.charAt(n));
    }
    return text.append(digits, whole, digits.length()).toString();
  }
}
