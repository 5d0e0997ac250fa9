package org.sobertally.core.renewal;

import java.util.Map;
import org.sobertally.core.catalogue.PriceDips;
import org.sobertally.core.catalogue.PriceList;

/** How many seats of a plan are bought for those who have it and a margin. */
final class PlannedSeats {

  private PlannedSeats() {}

  /** Where any are bought, so many at least: for what rests, by the terms, and what may not go. */
  static int least(
      RenewalNeed need, RenewalTerms terms, Map<Integer, Integer> neverFewer, int plan) {
    RenewalTerms.Price price = terms.plans().get(plan);
    int minimum = price == null ? 0 : price.prices().minimum();
    int resting = need.resting().getOrDefault(plan, 0);
    return Math.max(Math.max(minimum, resting), neverFewer.getOrDefault(plan, 0));
  }

  static boolean mayBeNone(RenewalNeed need, Map<Integer, Integer> neverFewer, int plan) {
    return need.resting().getOrDefault(plan, 0) == 0 && neverFewer.getOrDefault(plan, 0) == 0;
  }

  /**
   * The quantity: none where nobody is left and none must stay, else the cheapest that is enough.
   *
   * @param wanted those who have it, and the margin
   */
  static int of(PriceList prices, int wanted, int least, boolean mayBeNone) {
    return wanted <= 0 && mayBeNone
        ? 0
        : PriceDips.cheapestAtLeast(prices, Math.max(Math.max(0, wanted), least));
  }
}
