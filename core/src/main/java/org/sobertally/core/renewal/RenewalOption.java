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
 * @param others pools and extras of the agreement, which are paid with the rest
 * @param moved persons whose plans change
 * @param takeBack seats that must come back before the renewal
 * @param gap what the mix costs more a year than the least that was not ruled out
 */
public record RenewalOption(
    Kind kind,
    @Nullable String offer,
    int months,
    List<PlanRow> plans,
    List<OtherRow> others,
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
    others = List.copyOf(others);
  }

  /** What named and parked seats cost a year. */
  public BigDecimal yearly() {
    return plans.stream().map(PlanRow::yearly).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  /** What the agreement costs a year, pools and extras included. */
  public BigDecimal wholeYearly() {
    return others.stream().map(OtherRow::yearly).reduce(yearly(), BigDecimal::add);
  }

  /** What named and parked seats cost over the term. */
  public BigDecimal overTerm() {
    return overTerm(yearly());
  }

  /** What the agreement costs over the term, pools and extras included. */
  public BigDecimal wholeOverTerm() {
    return overTerm(wholeYearly());
  }

  private BigDecimal overTerm(BigDecimal yearly) {
    return yearly.multiply(BigDecimal.valueOf(months)).divide(YEAR, MathContext.DECIMAL128);
  }

  /** What seats added during the term are expected to cost over it. */
  public double expectedAdded() {
    return plans.stream().mapToDouble(row -> row.outlook().added()).sum();
  }
}
