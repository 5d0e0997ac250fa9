package org.sobertally.server.kept;

import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;

/** A part of the application that knows what agreements cost once they have renewed. */
public interface RenewalsAhead {

  /**
   * The next renewal of an agreement that can still be changed.
   *
   * @param stands what the whole agreement costs a year if nothing is decided, in the reporting
   *     currency
   * @param then what it costs by what was decided, else by what is recommended; null where that
   *     cannot be said here
   * @param decided whether it was decided
   */
  record Ahead(Money stands, @Nullable Money then, boolean decided) {}

  /** Empty where there is nothing to decide. */
  Optional<Ahead> ahead(Book book, LocalDate day, String agreement);
}
