package org.sobertally.core.statement;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.time.Days;

/**
 * The days of a statement, month by month.
 *
 * @param months those that have begun
 * @param first the first epoch day
 * @param starts by month the place of its first day, and at the end the place after the last day
 */
record Span(List<YearMonth> months, int first, int[] starts) {

  static Span of(Statement.Asked asked) {
    LocalDate first = asked.from().atDay(1);
    List<YearMonth> months = new ArrayList<>();
    List<Integer> starts = new ArrayList<>(List.of(0));
    for (YearMonth month = asked.from();
        !month.isAfter(asked.to()) && !month.atDay(1).isAfter(asked.asOf());
        month = month.plusMonths(1)) {
      LocalDate end = month.plusMonths(1).atDay(1);
      LocalDate until = end.isAfter(asked.asOf()) ? asked.asOf().plusDays(1) : end;
      months.add(month);
      starts.add(Math.toIntExact(until.toEpochDay() - first.toEpochDay()));
    }
    return new Span(
        List.copyOf(months), Days.of(first), starts.stream().mapToInt(Integer::intValue).toArray());
  }

  /** How many days. */
  int days() {
    return starts[months.size()];
  }

  /** The first day that is not counted of the month. */
  LocalDate until(int month) {
    return Days.known(first + starts[month + 1]);
  }

  /** The last day that is counted of the month. */
  LocalDate last(int month) {
    return until(month).minusDays(1);
  }
}
