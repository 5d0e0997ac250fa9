package org.sobertally.core.agreement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.catalogue.PriceList;

/**
 * What a vendor proposes for the next term of an agreement, in its currency.
 *
 * @param months of the term, 1 or more
 * @param validUntil the last day on which it can be taken; null where none is named
 * @param addedSeatPercent what a seat added during the term costs more; null for what is usual
 * @param prices by plan, at most one each
 */
public record Offer(
    String id,
    String agreement,
    String name,
    int months,
    @Nullable LocalDate validUntil,
    @Nullable BigDecimal addedSeatPercent,
    List<PriceOf> prices) {

  /**
   * What a plan costs by it.
   *
   * @param firstFrom from how many seats on the first price is proposed; it holds below, too
   */
  public record PriceOf(String plan, int firstFrom, PriceList prices) {

    /** All its prices, by seats. */
    public List<PriceList.PriceBreak> steps() {
      List<PriceList.PriceBreak> steps = new ArrayList<>();
      steps.add(new PriceList.PriceBreak(firstFrom, prices.unitPrice()));
      steps.addAll(prices.breaks());
      return steps;
    }
  }

  public Offer {
    prices = List.copyOf(prices);
  }

  /** The same at these prices. */
  public Offer withPrices(List<PriceOf> others) {
    return new Offer(id, agreement, name, months, validUntil, addedSeatPercent, others);
  }

  /** Whether it can still be taken on the day. */
  public boolean standsOn(LocalDate day) {
    return validUntil == null || !day.isAfter(validUntil);
  }
}
