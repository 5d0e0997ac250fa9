package org.sobertally.server.http;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.money.Money;

/**
 * An amount of money: a decimal number as text, so that no reader makes a binary fraction of it.
 */
@Schema(name = "Money")
public record MoneyDto(String amount, String currency) {

  /** Rounded half-even to the minor unit. */
  public static MoneyDto of(Money money) {
    Money rounded = money.rounded();
    return new MoneyDto(rounded.amount().toPlainString(), rounded.currency());
  }

  /** Null where there is no amount. */
  public static @Nullable MoneyDto of(@Nullable BigDecimal amount, @Nullable String currency) {
    return amount == null ? null : of(new Money(amount, requireNonNull(currency)));
  }
}
