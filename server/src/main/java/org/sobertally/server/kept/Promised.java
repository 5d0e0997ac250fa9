package org.sobertally.server.kept;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;

/**
 * A part of the application that knows of decisions by which less, or more, is paid from a day on.
 */
public interface Promised {

  /**
   * One decision that has not begun.
   *
   * @param cause the id of what it comes from
   * @param path the page that tells of it
   * @param yearly how much less is paid than if nothing had been decided; below zero for more
   */
  record Saving(
      String cause,
      String what,
      String agreement,
      LocalDate from,
      Money yearly,
      @Nullable String decidedBy,
      @Nullable LocalDate decidedOn,
      String path) {}

  /** Those of the day, in no order. */
  List<Saving> promised(Book book, LocalDate day);
}
