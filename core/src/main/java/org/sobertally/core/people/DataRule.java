package org.sobertally.core.people;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * One stage of what a vendor does with an account's data. All stages of one vendor, state and first
 * day are one version of its rules; prices are in the reporting currency.
 *
 * @param after the state the account was put in
 * @param order the stages follow each other in this order
 * @param days how long the stage lasts; null for ever
 * @param reach who can still reach the data
 * @param price what it costs meanwhile
 * @param from the first day on which this version holds; null for always
 * @param joinsAt the stage that accounts join which are at it, or beyond it, on that day; null
 *     where they go on by their age
 */
public record DataRule(
    String vendor,
    After after,
    int order,
    String name,
    @Nullable Integer days,
    Reach reach,
    Price price,
    @Nullable LocalDate from,
    @Nullable Integer joinsAt) {

  /** A stage that costs nothing, of rules that always hold. */
  public DataRule(
      String vendor, After after, int order, String name, @Nullable Integer days, Reach reach) {
    this(vendor, after, order, name, days, reach, Price.NONE, null, null);
  }

  /**
   * What a stage costs.
   *
   * @param perSeatYear each account a year
   * @param perGbMonth each gigabyte a month
   * @param perGbOpened each gigabyte once, when it is opened
   * @param pooled whether nothing is paid until one account is opened, and then for all of them
   */
  public record Price(
      BigDecimal perSeatYear, BigDecimal perGbMonth, BigDecimal perGbOpened, boolean pooled) {

    public static final Price NONE =
        new Price(BigDecimal.ZERO, BigDecimal.ZERO, BigDecimal.ZERO, false);

    /** Absent prices are nothing. */
    public static Price of(
        @Nullable BigDecimal perSeatYear,
        @Nullable BigDecimal perGbMonth,
        @Nullable BigDecimal perGbOpened,
        boolean pooled) {
      return new Price(
          perSeatYear == null ? BigDecimal.ZERO : perSeatYear,
          perGbMonth == null ? BigDecimal.ZERO : perGbMonth,
          perGbOpened == null ? BigDecimal.ZERO : perGbOpened,
          pooled);
    }

    /** What so many gigabytes cost a year; nothing where they are paid for together. */
    public BigDecimal yearly(BigDecimal gb) {
      return pooled
          ? BigDecimal.ZERO
          : perSeatYear.add(perGbMonth.multiply(BigDecimal.valueOf(12)).multiply(gb));
    }
  }

  /** The state whose stages a rule describes. */
  public enum After {
    TAKEN_BACK,
    RESTING,
    SUSPENDED,
    DELETED
  }

  /** Who can still reach the data. */
  public enum Reach {
    OWNER,
    ADMIN,
    PAID,
    NOBODY
  }
}
