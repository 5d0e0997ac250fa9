package org.sobertally.core.cover;

import java.util.List;
import org.sobertally.core.money.Money;

/**
 * What one person (or one account without an owner) holds at one vendor, and the cheapest set of
 * plans that still gives them every part they need.
 *
 * @param person the person's number, or −1
 * @param holdings numbers of what is held now
 * @param need the parts needed, as a set of the vendor's part numbers
 * @param plans ids of the cover's plans, those that stay first
 * @param now cost of the holdings a year, unrounded
 * @param cost cost of the cover a year, unrounded
 */
public record Cover(
    int person,
    int vendor,
    List<Integer> holdings,
    long need,
    List<String> plans,
    Money now,
    Money cost) {

  public Cover {
    holdings = List.copyOf(holdings);
    plans = List.copyOf(plans);
  }

  /** What the cover would save a year; counted once per person and vendor. */
  public Money recoverable() {
    return now.minus(cost);
  }
}
