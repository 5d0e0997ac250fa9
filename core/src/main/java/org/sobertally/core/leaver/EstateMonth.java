package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.DataRule.Reach;

/**
 * What becomes of the accounts that lie at a vendor today, on one day to come.
 *
 * @param byReach how many lie within whose reach, by {@link Reach}
 * @param goneGb how many gigabytes nobody reaches any more
 * @param yearly what keeping the rest costs a year on that day
 */
public record EstateMonth(LocalDate day, List<Integer> byReach, BigDecimal goneGb, Money yearly) {

  /** How many lie within that reach. */
  public int of(Reach reach) {
    return byReach.get(reach.ordinal());
  }

  /**
   * The day itself and the same day of so many months after it.
   *
   * @param rules those that hold, or others that are tried on what lies there
   */
  public static List<EstateMonth> of(
      Book book, Estate estate, VendorRules rules, LocalDate from, int months) {
    String currency = book.rates().reportingCurrency();
    List<Sums> sums = new ArrayList<>();
    for (int m = 0; m <= months; m++) {
      sums.add(new Sums(from.plusMonths(m)));
    }
    for (Estate.Lying one : estate.accounts()) {
      LocalDate since = one.clock().since();
      if (since == null) {
        continue;
      }
      List<Segment> line = rules.timeline(estate.vendor(), one.clock().state(), since);
      int at = 0;
      for (Sums month : sums) {
        while (at + 1 < line.size() && !line.get(at + 1).from().isAfter(month.day)) {
          at++;
        }
        month.add(line.get(at), one.gb());
      }
    }
    return sums.stream().map(month -> month.done(currency)).toList();
  }

  private static final class Sums {
    private final LocalDate day;
    private final int[] counts = new int[Reach.values().length];
    private BigDecimal gone = BigDecimal.ZERO;
    private BigDecimal yearly = BigDecimal.ZERO;

    Sums(LocalDate day) {
      this.day = day;
    }

    void add(Segment segment, BigDecimal gb) {
      counts[segment.reach().ordinal()]++;
      if (segment.isGone()) {
        gone = gone.add(gb);
      } else if (segment.stage() != null) {
        yearly = yearly.add(segment.yearly(gb));
      }
    }

    EstateMonth done(String currency) {
      List<Integer> byReach = Arrays.stream(counts).boxed().toList();
      return new EstateMonth(day, byReach, gone, new Money(yearly, currency));
    }
  }
}
