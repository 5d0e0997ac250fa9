package org.sobertally.core.statement;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class StoppedMoneyTest {

  private static final LocalDate OCTOBER = LocalDate.of(2026, 10, 1);

  private static StoppedMoney stopped(int day, String yearly) {
    return new StoppedMoney(LocalDate.of(2026, 10, day), new BigDecimal(yearly));
  }

  private static String october(StoppedMoney... all) {
    LocalDate november = LocalDate.of(2026, 11, 1);
    return StoppedMoney.within(List.of(all), OCTOBER, november, "EUR").amount().toPlainString();
  }

  @Test
  void onlyTheDaysAfterItStoppedCount() {
    assertThat(october(stopped(30, "18850"))).isEqualTo("103.29");
    assertThat(october(stopped(1, "365"))).isEqualTo("31.00");
    assertThat(october(new StoppedMoney(OCTOBER.minusYears(2), new BigDecimal("365"))))
        .isEqualTo("31.00");
    assertThat(october(new StoppedMoney(OCTOBER.plusMonths(1), new BigDecimal("365"))))
        .isEqualTo("0.00");
  }

  /** 103.2877 and −1.0000 make 102.29; rounded one by one they would too, but three thirds not. */
  @Test
  void whatIsMoreIsTakenOffAndAllIsRoundedOnce() {
    assertThat(october(stopped(30, "18850"), stopped(31, "-365"))).isEqualTo("102.29");
    assertThat(october(stopped(31, "1.22"), stopped(31, "1.22"), stopped(31, "1.22")))
        .as("three times 0.0033 are a cent")
        .isEqualTo("0.01");
  }
}
