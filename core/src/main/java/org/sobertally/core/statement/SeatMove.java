package org.sobertally.core.statement;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * Seats that moved because somebody decided so.
 *
 * @param slate on which it was decided
 * @param person who got or gave the seat; null for seats of nobody
 */
public record SeatMove(
    LocalDate day, Kind kind, String line, int seats, String slate, @Nullable String person) {

  /** What became of the seats. */
  public enum Kind {
    TAKEN_BACK,
    HANDED_OUT,
    /** To the vendor. */
    GIVEN_BACK
  }
}
