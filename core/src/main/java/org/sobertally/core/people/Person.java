package org.sobertally.core.people;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * Someone in the directory.
 *
 * @param statusSince from when the status holds; null for always
 * @param until the last day's morrow of a leave; null where the leave lasts until changed
 * @param manager the person they report to; null where nobody is named
 * @param joined the day on which they came; null where unknown
 * @param leaves their last day at work, known before or after it; null where nobody said
 * @param costCentre the payer that bears their seats; null where nobody said
 */
public record Person(
    String id,
    String name,
    String email,
    @Nullable String department,
    @Nullable String site,
    Status status,
    @Nullable LocalDate statusSince,
    @Nullable LocalDate until,
    Kind kind,
    @Nullable String manager,
    @Nullable LocalDate joined,
    @Nullable LocalDate leaves,
    @Nullable String costCentre) {

  /** Somebody of whom neither a manager nor the day they came is known. */
  public Person(
      String id,
      String name,
      String email,
      @Nullable String department,
      @Nullable String site,
      Status status,
      @Nullable LocalDate statusSince,
      @Nullable LocalDate until,
      Kind kind) {
    this(
        id,
        name,
        email,
        department,
        site,
        status,
        statusSince,
        until,
        kind,
        null,
        null,
        null,
        null);
  }

  /** Where somebody stands with the organisation. */
  public enum Status {
    ACTIVE,
    ON_LEAVE,
    SUSPENDED,
    LEFT
  }

  /** A human being or a service account. */
  public enum Kind {
    PERSON,
    SERVICE
  }

  /** The status on the day: before {@code statusSince} somebody was simply active. */
  public Status statusOn(LocalDate day) {
    LocalDate since = since();
    if (since != null && day.isBefore(since)) {
      return Status.ACTIVE;
    }
    boolean leaveOver = status == Status.ON_LEAVE && until != null && !day.isBefore(until);
    return leaveOver ? Status.ACTIVE : status;
  }

  /**
   * Since when the status holds; null for always. Whoever left did so on their last day at work at
   * the latest, whatever day the source that told of it gives.
   */
  public @Nullable LocalDate since() {
    boolean earlier =
        status == Status.LEFT
            && leaves != null
            && (statusSince == null || leaves.isBefore(statusSince));
    return earlier ? leaves : statusSince;
  }

  /**
   * The day on which somebody left, as it is known on a day: their last day at work where that is
   * over, else the day since when the source says so; null where neither is known.
   */
  public @Nullable LocalDate leftOn(LocalDate asOf) {
    return leaves != null && !leaves.isAfter(asOf) ? leaves : statusSince;
  }
}
