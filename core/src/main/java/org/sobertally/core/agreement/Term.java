package org.sobertally.core.agreement;

import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement.MayShrink;
import org.sobertally.core.agreement.Agreement.Renews;

/**
 * A stretch of an agreement with its own end and notice. A renewal begins the next; the newest that
 * has begun holds.
 *
 * @param from its first day
 * @param ends the day on which it ends, or first renews; a later term that says none takes that of
 *     the one before, which may lie before {@code from}
 * @param noticeDays notice must be given at least so many days before a renewal
 */
public record Term(
    LocalDate from, LocalDate ends, int noticeDays, Renews renews, MayShrink mayShrink) {

  /**
   * What is written down of a later term; what is null goes on as before.
   *
   * @param from its first day
   */
  public record Later(
      LocalDate from,
      @Nullable LocalDate ends,
      @Nullable Integer noticeDays,
      @Nullable Renews renews,
      @Nullable MayShrink mayShrink) {

    public Later {
      if (ends != null && !from.isBefore(ends)) {
        throw new IllegalArgumentException(
            "A term from %s cannot end on %s; it needs at least one day.".formatted(from, ends));
      }
    }
  }

  /** The term that follows this one. */
  Term then(Later later) {
    return new Term(
        later.from(),
        later.ends() == null ? ends : later.ends(),
        later.noticeDays() == null ? noticeDays : later.noticeDays(),
        later.renews() == null ? renews : later.renews(),
        later.mayShrink() == null ? mayShrink : later.mayShrink());
  }

  /** Whether seats are paid on a day on which no other term holds. */
  boolean inForce(LocalDate day) {
    return renews == Renews.AUTO || day.isBefore(ends);
  }

  /**
   * Its first renewal day after {@code day}: the end, and, where it renews by itself, that day a
   * year on, again and again.
   */
  Optional<LocalDate> nextRenewal(LocalDate day) {
    if (day.isBefore(ends)) {
      return Optional.of(ends);
    }
    if (renews == Renews.MANUAL) {
      return Optional.empty();
    }
    long years = day.getYear() - (long) ends.getYear();
    LocalDate candidate = ends.plusYears(years);
    return Optional.of(candidate.isAfter(day) ? candidate : ends.plusYears(years + 1));
  }
}
