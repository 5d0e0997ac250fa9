package org.sobertally.server.book.store;

import io.quarkus.arc.All;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import java.util.function.Predicate;
import org.sobertally.core.book.Book;
import org.sobertally.server.refusal.Refusal;

/** Asks every guard; to be called within a {@link Books#write} only. */
@ApplicationScoped
public class BookGuards {

  private final List<BookGuard> guards;

  BookGuards(@All List<BookGuard> guards) {
    this.guards = guards;
  }

  /** Refuses a change of everything while anything is under way at any vendor. */
  public void requireFree(Book book) {
    requireFree(book, vendor -> true);
  }

  /**
   * Refuses a change of these vendors' rows while something is under way there.
   *
   * @throws Refusal 409, with the vendors and what to do
   */
  public void requireFree(Book book, Predicate<String> touched) {
    for (BookGuard guard : guards) {
      List<String> names =
          guard.vendorsUnderWay(book).stream()
              .filter(touched)
              .map(id -> book.vendors().has(id) ? book.vendors().byId(id).name() : id)
              .toList();
      if (!names.isEmpty()) {
        throw Refusal.conflict("%s: %s".formatted(String.join(", ", names), guard.reason()));
      }
    }
  }
}
