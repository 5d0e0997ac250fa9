package org.sobertally.core.book;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/**
 * One account holding one seat of one subscription over the half-open interval {@code [from,
 * until)}.
 *
 * @param until null while it lasts
 */
public record Holding(
    String id,
    String account,
    String line,
    LocalDate from,
    @Nullable LocalDate until,
    Method method) {

  /** How the seat came to the account. */
  public enum Method {
    HAND,
    RULE,
    VENDOR
  }
}
