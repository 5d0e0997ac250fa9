package org.sobertally.server.slates;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.server.desk.CalendarSource;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.MoveWords;

/** Steps of posted slates on the days on which they are made. */
@ApplicationScoped
class StepsInCalendar implements CalendarSource {

  private final SlateStore store;
  private final MoveTypes types;

  StepsInCalendar(SlateStore store, MoveTypes types) {
    this.store = store;
    this.types = types;
  }

  @Override
  public List<Day> days(Book book, LocalDate today) {
    return QuarkusTransaction.joiningExisting()
        .call(
            () ->
                store.waitingSteps().stream()
                    .filter(move -> move.due != null && !move.due.isBefore(today))
                    .map(
                        move ->
                            new Day(
                                "step-" + move.id,
                                move.due,
                                "%s for %s"
                                    .formatted(
                                        types.words(book, move), MoveWords.holder(book, move)),
                                "/slates/" + move.slate))
                    .toList());
  }
}
