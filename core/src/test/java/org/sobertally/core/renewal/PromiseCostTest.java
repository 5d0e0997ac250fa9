package org.sobertally.core.renewal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;
import org.sobertally.core.renewal.SeatWalk.Month;

class PromiseCostTest {

  private static final BigDecimal TENTH = new BigDecimal("0.1");

  private static List<Month> months(int count, double rate) {
    return Collections.nCopies(count, new Month(rate, rate, 0));
  }

  private static PriceList prices(Pricing pricing, String unit, int minimum, PriceBreak... breaks) {
    return new PriceList(pricing, new BigDecimal(unit), List.of(breaks), minimum);
  }

  private static PriceBreak from(int seats, String price) {
    return new PriceBreak(seats, new BigDecimal(price));
  }

  private static PromiseCost cost(PriceList prices, int start, double rate) {
    SeatWalk walk = SeatWalk.of(start, months(3, rate), months(12, rate));
    return new PromiseCost(prices, walk, 12, TENTH);
  }

  /** Ten who stay, twelve months, a seat at 120: ten cost 1200, nine 1080 and 12 months at 11. */
  @Test
  void isWorkedByHand() {
    PromiseCost cost = cost(prices(Pricing.FLAT, "120", 0), 10, 0);
    assertThat(cost.of(10)).isEqualTo(1200);
    assertThat(cost.of(9)).isCloseTo(1080 + 12 * 11.0, within(1e-9));
    assertThat(cost.of(12)).isEqualTo(1440);
    assertThat(cost.cheapest(0.005)).isEqualTo(10);
  }

  /**
   * The worked example: ten stay and one joins in the only month. M > 10 with 1 − 1/e = 0.6321, M >
   * 11 with 0.2642: ten seats want one seat-month more, eleven 0.3679, twelve 0.1036.
   */
  @Test
  void theWorkedExamplesMarginIsSo() {
    SeatWalk walk = SeatWalk.of(10, List.of(), List.of(new Month(1, 0, 0)));
    PromiseCost cost = new PromiseCost(prices(Pricing.FLAT, "120", 0), walk, 1, TENTH);
    assertThat(cost.of(10)).isCloseTo(100 + 11, within(1e-6));
    assertThat(cost.of(11)).isCloseTo(110 + 11 * 0.36788, within(1e-3));
    assertThat(cost.of(12)).isCloseTo(120 + 11 * 0.10364, within(1e-3));
    assertThat(cost.cheapest(0.005)).isEqualTo(10);
  }

  @Test
  void aBreakJustAboveIsTaken() {
    PriceList prices = prices(Pricing.VOLUME, "186", 0, from(400, "180"));
    assertThat(cost(prices, 390, 0).cheapest(0.005)).isEqualTo(400);
    assertThat(cost(prices, 380, 0).cheapest(0.005)).isEqualTo(380);
    // Farther away than anybody is likely to be.
    assertThat(cost(prices(Pricing.VOLUME, "100", 0, from(900, "1")), 100, 0.1).cheapest(0.005))
        .isEqualTo(900);
  }

  @Test
  void aSeatAddedCostsWhatTheNextOneDoes() {
    PriceList graduated = prices(Pricing.GRADUATED, "100", 0, from(11, "60"));
    PromiseCost cost = cost(graduated, 12, 0);
    assertThat(cost.of(10)).isCloseTo(1000 + 2 * 1.1 * 60, within(1e-9));
    assertThat(cost.of(12)).isCloseTo(1120, within(1e-9));
  }

  @Test
  void theMinimumIsPaidAndNeverGoneBelow() {
    PromiseCost cost = cost(prices(Pricing.FLAT, "10", 50), 20, 0.5);
    assertThat(cost.of(1)).isGreaterThan(500);
    assertThat(cost.cheapest(0.005)).isEqualTo(50);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.2, 0.5, 1, 2, 5, 9})
  void moreUncertaintyNeverWantsASmallerMargin(double rate) {
    PriceList flat = prices(Pricing.FLAT, "186", 0);
    assertThat(cost(flat, 400, rate * 1.5).cheapest(0.005))
        .isGreaterThanOrEqualTo(cost(flat, 400, rate).cheapest(0.005));
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 0.5, 3})
  void aBreakNeverMakesTheLeastCostRise(double rate) {
    PriceList flat = prices(Pricing.FLAT, "186", 0);
    PriceList broken = prices(Pricing.VOLUME, "186", 0, from(405, "180"));
    PromiseCost without = cost(flat, 400, rate);
    PromiseCost with = cost(broken, 400, rate);
    assertThat(with.of(with.cheapest(0.005)))
        .isLessThanOrEqualTo(without.of(without.cheapest(0.005)) + 0.01);
  }
}
