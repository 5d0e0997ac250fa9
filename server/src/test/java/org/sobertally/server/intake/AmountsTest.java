package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@Tag("unit")
class AmountsTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1,234.50|POINT|1234.50",
        "€ 1.234,50|COMMA|1234.50",
        "99,5|COMMA|99.5",
        "12.50 GBP|POINT|12.50",
        "1'188.00|POINT|1188.00",
        "1 188,00|COMMA|1188.00",
        "40|POINT|40"
      })
  void anAmountIsReadAsItIsWritten(String text, Amounts way, BigDecimal amount) {
    assertThat(Amounts.likeliest(List.of(text))).isEqualTo(way);
    assertThat(way.amount(text)).isEqualByComparingTo(amount);
  }

  @Test
  void whatCanBeReadBothWaysFollowsTheRestOfItsColumn() {
    assertThat(Amounts.likeliest(List.of("1.188", "240,00"))).isEqualTo(Amounts.COMMA);
    assertThat(Amounts.COMMA.amount("1.188")).isEqualByComparingTo("1188");
    assertThat(Amounts.likeliest(List.of("1,188", "240.00"))).isEqualTo(Amounts.POINT);
    assertThat(Amounts.POINT.amount("1,188")).isEqualByComparingTo("1188");
  }

  @Test
  void aPriceHasNoThreeDecimalsWhereARateMay() {
    assertThat(Amounts.ofPrices(List.of("1.188", "960"))).isEqualTo(Amounts.COMMA);
    assertThat(Amounts.ofPrices(List.of("1.188", "960.5"))).isEqualTo(Amounts.POINT);
    assertThat(Amounts.ofPrices(List.of("1,188", "960"))).isEqualTo(Amounts.POINT);
    assertThat(Amounts.likeliest(List.of("1.125"))).isEqualTo(Amounts.POINT);
  }

  @ParameterizedTest
  @CsvSource({"abc", "1-2", "''", "'1.2.3'"})
  void whatIsNoAmountIsNone(String text) {
    assertThat(Amounts.POINT.amount(text)).isNull();
  }

  @ParameterizedTest
  @CsvSource({
    "30, 30",
    "60 days, 60",
    "4 weeks, 28",
    "3 months, 92",
    "1 Monat, 31",
    "2 mois, 61",
    "90 Tage, 90"
  })
  void noticeIsCountedBackFromTheEnd(String text, int days) {
    assertThat(ContractWords.noticeDays(text, LocalDate.of(2027, 1, 1))).isEqualTo(days);
  }

  @Test
  void whatSaysNoSpanIsNoNotice() {
    assertThat(ContractWords.noticeDays("a while", LocalDate.of(2027, 1, 1))).isNull();
  }
}
