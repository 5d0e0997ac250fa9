package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.Reach;

/**
 * A stretch of days over which an account's data is kept in one way.
 *
 * @param from its first day
 * @param until the first day after it; null for without end
 * @param version the first day of the rules that hold meanwhile; null for those that always did, or
 *     where there are none
 * @param stage the stage; null outside of any
 * @param reach who can still reach the data
 * @param known whether a rule says so, or the account is simply held
 */
public record Segment(
    LocalDate from,
    @Nullable LocalDate until,
    @Nullable LocalDate version,
    @Nullable DataRule stage,
    Reach reach,
    boolean known) {

  /** Whether the day lies in it. */
  public boolean holds(LocalDate day) {
    return !day.isBefore(from) && (until == null || day.isBefore(until));
  }

  /** What so many gigabytes cost a year meanwhile. */
  public BigDecimal yearly(BigDecimal gb) {
    return stage == null ? BigDecimal.ZERO : stage.price().yearly(gb);
  }

  /** Whether it is paid for together with all others, as soon as one is opened. */
  public boolean pooled() {
    return stage != null && stage.price().pooled();
  }

  public boolean isGone() {
    return reach == Reach.NOBODY;
  }

  Segment within(LocalDate first, @Nullable LocalDate end) {
    LocalDate a = from.isBefore(first) ? first : from;
    LocalDate b = until == null ? end : end == null || until.isBefore(end) ? until : end;
    return new Segment(a, b, version, stage, reach, known);
  }
}
