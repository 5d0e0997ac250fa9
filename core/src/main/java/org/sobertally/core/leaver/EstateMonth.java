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
    int[][] counts = new int[months + 1][Reach.values().length];
    BigDecimal[] gone = new BigDecimal[months + 1];
    BigDecimal[] yearly = new BigDecimal[months + 1];
    Arrays.fill(gone, BigDecimal.ZERO);
    Arrays.fill(yearly, BigDecimal.ZERO);
    LocalDate[] days = new LocalDate[months + 1];
    for (int m = 0; m <= months; m++) {
      days[m] = from.plusMonths(m);
    }
    for (Estate.Lying one : estate.accounts()) {
      LocalDate since = one.clock().since();
      if (since == null) {
        continue;
      }
      List<Segment> line = rules.timeline(estate.vendor(), one.clock().state(), since);
      int at = 0;
      for (int m = 0; m <= months; m++) {
        while (at + 1 < line.size() && !line.get(at + 1).from().isAfter(days[m])) {
          at++;
        }
        Segment segment = line.get(at);
        counts[m][segment.reach().ordinal()]++;
        if (segment.isGone()) {
          gone[m] = gone[m].add(one.gb());
        } else if (segment.stage() != null) {
          yearly[m] = yearly[m].add(segment.yearly(one.gb()));
        }
      }
    }
    List<EstateMonth> all = new ArrayList<>();
    String currency = book.rates().reportingCurrency();
    for (int m = 0; m <= months; m++) {
      List<Integer> byReach = Arrays.stream(counts[m]).boxed().toList();
      all.add(new EstateMonth(days[m], byReach, gone[m], new Money(yearly[m], currency)));
    }
    return List.copyOf(all);
  }
}
