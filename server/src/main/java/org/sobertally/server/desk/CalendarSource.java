package org.sobertally.server.desk;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.book.Book;

/** A part of the application that knows of days on which something happens to people or data. */
public interface CalendarSource {

  /** Those that are not past, in no order. */
  List<Day> days(Book book, LocalDate today);

  /**
   * One day.
   *
   * @param id stays the same for as long as it is the same thing
   * @param path the page that is about it
   */
  record Day(String id, LocalDate day, String summary, String path) {}
}
