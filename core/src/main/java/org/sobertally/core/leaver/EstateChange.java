package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.leaver.Estate.Lying;
import org.sobertally.core.money.Money;

/**
 * What other rules do to the accounts that lie at a vendor without a seat.
 *
 * @param accounts how many lie there by either rules
 * @param touched of how many of them the data stands, passes or is lost otherwise
 * @param lostBefore how many lose their data within a year by the first
 * @param lostAfter how many by the second
 * @param yearlyBefore what they cost a year by the first, as of today
 */
public record EstateChange(
    int accounts,
    int touched,
    int lostBefore,
    int lostAfter,
    Money yearlyBefore,
    Money yearlyAfter) {

  /** Of the same vendor on the same day, by two books that number accounts alike. */
  public static EstateChange of(Estate before, Estate after, LocalDate asOf, String currency) {
    Map<Integer, Lying> known = new HashMap<>();
    before.accounts().forEach(one -> known.put(one.account(), one));
    int touched = 0;
    for (Lying one : after.accounts()) {
      touched += isSame(known.remove(one.account()), one) ? 0 : 1;
    }
    // Gone at once by the other rules.
    touched += known.size();
    return new EstateChange(
        after.accounts().size() + known.size(),
        touched,
        lostWithinAYear(before, asOf),
        lostWithinAYear(after, asOf) + known.size(),
        yearly(before, currency),
        yearly(after, currency));
  }

  private static boolean isSame(@Nullable Lying before, Lying after) {
    return before != null
        && before.now().equals(after.now())
        && Objects.equals(before.next(), after.next())
        && Objects.equals(before.lostOn(), after.lostOn());
  }

  private static int lostWithinAYear(Estate estate, LocalDate asOf) {
    LocalDate year = asOf.plusYears(1);
    return (int)
        estate.accounts().stream()
            .filter(one -> one.lostOn() != null && !one.lostOn().isAfter(year))
            .count();
  }

  private static Money yearly(Estate estate, String currency) {
    Money sum = new Money(BigDecimal.ZERO, currency);
    for (Estate.StageSum stage : estate.stages()) {
      sum = sum.plus(stage.yearly());
    }
    return sum;
  }
}
