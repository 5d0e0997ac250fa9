package org.sobertally.core.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;

class PriceDipsTest {

  @Test
  void aHundredAndFiftyCostLessThanAHundredAndFortyOneWould() {
    PriceList prices =
        new PriceList(
            Pricing.VOLUME,
            new BigDecimal("10"),
            List.of(new PriceBreak(150, new BigDecimal("9"))),
            0);
    assertThat(PriceDips.dips(prices))
        .containsExactly(new PriceDips.Dip(136, 149, 150, new BigDecimal("1350")));
    assertThat(PriceDips.cheapestAtLeast(prices, 141)).isEqualTo(150);
    assertThat(PriceDips.cheapestAtLeast(prices, 135)).isEqualTo(135);
  }

  @Test
  void aMinimumIsPaidWhateverIsBought() {
    PriceList prices = new PriceList(Pricing.FLAT, new BigDecimal("10"), List.of(), 25);
    assertThat(prices.costOf(3)).isEqualByComparingTo("250");
    assertThat(prices.costOf(0)).as("none is bought").isEqualByComparingTo("0");
    assertThat(PriceDips.dips(prices)).isEmpty();
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void everyQuantityThatCostsTooMuchIsToldAndNoOther(long seed) {
    Random random = new Random(seed);
    List<PriceBreak> breaks = new ArrayList<>();
    for (int b = 0; b < random.nextInt(5); b++) {
      breaks.add(
          new PriceBreak(1 + random.nextInt(90), BigDecimal.valueOf(random.nextInt(900), 2)));
    }
    Pricing pricing = Pricing.values()[random.nextInt(3)];
    PriceList prices =
        new PriceList(pricing, BigDecimal.valueOf(1000, 2), breaks, random.nextInt(2) * 20);
    List<PriceDips.Dip> dips = PriceDips.dips(prices);
    for (int seats = 1; seats < 120; seats++) {
      int at = seats;
      BigDecimal cheapest = prices.costOf(seats);
      for (int more = seats; more < 120; more++) {
        cheapest = cheapest.min(prices.costOf(more));
      }
      boolean tooMuch = cheapest.compareTo(prices.costOf(seats)) < 0;
      int instead = PriceDips.cheapestAtLeast(prices, seats);
      if (pricing != Pricing.FLAT) {
        assertThat(prices.costOf(instead)).isEqualByComparingTo(cheapest);
        assertThat(dips.stream().anyMatch(dip -> dip.from() <= at && at <= dip.to()))
            .as("%d of %s", seats, prices)
            .isEqualTo(tooMuch);
      }
    }
  }
}
