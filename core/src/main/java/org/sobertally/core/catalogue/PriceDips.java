package org.sobertally.core.catalogue;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.sobertally.core.catalogue.PriceList.PriceBreak;

/**
 * The cost of a subscription by quantity, and where buying more costs less.
 *
 * <p>Example: {@code VOLUME}, unit price 10, 150 and more at 9: 150 seats cost 1350, and so 136 to
 * 149 seats (1360 to 1490) cost more than 150 do; 135 cost as much.
 */
public final class PriceDips {

  /**
   * Quantities for which it is cheaper to buy more.
   *
   * @param from the smallest of them
   * @param to the largest of them
   * @param buy how many to buy instead
   * @param cost of these, a year
   */
  public record Dip(int from, int to, int buy, BigDecimal cost) {}

  private PriceDips() {}

  /** The cheapest quantity of at least {@code seats}; the smallest of several. */
  public static int cheapestAtLeast(PriceList prices, int seats) {
    int best = seats;
    for (PriceBreak step : prices.breaks()) {
      if (step.fromSeats() > seats
          && prices.costOf(step.fromSeats()).compareTo(prices.costOf(best)) < 0) {
        best = step.fromSeats();
      }
    }
    return best;
  }

  /** Every stretch of quantities for which buying more costs less, from the lowest. */
  public static List<Dip> dips(PriceList prices) {
    List<Dip> dips = new ArrayList<>();
    TreeSet<Integer> bands = new TreeSet<>(List.of(1));
    prices.breaks().forEach(step -> bands.add(Math.max(1, step.fromSeats())));
    for (int band : bands) {
      Integer next = bands.higher(band);
      if (next != null && cheapestAtLeast(prices, next - 1) != next - 1) {
        // Within a band the cost never falls, so those that cost too much stand at its end.
        int low = band;
        int high = next - 1;
        while (low < high) {
          int middle = (low + high) >>> 1;
          if (cheapestAtLeast(prices, middle) != middle) {
            high = middle;
          } else {
            low = middle + 1;
          }
        }
        int buy = cheapestAtLeast(prices, next - 1);
        dips.add(new Dip(low, next - 1, buy, prices.costOf(buy)));
      }
    }
    return dips;
  }
}
