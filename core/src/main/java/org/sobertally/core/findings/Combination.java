package org.sobertally.core.findings;

import java.util.Set;
import org.sobertally.core.money.Money;

/**
 * The people in whom just these kinds of finding meet. Everybody is in one combination, so people
 * and money of several may be added.
 *
 * @param people how many; an account without an owner counts as one
 * @param recoverable net, once per person and vendor, unrounded
 */
public record Combination(Set<FindingKind> kinds, int people, Money recoverable) {

  public Combination {
    kinds = Set.copyOf(kinds);
  }
}
