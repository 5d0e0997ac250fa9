package org.sobertally.core.agreement;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Optional;
import java.util.stream.Stream;

/** The days on which periods that are billed begin. */
public final class BillDays {

  private BillDays() {}

  /**
   * The first day after {@code day} on which a month that is billed begins: where the agreement or
   * a later term begins, and in each month on the day of the month on which the term ends, which is
   * the last day of shorter months.
   */
  public static LocalDate nextMonthly(Agreement agreement, LocalDate day) {
    if (day.isBefore(agreement.starts())) {
      return agreement.starts();
    }
    int dayOfMonth = agreement.termOn(day).ends().getDayOfMonth();
    LocalDate candidate = inMonth(YearMonth.from(day), dayOfMonth);
    LocalDate next =
        candidate.isAfter(day) ? candidate : inMonth(YearMonth.from(day).plusMonths(1), dayOfMonth);
    return laterTermAfter(agreement, day).filter(begins -> begins.isBefore(next)).orElse(next);
  }

  private static LocalDate inMonth(YearMonth month, int dayOfMonth) {
    return month.atDay(Math.min(dayOfMonth, month.lengthOfMonth()));
  }

  private static Optional<LocalDate> laterTermAfter(Agreement agreement, LocalDate day) {
    return agreement.later().stream()
        .map(Term.Later::from)
        .filter(from -> from.isAfter(day))
        .findFirst();
  }

  /**
   * The first day after {@code day} on which a year that is billed begins: where the agreement
   * begins, a renewal day, or an anniversary before the coming one. Empty once it is over.
   */
  public static Optional<LocalDate> nextYearly(Agreement agreement, LocalDate day) {
    if (day.isBefore(agreement.starts())) {
      return Optional.of(agreement.starts());
    }
    return agreement
        .nextRenewal(day)
        .map(
            renewal -> {
              int years = renewal.getYear() - day.getYear();
              return Stream.iterate(years + 1, back -> back - 1)
                  .limit(years + 2L)
                  .map(renewal::minusYears)
                  .filter(begins -> begins.isAfter(day))
                  .findFirst()
                  .orElse(renewal);
            });
  }

  /** The first day after {@code day} on which a period begins; empty once the agreement is over. */
  public static Optional<LocalDate> next(Agreement agreement, LocalDate day) {
    return agreement.cycleOn(day) == Agreement.Cycle.YEARLY
        ? nextYearly(agreement, day)
        : Optional.of(nextMonthly(agreement, day));
  }
}
