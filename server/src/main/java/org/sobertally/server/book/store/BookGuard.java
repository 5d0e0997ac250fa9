package org.sobertally.server.book.store;

import java.util.List;
import org.sobertally.core.book.Book;

/**
 * Something under way that the book must not be changed beneath. Guards are asked within the
 * writer's lock, so that nothing can begin between the answer and the change.
 */
public interface BookGuard {

  /**
   * Vendors whose rows must stay as they are for now, by id; empty where nothing is under way.
   *
   * @param book as it is before the change
   */
  List<String> vendorsUnderWay(Book book);

  /** Why, and what can be done about it, as a sentence after the vendors' names. */
  String reason();
}
