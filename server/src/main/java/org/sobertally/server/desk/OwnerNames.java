package org.sobertally.server.desk;

import java.util.Map;
import org.sobertally.core.book.Book;

/** Who looks after what, as whoever knows it tells the desk. */
public interface OwnerNames {

  /**
   * The names of those who look after agreements, by agreement; those that have nobody are not
   * there.
   */
  Map<String, String> byAgreement(Book book);
}
