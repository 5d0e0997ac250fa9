package org.sobertally.core.money;

import java.util.Locale;

/** Money as sentences tell it. */
public final class MoneyWords {

  private MoneyWords() {}

  /** For instance €1,084.00, or NOK 1,084.00 where a currency has no sign of its own here. */
  public static String exact(Money money) {
    return with(money, money.rounded().amount().scale());
  }

  /** Without cents: €1,084. */
  public static String about(Money money) {
    return with(money, 0);
  }

  private static String with(Money money, int digits) {
    Money rounded = money.rounded();
    String sign = rounded.currency().equals("EUR") ? "€" : rounded.currency() + " ";
    return sign + String.format(Locale.ENGLISH, "%,." + digits + "f", rounded.amount());
  }
}
