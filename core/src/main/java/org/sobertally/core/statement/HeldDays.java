package org.sobertally.core.statement;

import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Promise;

/**
 * The days on which a holding is borne by its holder: those of an unanswered invitation are not.
 */
final class HeldDays {

  /** Is told of a run of days, by their places. */
  @FunctionalInterface
  interface Run {
    void days(int from, int to);
  }

  private HeldDays() {}

  static void each(Book book, int holding, SeatDays seats, Run run) {
    int start = seats.clipped(book.holdings().from(holding));
    int end = seats.clipped(book.holdings().until(holding));
    if (book.standings().plain(book.holdings().account(holding))) {
      each(start, end, run);
      return;
    }
    Promise promise = Promise.of(book, holding);
    int promised = seats.clipped(promise.from());
    int answered = seats.clipped(promise.until());
    if (promised >= answered || promised >= end || answered <= start) {
      each(start, end, run);
    } else {
      each(start, promised, run);
      each(answered, end, run);
    }
  }

  private static void each(int from, int to, Run run) {
    if (from < to) {
      run.days(from, to);
    }
  }
}
