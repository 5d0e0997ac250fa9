package org.sobertally.core.renewal;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One way to go into a renewal, in the reporting currency, unrounded.
 *
 * @param offer whose terms it has; null for the agreement's own
 * @param months of the term
 * @param moved persons whose plans change
 * @param takeBack seats that must come back before the renewal
 * @param gap what the mix costs more a year than the least that was not ruled out
 */
public record RenewalOption(
    Kind kind,
    @Nullable String offer,
    int months,
    List<PlanRow> plans,
    int moved,
    int takeBack,
    boolean proven,
    BigDecimal gap) {

  private static final BigDecimal YEAR = BigDecimal.valueOf(12);

  /** What is promised. */
  public enum Kind {
    /** What is bought today, as it would renew. */
    AS_IT_STANDS,
    /** What is needed, and nothing more. */
    NEEDED,
    /** What is needed, with the margin of least cost. */
    PROPOSED,
    /** The same by what the vendor proposes. */
    OFFER
  }

  public RenewalOption {
    plans = List.copyOf(plans);
  }

  public BigDecimal yearly() {
    return plans.stream().map(PlanRow::yearly).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  public BigDecimal overTerm() {
    return yearly().multiply(BigDecimal.valueOf(months)).divide(YEAR, MathContext.DECIMAL128);
  }

  /** What seats added during the term are expected to cost over it. */
  public double expectedAdded() {
    return plans.stream().mapToDouble(row -> row.outlook().added()).sum();
  }
}
