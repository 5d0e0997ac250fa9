package org.sobertally.server.kept;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.server.access.Role;
import org.sobertally.server.desk.DeskSource;

/** Savings that have stopped and that finance has not signed. */
@ApplicationScoped
class SavingsOnDesk implements DeskSource {

  private final Savings savings;

  SavingsOnDesk(Savings savings) {
    this.savings = savings;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    if (asker.role() != Role.DECIDER) {
      return List.of();
    }
    Savings.Unsigned unsigned = savings.unsignedOn(asker.day(), book.rates().reportingCurrency());
    if (unsigned.entries() == 0) {
      return List.of();
    }
    boolean one = unsigned.entries() == 1;
    return List.of(
        new Line(
            About.SAVING,
            one
                ? "One saving has stopped and is not signed"
                : "%d savings have stopped and are not signed".formatted(unsigned.entries()),
            "It counts as kept, and finance has not said that it does.",
            unsigned.yearly(),
            null,
            "/statement/kept"));
  }
}
