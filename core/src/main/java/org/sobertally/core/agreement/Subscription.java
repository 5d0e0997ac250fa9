package org.sobertally.core.agreement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.PriceList.Pricing;

/**
 * A subscription: so many seats of one plan at a price, on one agreement.
 *
 * @param seats the quantity before any change
 * @param prices from the start
 * @param changes what was added to or taken from it, by day
 * @param laterPrices what it costs from later days on, by day
 * @param costCentre the payer that bears it, whoever holds its seats; null where the holders' do
 */
public record Subscription(
    String id,
    String agreement,
    String plan,
    int seats,
    PriceList prices,
    List<QuantityChange> changes,
    List<LaterPrices> laterPrices,
    @Nullable String costCentre) {

  /** From {@code day} on, {@code delta} seats more (or, below zero, fewer). */
  public record QuantityChange(LocalDate day, int delta, @Nullable String reason) {}

  /**
   * What a seat costs from a day on. Breaks are all its own; pricing and minimum that are null go
   * on as before.
   */
  public record LaterPrices(
      LocalDate from,
      BigDecimal unitPrice,
      @Nullable Pricing pricing,
      @Nullable Integer minimum,
      List<PriceList.PriceBreak> breaks) {

    public LaterPrices {
      breaks =
          breaks.stream().sorted(Comparator.comparingInt(PriceList.PriceBreak::fromSeats)).toList();
    }

    /** The same with these breaks. */
    public LaterPrices withBreaks(List<PriceList.PriceBreak> others) {
      return new LaterPrices(from, unitPrice, pricing, minimum, others);
    }

    private PriceList after(PriceList before) {
      return new PriceList(
          pricing == null ? before.pricing() : pricing,
          unitPrice,
          breaks,
          minimum == null ? before.minimum() : minimum);
    }
  }

  public Subscription {
    laterPrices = laterPrices.stream().sorted(Comparator.comparing(LaterPrices::from)).toList();
    changes = changes.stream().sorted(Comparator.comparing(QuantityChange::day)).toList();
  }

  /** One whose price never changes. */
  public Subscription(
      String id,
      String agreement,
      String plan,
      int seats,
      PriceList prices,
      List<QuantityChange> changes) {
    this(id, agreement, plan, seats, prices, changes, List.of(), null);
  }

  /** The same with these changes of its quantity. */
  public Subscription withChanges(List<QuantityChange> others) {
    return new Subscription(id, agreement, plan, seats, prices, others, laterPrices, costCentre);
  }

  /** The same at these prices. */
  public Subscription withPrices(PriceList first, List<LaterPrices> later) {
    return new Subscription(id, agreement, plan, seats, first, changes, later, costCentre);
  }

  /** The same, borne by this payer. */
  public Subscription bornBy(@Nullable String payer) {
    return new Subscription(id, agreement, plan, seats, prices, changes, laterPrices, payer);
  }

  /** What it costs on the day: the newest prices that have begun. */
  public PriceList pricesOn(LocalDate day) {
    PriceList on = prices;
    for (LaterPrices next : laterPrices) {
      if (next.from().isAfter(day)) {
        break;
      }
      on = next.after(on);
    }
    return on;
  }

  /** The quantity on the day, were the agreement in force on it. */
  public int quantityOn(LocalDate day) {
    int quantity = seats;
    for (QuantityChange change : changes) {
      if (!change.day().isAfter(day)) {
        quantity = Math.addExact(quantity, change.delta());
      }
    }
    return quantity;
  }
}
