package org.sobertally.core.bill;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.BillDays;

/** The periods of an agreement that are billed, from its start on. */
final class Periods {

  private static final int YEAR = 365;

  private Periods() {}

  /**
   * Days {@code [from, until)}.
   *
   * @param cycle how long it is meant to be
   */
  record Period(LocalDate from, LocalDate until, Agreement.Cycle cycle) {

    boolean holds(LocalDate day) {
      return !day.isBefore(from) && day.isBefore(until);
    }

    /**
     * Whether it is a whole year or month; in shorter months the last day stands for later ones.
     */
    boolean isWhole() {
      if (cycle == Agreement.Cycle.YEARLY) {
        return from.plusYears(1).equals(until) || until.minusYears(1).equals(from);
      }
      return YearMonth.from(from).plusMonths(1).equals(YearMonth.from(until))
          && (from.getDayOfMonth() == until.getDayOfMonth()
              || until.getDayOfMonth() == until.lengthOfMonth()
                  && from.getDayOfMonth() > until.getDayOfMonth()
              || from.getDayOfMonth() == from.lengthOfMonth()
                  && until.getDayOfMonth() > from.getDayOfMonth());
    }

    /** What part of a year it is: {@code parts()[0]} of {@code parts()[1]}. */
    long[] partOfYear() {
      if (isWhole()) {
        return cycle == Agreement.Cycle.YEARLY ? new long[] {1, 1} : new long[] {1, 12};
      }
      return new long[] {ChronoUnit.DAYS.between(from, until), YEAR};
    }
  }

  /**
   * All that begin on or before the day, the last of them first found by walking from the start.
   */
  static List<Period> upTo(Agreement agreement, LocalDate day) {
    List<Period> periods = new ArrayList<>();
    LocalDate from = agreement.starts();
    while (!from.isAfter(day)) {
      LocalDate next = BillDays.next(agreement, from).orElse(null);
      LocalDate until =
          next == null || endsBefore(agreement, from, next) ? end(agreement, from) : next;
      if (agreement.inForce(from) && from.isBefore(until)) {
        periods.add(new Period(from, until, agreement.cycleOn(from)));
      }
      if (next == null) {
        break;
      }
      from = next;
    }
    return periods;
  }

  private static boolean endsBefore(Agreement agreement, LocalDate from, LocalDate next) {
    return !agreement.inForce(next.minusDays(1)) && agreement.inForce(from);
  }

  private static LocalDate end(Agreement agreement, LocalDate from) {
    return agreement.termOn(from).ends();
  }

  /** The one that holds the day; empty where the agreement is not in force then. */
  static Optional<Period> of(Agreement agreement, LocalDate day) {
    return upTo(agreement, day).stream().filter(period -> period.holds(day)).findFirst();
  }
}
