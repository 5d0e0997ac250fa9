package org.sobertally.core.money;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class RatesTest {

  private static final LocalDate JULY = LocalDate.of(2026, 7, 1);
  private final Rates rates =
      new Rates(
          "EUR",
          List.of(
              new Rates.Rate("NOK", JULY, new BigDecimal("0.0861")),
              new Rates.Rate("NOK", JULY.plusDays(31), new BigDecimal("0.0855"))));

  @Test
  void takesTheNewestRateOnOrBeforeTheDay() {
    Money kroner = Money.of("1000", "NOK");
    assertThat(rates.toReporting(kroner, JULY).rounded()).isEqualTo(Money.of("86.10", "EUR"));
    assertThat(rates.toReporting(kroner, JULY.plusDays(30)).rounded())
        .isEqualTo(Money.of("86.10", "EUR"));
    assertThat(rates.toReporting(kroner, JULY.plusDays(31)).rounded())
        .isEqualTo(Money.of("85.50", "EUR"));
  }

  @Test
  void namesCurrencyAndDayWhereNoRateIsKnown() {
    assertThatThrownBy(() -> rates.toReporting(Money.of("1", "NOK"), JULY.minusDays(1)))
        .isInstanceOf(MissingRateException.class)
        .hasMessageContaining("NOK")
        .hasMessageContaining("2026-06-30");
  }

  @Test
  void roundsHalfEvenAndOnlyWhenAsked() {
    Money third = Money.of("0.125", "EUR");
    assertThat(third.rounded()).isEqualTo(Money.of("0.12", "EUR"));
    assertThat(third.times(3).rounded()).isEqualTo(Money.of("0.38", "EUR"));
    assertThat(Money.of("2.5", "JPY").rounded()).isEqualTo(Money.of("2", "JPY"));
  }

  @Test
  void doesNotAddDifferentCurrencies() {
    assertThatThrownBy(() -> Money.of("1", "EUR").plus(Money.of("1", "NOK")))
        .hasMessageContaining("Cannot add NOK to EUR");
  }
}
