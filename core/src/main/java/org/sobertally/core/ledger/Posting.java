package org.sobertally.core.ledger;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * One line of the seat ledger: so many seats from one place to another on a day.
 *
 * @param holding whose seat it is; null where the quantity changed
 */
public record Posting(
    LocalDate day, Place from, Place to, int seats, Cause cause, @Nullable String holding) {

  /** Why seats were posted. */
  public enum Cause {
    BOUGHT,
    QUANTITY_CHANGED,
    TERM_ENDED,
    HANDED_OUT,
    INVITED,
    ACCESS_SHUT,
    TAKEN_BACK,
    RESTED
  }

  public Posting {
    if (seats <= 0 || from == to) {
      throw new IllegalArgumentException(
          "A posting moves at least one seat between two places, not %d from %s to %s."
              .formatted(seats, from, to));
    }
  }
}
