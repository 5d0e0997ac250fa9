package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One row of a file of contracts, read but not yet brought together with the book.
 *
 * @param row its place among the sheet's rows
 * @param agreement what the file calls the contract; empty where it does not say
 * @param price a seat's for a year
 * @param terms what the row says of its agreement
 * @param parts as the file names them; empty where it does not say
 */
record Purchase(
    int row,
    String vendor,
    String plan,
    String agreement,
    int seats,
    BigDecimal price,
    Terms terms,
    @Nullable String model,
    List<String> parts) {

  /**
   * @param starts null where the row does not say, as all of these
   */
  record Terms(
      @Nullable String currency,
      @Nullable LocalDate starts,
      @Nullable LocalDate ends,
      @Nullable Integer noticeDays,
      @Nullable String renews,
      @Nullable String mayShrink) {

    /** These, and where they say nothing what the others say. */
    Terms or(Terms others) {
      return new Terms(
          first(currency, others.currency),
          first(starts, others.starts),
          first(ends, others.ends),
          first(noticeDays, others.noticeDays),
          first(renews, others.renews),
          first(mayShrink, others.mayShrink));
    }

    /** Whether something that both say is not the same. */
    boolean contradicts(Terms others) {
      return !or(others).equals(others.or(this));
    }

    private static <T> @Nullable T first(@Nullable T one, @Nullable T other) {
      return one == null ? other : one;
    }
  }

  Purchase withTerms(Terms others) {
    return new Purchase(row, vendor, plan, agreement, seats, price, others, model, parts);
  }
}
