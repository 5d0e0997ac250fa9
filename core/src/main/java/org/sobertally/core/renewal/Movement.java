package org.sobertally.core.renewal;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.time.Days;

/**
 * How many people begin and end to hold at an agreement in a month, on average, by calendar month:
 * counted over the whole months of the past two years, those before and of the roll-out left out. A
 * calendar month that is not among them takes the mean of all.
 *
 * <p>Example: April saw 12 join in one year and 8 in the other: 10 a year.
 *
 * @param joined persons a month, by calendar month, January first
 * @param left persons a month, likewise
 * @param months how many were looked at
 * @param known false where nobody ever ended: the book only knows who stayed, so that nothing can
 *     be said
 */
public record Movement(List<Double> joined, List<Double> left, int months, boolean known) {

  private static final int MOST_MONTHS = 24;
  private static final int YEAR = 12;

  /** Of which nothing can be said. */
  private static Movement unknown(int months) {
    List<Double> none = Collections.nCopies(YEAR, 0.0);
    return new Movement(none, none, months, false);
  }

  public static Movement of(Book book, Agreement agreement, LocalDate asOf) {
    Map<Integer, List<int[]>> spells = spells(book, agreement);
    int first = Integer.MAX_VALUE;
    for (List<int[]> of : spells.values()) {
      for (int[] spell : of) {
        first = Math.min(first, spell[0]);
      }
    }
    List<YearMonth> months = months(asOf, first);
    int[] joined = new int[months.size()];
    int[] left = new int[months.size()];
    if (!months.isEmpty()) {
      YearMonth start = months.get(0);
      for (List<int[]> of : spells.values()) {
        for (int[] spell : of) {
          count(joined, start, spell[0]);
          count(left, start, spell[1]);
        }
      }
    }
    return isAnyEnded(book, agreement, months)
        ? new Movement(means(months, joined), means(months, left), months.size(), true)
        : unknown(months.size());
  }

  /**
   * Whether any holding ended in these months, and be it that another of the same account began on
   * the same day on another subscription: then the book knows of ends.
   */
  private static boolean isAnyEnded(Book book, Agreement agreement, List<YearMonth> months) {
    Holdings holdings = book.holdings();
    int[] ended = new int[months.size()];
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      if (book.planOfLine(line).model() == PlanModel.NAMED && !months.isEmpty()) {
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          if (holdings.from(h) < holdings.until(h)) {
            count(ended, months.get(0), holdings.until(h));
          }
        }
      }
    }
    return Arrays.stream(ended).anyMatch(n -> n > 0);
  }

  /** When each person held a named seat at the agreement, seats without a gap between as one. */
  private static Map<Integer, List<int[]>> spells(Book book, Agreement agreement) {
    Map<Integer, List<int[]>> spells = new TreeMap<>();
    Holdings holdings = book.holdings();
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      if (book.planOfLine(line).model() == PlanModel.NAMED) {
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          if (holdings.from(h) < holdings.until(h)) {
            int person = book.personOfAccount(holdings.account(h));
            int who = person >= 0 ? person : book.people().size() + holdings.account(h);
            spells
                .computeIfAbsent(who, w -> new ArrayList<>(1))
                .add(new int[] {holdings.from(h), holdings.until(h)});
          }
        }
      }
    }
    spells.replaceAll((who, of) -> joined(of));
    return spells;
  }

  private static List<int[]> joined(List<int[]> spells) {
    spells.sort(Comparator.comparingInt(spell -> spell[0]));
    List<int[]> whole = new ArrayList<>(1);
    for (int[] spell : spells) {
      int[] last = whole.isEmpty() ? null : whole.get(whole.size() - 1);
      if (last != null && spell[0] <= last[1]) {
        last[1] = Math.max(last[1], spell[1]);
      } else {
        whole.add(spell);
      }
    }
    return whole;
  }

  private static List<YearMonth> months(LocalDate asOf, int firstDay) {
    List<YearMonth> months = new ArrayList<>();
    YearMonth month = YearMonth.from(asOf).minusMonths(1);
    while (months.size() < MOST_MONTHS
        && firstDay != Integer.MAX_VALUE
        && Days.of(month.atDay(1)) > firstDay) {
      months.add(month);
      month = month.minusMonths(1);
    }
    Collections.reverse(months);
    return months;
  }

  private static void count(int[] counts, YearMonth start, int day) {
    if (day == Days.OPEN) {
      return;
    }
    YearMonth month = YearMonth.from(Days.known(day));
    int place =
        YEAR * (month.getYear() - start.getYear()) + month.getMonthValue() - start.getMonthValue();
    if (place >= 0 && place < counts.length) {
      counts[place]++;
    }
  }

  private static List<Double> means(List<YearMonth> months, int[] counts) {
    double[] sum = new double[YEAR];
    int[] times = new int[YEAR];
    double all = 0;
    for (int m = 0; m < counts.length; m++) {
      int calendar = months.get(m).getMonthValue() - 1;
      sum[calendar] += counts[m];
      times[calendar]++;
      all += counts[m];
    }
    List<Double> means = new ArrayList<>();
    for (int calendar = 0; calendar < YEAR; calendar++) {
      means.add(times[calendar] == 0 ? all / counts.length : sum[calendar] / times[calendar]);
    }
    return List.copyOf(means);
  }
}
