package org.sobertally.core.activity;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * From when to when a vendor's activity is complete, both days included.
 *
 * @param from E0
 * @param to E1
 * @param parts ids of the parts whose use is seen; null for all of the vendor's
 */
public record Evidence(LocalDate from, LocalDate to, Kind kind, @Nullable List<String> parts) {

  public Evidence {
    parts = parts == null ? null : List.copyOf(parts);
  }

  /** Of every part of the vendor's. */
  public Evidence(LocalDate from, LocalDate to, Kind kind) {
    this(from, to, kind, null);
  }

  /** What a source tells. */
  public enum Kind {
    /** Every day of use. */
    DAILY,
    /** Only the newest day of use per part. */
    LAST_SEEN
  }

  /** What is assumed of a vendor that tells nothing: it can judge nothing. */
  public static Evidence none(LocalDate asOf) {
    return new Evidence(asOf, asOf, Kind.DAILY);
  }

  /** The day to which use is counted: {@code min(asOf, E1)}. */
  public LocalDate measureDay(LocalDate asOf) {
    return asOf.isBefore(to) ? asOf : to;
  }

  /** Whether the window {@code (M − days, M]} lies within what is known. */
  public boolean canJudgeWindow(LocalDate asOf, int days) {
    return !measureDay(asOf).minusDays(days - 1L).isBefore(from);
  }

  /** The first day on which the window can be judged, if evidence keeps up. */
  public LocalDate windowJudgedFrom(int days) {
    return from.plusDays(days - 1L);
  }
}
