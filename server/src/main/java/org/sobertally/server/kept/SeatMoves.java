package org.sobertally.server.kept;

import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.statement.SeatMove;

/** Whoever knows of seats that were taken back, handed out and given back by decision. */
public interface SeatMoves {

  /** All that were confirmed, by day and in the order in which they were planned. */
  List<SeatMove> all(Book book);
}
