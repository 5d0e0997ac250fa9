package org.sobertally.core.agreement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.Period;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A contract with a vendor over the half-open term {@code [starts, ends)}.
 *
 * @param currency ISO 4217, the currency of its prices
 * @param noticeDays notice must be given at least so many days before a renewal
 * @param floor a promised utilisation; null where none is promised
 */
public record Agreement(
    String id,
    String vendor,
    String name,
    String currency,
    LocalDate starts,
    LocalDate ends,
    int noticeDays,
    Renews renews,
    MayShrink mayShrink,
    @Nullable Floor floor) {

  /** What happens at the end of the term. */
  public enum Renews {
    AUTO,
    MANUAL
  }

  /** When the quantity may go down. */
  public enum MayShrink {
    MONTHLY,
    AT_RENEWAL,
    NEVER
  }

  /** Of which seats a promised utilisation is counted. */
  public enum FloorOf {
    BOUGHT,
    HELD
  }

  /**
   * A promised utilisation.
   *
   * @param percent 0 to 100
   * @param window the days within which a seat must have been used
   * @param check the day on which it is looked at; null where none is named
   */
  public record Floor(BigDecimal percent, int window, FloorOf of, @Nullable LocalDate check) {}

  public Agreement {
    if (!starts.isBefore(ends)) {
      throw new IllegalArgumentException(
          "Agreement %s starts on %s and ends on %s; a term needs at least one day."
              .formatted(id, starts, ends));
    }
  }

  /** Whether seats of it are paid on the day: within the term, or after it where it renews. */
  public boolean inForce(LocalDate day) {
    return !day.isBefore(starts) && (renews == Renews.AUTO || day.isBefore(ends));
  }

  /**
   * The first renewal day after {@code day}; empty once an agreement that must be renewed is over.
   */
  public Optional<LocalDate> nextRenewal(LocalDate day) {
    if (day.isBefore(ends)) {
      return Optional.of(ends);
    }
    if (renews == Renews.MANUAL) {
      return Optional.empty();
    }
    long months = ChronoUnit.MONTHS.between(starts, ends);
    boolean wholeMonths = months > 0 && starts.plusMonths(months).equals(ends);
    long days = ChronoUnit.DAYS.between(starts, ends);
    long past = ChronoUnit.DAYS.between(starts, day);
    // Start below the answer: a month has at most 31 days, so no term is skipped.
    long term = wholeMonths ? Math.max(1, past / (31 * months)) : past / days;
    LocalDate renewal = ends;
    while (!renewal.isAfter(day)) {
      renewal = wholeMonths ? starts.plusMonths(months * term) : starts.plusDays(days * term);
      term++;
    }
    return Optional.of(renewal);
  }

  /** The last day on which notice for the next renewal can be given; it may have passed. */
  public Optional<LocalDate> noticeBy(LocalDate day) {
    return nextRenewal(day).map(renewal -> renewal.minusDays(noticeDays));
  }

  /**
   * From when a smaller quantity, asked for on {@code day}, is paid: the first day of the next
   * billing month (counted from the day of the month the agreement started on), the renewal day if
   * notice can still be given, else a year later; empty where it never is.
   */
  public Optional<LocalDate> shrinksFrom(LocalDate day) {
    return switch (mayShrink) {
      case NEVER -> Optional.empty();
      case MONTHLY -> Optional.of(nextBillingMonth(day));
      case AT_RENEWAL ->
          nextRenewal(day)
              .map(
                  renewal ->
                      day.isAfter(renewal.minusDays(noticeDays))
                          ? renewal.plus(Period.ofYears(1))
                          : renewal);
    };
  }

  private LocalDate nextBillingMonth(LocalDate day) {
    if (day.isBefore(starts)) {
      return starts;
    }
    long months = ChronoUnit.MONTHS.between(starts.withDayOfMonth(1), day.withDayOfMonth(1));
    LocalDate candidate = starts.plusMonths(months);
    return candidate.isAfter(day) ? candidate : starts.plusMonths(months + 1);
  }
}
