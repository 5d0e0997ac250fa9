package org.sobertally.core.money;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;

class MoneyWordsTest {

  @Test
  void moneyIsGroupedAndHasTheDigitsOfItsCurrency() {
    assertThat(MoneyWords.exact(Money.of("1084", "EUR"))).isEqualTo("€1,084.00");
    assertThat(MoneyWords.exact(Money.of("0.125", "NOK"))).isEqualTo("NOK 0.12");
    assertThat(MoneyWords.exact(Money.of("-1234567.5", "EUR"))).isEqualTo("€-1,234,567.50");
    assertThat(MoneyWords.about(Money.of("999.50", "EUR"))).isEqualTo("€1,000");
    assertThat(MoneyWords.exact(Money.of("100", "JPY"))).isEqualTo("JPY 100");
  }

  @Test
  void itReadsAsAFormatterWouldWriteIt() {
    Random random = new Random(11);
    for (int n = 0; n < 2_000; n++) {
      BigDecimal amount = new BigDecimal(random.nextLong() >> random.nextInt(64)).movePointLeft(2);
      Money money = new Money(amount, "NOK");
      assertThat(MoneyWords.exact(money))
          .isEqualTo("NOK " + String.format(Locale.ENGLISH, "%,.2f", money.rounded().amount()));
      assertThat(MoneyWords.about(money))
          .as("and never writes -0")
          .isEqualTo(
              "NOK "
                  + String.format(Locale.ENGLISH, "%,.0f", money.rounded().amount())
                      .replace("-0", "0"));
    }
  }
}
