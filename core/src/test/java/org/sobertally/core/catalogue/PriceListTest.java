package org.sobertally.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;

class PriceListTest {

  private static final List<PriceBreak> BREAKS =
      List.of(new PriceBreak(150, new BigDecimal("8")), new PriceBreak(100, new BigDecimal("9")));

  private static PriceList list(Pricing pricing) {
    return new PriceList(pricing, new BigDecimal("10"), BREAKS, 0);
  }

  @Test
  void volumePricesAllSeatsByTheBandTheTotalFallsIn() {
    PriceList list = list(Pricing.VOLUME);
    assertThat(list.costOf(99)).isEqualByComparingTo("990");
    assertThat(list.costOf(100)).isEqualByComparingTo("900");
    assertThat(list.costOf(149)).isEqualByComparingTo("1341");
    assertThat(list.costOf(150)).isEqualByComparingTo("1200");
    assertThat(list.unitPriceAt(150)).isEqualByComparingTo("8");
  }

  @Test
  void graduatedPricesEachSeatByTheBandItFallsIn() {
    PriceList list = list(Pricing.GRADUATED);
    assertThat(list.costOf(99)).isEqualByComparingTo("990");
    assertThat(list.costOf(120)).isEqualByComparingTo("1179");
    assertThat(list.costOf(151)).isEqualByComparingTo("1456");
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 99, 100, 101, 149, 150, 151, 400})
  void aGraduatedSeatCostsWhatTheLastOneAdds(int seats) {
    PriceList list = list(Pricing.GRADUATED);
    BigDecimal added = list.costOf(seats).subtract(list.costOf(seats - 1L));
    assertThat(list.unitPriceAt(seats)).isEqualByComparingTo(added);
  }

  @Test
  void fewerThanTheMinimumCostWhatTheMinimumDoes() {
    PriceList list = new PriceList(Pricing.FLAT, new BigDecimal("10"), List.of(), 25);
    assertThat(list.costOf(3)).isEqualByComparingTo("250");
    assertThat(list.costOf(26)).isEqualByComparingTo("260");
  }

  @Test
  void flatPricesPassBreaksOver() {
    assertThat(list(Pricing.FLAT).costOf(200)).isEqualByComparingTo("2000");
  }
}
