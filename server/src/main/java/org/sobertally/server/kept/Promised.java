package org.sobertally.server.kept;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;

/** A part of the application that knows of money that is decided to stop, and has not yet. */
public interface Promised {

  /**
   * One promise.
   *
   * @param cause the id of what it comes from
   * @param path the page that tells of it
   * @param yearly above zero
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

  /** Promises as of the day, in no order. */
  List<Saving> promised(Book book, LocalDate day);
}
