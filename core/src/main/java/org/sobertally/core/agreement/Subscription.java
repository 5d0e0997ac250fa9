package org.sobertally.core.agreement;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.sobertally.core.catalogue.PriceList;

/**
 * A subscription: so many seats of one plan at a price, on one agreement.
 *
 * @param seats the quantity before any change
 * @param changes what was added to or taken from it, by day
 */
public record Subscription(
    String id,
    String agreement,
    String plan,
    int seats,
    PriceList prices,
    List<QuantityChange> changes) {

  /** From {@code day} on, {@code delta} seats more (or, below zero, fewer). */
  public record QuantityChange(LocalDate day, int delta, String reason) {}

  public Subscription {
    changes = changes.stream().sorted(Comparator.comparing(QuantityChange::day)).toList();
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
