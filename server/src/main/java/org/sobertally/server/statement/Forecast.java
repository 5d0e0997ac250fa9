package org.sobertally.server.statement;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.inject.Instance;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.statement.Statement;
import org.sobertally.core.statement.StoppedMoney;
import org.sobertally.server.kept.DecidedAhead;
import org.sobertally.server.kept.Promised;

/**
 * What is expected to be paid in months to come: by the terms, prices and quantities in the book,
 * less what decided renewals stop, and less what a slate would stop that is not posted.
 */
@ApplicationScoped
class Forecast {

  /**
   * A change on a day, and why.
   *
   * @param yearly how much less is paid a year; below zero for more
   */
  record Change(LocalDate day, String what, Money yearly) {}

  /**
   * One month.
   *
   * @param book what it costs by the book
   * @param expected by the book and what is decided besides
   * @param withSlate less what the slate would stop as well; null where none is asked for
   */
  record Month(
      YearMonth month,
      LocalDate until,
      Money book,
      Money expected,
      @Nullable Money withSlate,
      List<Change> changes) {}

  private final Instance<Promised> promises;
  private final Instance<PlannedCash> planned;
  private final Instance<DecidedAhead> ahead;

  Forecast(
      Instance<Promised> promises, Instance<PlannedCash> planned, Instance<DecidedAhead> ahead) {
    this.ahead = ahead;
    this.promises = promises;
    this.planned = planned;
  }

  /**
   * The months after that of the day.
   *
   * @param slate a slate's id; null for none
   */
  List<Month> of(Book book, LocalDate day, int months, @Nullable String slate) {
    List<Change> decided = decided(book, day);
    List<Change> bySlate = slate == null ? List.of() : bySlate(slate);
    Book then = book;
    for (DecidedAhead source : ahead) {
      then = source.decided(then, day);
    }
    List<Month> all = new ArrayList<>();
    for (int n = 1; n <= months; n++) {
      YearMonth month = YearMonth.from(day).plusMonths(n);
      LocalDate first = month.atDay(1);
      LocalDate until = month.plusMonths(1).atDay(1);
      Money paid = Statement.paid(book, first, until);
      Money expected = Statement.paid(then, first, until);
      Money less = stopped(book, bySlate, first, until);
      List<Change> changes = new ArrayList<>(decided);
      changes.addAll(bySlate);
      changes.removeIf(change -> change.day().isBefore(first) || !change.day().isBefore(until));
      changes.sort(Comparator.comparing(Change::day));
      all.add(
          new Month(
              month, until, paid, expected, slate == null ? null : expected.minus(less), changes));
    }
    return all;
  }

  private List<Change> decided(Book book, LocalDate day) {
    List<Change> changes = new ArrayList<>();
    for (Promised source : promises) {
      for (Promised.Saving saving : source.promised(book, day)) {
        changes.add(new Change(saving.from(), saving.what(), saving.yearly()));
      }
    }
    return changes;
  }

  private List<Change> bySlate(String slate) {
    List<Change> changes = new ArrayList<>();
    for (PlannedCash source : planned) {
      for (PlannedCash.Stop stop : source.ofSlate(slate)) {
        changes.add(new Change(stop.day(), "The slate", stop.yearly()));
      }
    }
    return changes;
  }

  private static Money stopped(Book book, List<Change> changes, LocalDate from, LocalDate until) {
    List<StoppedMoney> stopped =
        changes.stream()
            .map(change -> new StoppedMoney(change.day(), change.yearly().amount()))
            .toList();
    return StoppedMoney.within(stopped, from, until, book.rates().reportingCurrency());
  }
}
