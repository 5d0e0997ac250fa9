package org.sobertally.core.renewal;

import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.catalogue.PriceList;

/**
 * One plan of a way to renew.
 *
 * @param plan its number
 * @param prices in the reporting currency; null where the terms have none
 * @param listed whether the vendor's listed price holds
 * @param margin what is promised beyond them
 * @param seats what is promised
 * @param unit what one seat costs a year at that number
 * @param yearly what they cost a year
 */
public record PlanRow(
    int plan,
    @Nullable PriceList prices,
    boolean listed,
    Now now,
    int margin,
    int seats,
    BigDecimal unit,
    BigDecimal yearly,
    Outlook outlook) {
  /**
   * How many there are of it as it stands.
   *
   * @param held open named holdings today
   * @param resting open holdings of it, where it is a resting plan
   * @param bought on the day the renewal is looked at
   * @param given persons who have it by the mix
   * @param minimum by the terms
   */
  public record Now(int held, int resting, int bought, int given, int minimum) {}

  /**
   * How many may be wanted to the end of the term.
   *
   * @param atRenewal those who are as likely passed as not on the renewal day
   * @param low the 10 % point of the most at once to the end of the term; null where movement
   *     cannot be said
   * @param high the 90 % point
   * @param added what seats added during the term are expected to cost over it
   */
  public record Outlook(
      int atRenewal, @Nullable Integer low, @Nullable Integer high, double added) {}
}
