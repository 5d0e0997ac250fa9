package org.sobertally.core.cover;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * The set of offers of least yearly cost whose parts contain all that is needed, found by trying,
 * for the lowest part not yet covered, every offer that has it, and giving a branch up once it
 * costs more than the best so far. Exact. Ties go to the fewest changes against what is held, then
 * the fewest plans, then the plan ids.
 *
 * <p>Example: Letter {mail} 84, Folio {mail, docs} 180, Opus {mail, docs, charts} 396; needed
 * {mail} while Opus is held: Letter, 84. Needed {mail, charts}: Opus, 396.
 */
final class CheapestCover {

  /** Which offers, and what they cost together. */
  record Solution(List<PlanOnSale> offers, BigDecimal cost) {}

  private static final Comparator<Candidate> BETTER =
      Comparator.comparing(Candidate::cost)
          .thenComparingInt(Candidate::changes)
          .thenComparingInt(candidate -> candidate.plans().size())
          .thenComparing(candidate -> String.join(" ", candidate.plans()));

  private record Candidate(
      List<PlanOnSale> offers, Set<String> plans, BigDecimal cost, int changes) {}

  private final List<PlanOnSale> offers;
  private final Set<String> held;
  private @Nullable Candidate best;

  private CheapestCover(List<PlanOnSale> offers, Set<String> held) {
    this.offers = offers;
    this.held = held;
  }

  /**
   * @param need a set of part numbers
   * @param held ids of the plans that could be given up
   * @return null where no set of offers has all that is needed
   */
  static @Nullable Solution solve(List<PlanOnSale> offers, long need, Set<String> held) {
    CheapestCover search = new CheapestCover(offers, held);
    search.extend(need, new ArrayList<>(), BigDecimal.ZERO);
    return search.best == null ? null : new Solution(search.best.offers, search.best.cost);
  }

  private void extend(long need, List<PlanOnSale> chosen, BigDecimal cost) {
    if (best != null && cost.compareTo(best.cost) > 0) {
      return;
    }
    if (need == 0) {
      Candidate candidate = candidate(chosen, cost);
      if (best == null || BETTER.compare(candidate, best) < 0) {
        best = candidate;
      }
      return;
    }
    long lowest = Long.lowestOneBit(need);
    for (PlanOnSale offer : offers) {
      if ((offer.parts() & lowest) != 0 && !chosen.contains(offer)) {
        chosen.add(offer);
        extend(need & ~offer.parts(), chosen, cost.add(offer.price()));
        chosen.remove(chosen.size() - 1);
      }
    }
  }

  private Candidate candidate(List<PlanOnSale> chosen, BigDecimal cost) {
    Set<String> plans = new TreeSet<>();
    chosen.forEach(offer -> plans.add(offer.planId()));
    int changes = 0;
    for (String plan : plans) {
      changes += held.contains(plan) ? 0 : 1;
    }
    for (String plan : held) {
      changes += plans.contains(plan) ? 0 : 1;
    }
    return new Candidate(List.copyOf(chosen), plans, cost, changes);
  }
}
