package org.sobertally.core.renewal;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.sobertally.core.catalogue.PriceList;

/**
 * What promising a number of seats for a term costs: the seats, and those that will have to be
 * added during it at a higher price: {@code cost(q) × T ÷ 12 + (1 + u) × unit(q) ÷ 12 × Σ_m
 * (E[max(q, M_m)] − q)}.
 */
public final class PromiseCost {

  private static final double YEAR = 12;

  private final PriceList prices;
  private final SeatWalk walk;
  private final int months;
  private final double added;
  private final double[] bandFrom;
  private final double[] bandCost;
  private final double[] bandUnit;

  /**
   * @param prices in the currency of the costs
   * @param months of the term, as many as the walk's
   * @param added what a seat added during the term costs more, as a share of its price
   */
  PromiseCost(PriceList prices, SeatWalk walk, int months, BigDecimal added) {
    this.prices = prices;
    this.walk = walk;
    this.months = months;
    this.added = added.doubleValue();
    TreeSet<Integer> starts = new TreeSet<>(List.of(1));
    if (prices.pricing() != PriceList.Pricing.FLAT) {
      prices.breaks().forEach(step -> starts.add(Math.max(1, step.fromSeats())));
    }
    PriceList plain = new PriceList(prices.pricing(), prices.unitPrice(), prices.breaks(), 0);
    bandFrom = starts.stream().mapToDouble(from -> from).toArray();
    bandCost = starts.stream().mapToDouble(from -> plain.costOf(from).doubleValue()).toArray();
    bandUnit = starts.stream().mapToDouble(from -> plain.unitPriceAt(from).doubleValue()).toArray();
  }

  /** What the promise of so many seats costs over the term, with what is to be expected besides. */
  public double of(int seats) {
    return paid(seats) * months / YEAR + expectedAdded(seats);
  }

  /** What seats added during the term are expected to cost. */
  public double expectedAdded(int seats) {
    int graduated = prices.pricing() == PriceList.Pricing.GRADUATED ? 1 : 0;
    return (1 + added) * bandUnit[band(seats + graduated)] / YEAR * walk.seatMonthsAbove(seats);
  }

  /** How many are as likely passed as not on the renewal day. */
  int medianAtRenewal() {
    return walk.medianAtRenewal();
  }

  private double paid(int seats) {
    int billed = (int) prices.billed(seats);
    if (billed == 0) {
      return 0;
    }
    int band = band(billed);
    return bandCost[band] + bandUnit[band] * (billed - bandFrom[band]);
  }

  private int band(int seats) {
    int band = 0;
    while (band + 1 < bandFrom.length && bandFrom[band + 1] <= seats) {
      band++;
    }
    return band;
  }

  /**
   * The number of seats of least cost; the smallest of several.
   *
   * @param same costs that differ by no more count as equal
   */
  int cheapest(double same) {
    int from = Math.max(walk.medianAtRenewal(), prices.minimum());
    int to = Math.max(from, walk.highest());
    List<Integer> worth = new ArrayList<>();
    for (int seats = from; seats <= to; seats++) {
      worth.add(seats);
    }
    for (double start : bandFrom) {
      if (start > to) {
        worth.add((int) start);
      }
    }
    double least = Double.POSITIVE_INFINITY;
    for (int seats : worth) {
      least = Math.min(least, of(seats));
    }
    for (int seats : worth) {
      if (of(seats) <= least + same) {
        return seats;
      }
    }
    return from;
  }
}
