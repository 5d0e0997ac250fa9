package org.sobertally.core.statement;

import java.time.LocalDate;
import java.util.BitSet;
import org.sobertally.core.book.Book;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

/** Which holdings are in use on a day, as a set of their numbers. */
@FunctionalInterface
public interface InUse {

  /** The numbers of the holdings in use on the day. */
  BitSet on(LocalDate day);

  /** Counted from the book each time it is asked for. */
  static InUse of(Book book) {
    return day -> among(UseStates.of(book, day));
  }

  /** Those that are in use by these states. */
  static BitSet among(UseStates states) {
    int holdings = states.book().holdings().size();
    BitSet inUse = new BitSet(holdings);
    for (int h = 0; h < holdings; h++) {
      if (states.isOpen(h) && states.state(h) == UseState.IN_USE) {
        inUse.set(h);
      }
    }
    return inUse;
  }
}
