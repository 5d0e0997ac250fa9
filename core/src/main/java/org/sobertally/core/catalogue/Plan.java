package org.sobertally.core.catalogue;

import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What one seat buys.
 *
 * @param ladder plans of one ladder are ranked; null where the plan stands alone
 * @param rank the place on the ladder, 1 the lowest; null where the plan stands alone
 * @param parts what can be used with it; use is recorded per part
 * @param listedPrice a year, in the currency of the vendor's agreement; null where there is none
 * @param idleLine days without use at which its seats count as idle; null for the house rule
 * @param openingGrace days in which a first use is awaited; null for the house rule
 * @param capacityGb what one seat of an extra holds; null where that is not what is sold
 */
public record Plan(
    String id,
    String vendor,
    String name,
    @Nullable String ladder,
    @Nullable Integer rank,
    PlanModel model,
    List<String> parts,
    @Nullable BigDecimal listedPrice,
    @Nullable Integer idleLine,
    @Nullable Integer openingGrace,
    @Nullable BigDecimal capacityGb) {

  public Plan {
    parts = List.copyOf(parts);
  }

  /** A plan that is not sold by what it holds. */
  public Plan(
      String id,
      String vendor,
      String name,
      @Nullable String ladder,
      @Nullable Integer rank,
      PlanModel model,
      List<String> parts,
      @Nullable BigDecimal listedPrice,
      @Nullable Integer idleLine,
      @Nullable Integer openingGrace) {
    this(id, vendor, name, ladder, rank, model, parts, listedPrice, idleLine, openingGrace, null);
  }

  /** The same, with an idle line and an opening grace of its own; null for the house rule. */
  public Plan withLines(@Nullable Integer idle, @Nullable Integer grace) {
    return new Plan(
        id, vendor, name, ladder, rank, model, parts, listedPrice, idle, grace, capacityGb);
  }
}
