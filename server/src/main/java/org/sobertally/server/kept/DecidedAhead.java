package org.sobertally.server.kept;

import java.time.LocalDate;
import org.sobertally.core.book.Book;

/**
 * A part of the application that knows of decisions which hold from a later day on and are not all
 * in the book yet.
 */
public interface DecidedAhead {

  /** The book with what was decided by the day: what bills and months to come are expected by. */
  Book decided(Book book, LocalDate day);
}
