package org.sobertally.server.rounds;

import static java.util.Objects.requireNonNull;

import io.quarkus.narayana.jta.QuarkusTransaction;
import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.time.TallyClock;

/** Who needed again what a round took back: so often the line was drawn too early. */
@ApplicationScoped
class RoundReturns {

  static final int WATCHED_DAYS = 30;

  private final RoundStore store;
  private final Books books;
  private final TallyClock clock;

  RoundReturns(RoundStore store, Books books, TallyClock clock) {
    this.store = store;
    this.books = books;
    this.clock = clock;
  }

  /** Writes down who got a seat of the same plan again within 30 days. */
  void watch() {
    LocalDate since = clock.today().minusDays(WATCHED_DAYS);
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              Book book = books.current();
              for (RoundItem item : store.takenBackSince(since)) {
                item.cameBack = cameBack(book, item);
              }
            });
  }

  private @Nullable LocalDate cameBack(Book book, RoundItem item) {
    if (!book.accounts().has(item.account)) {
      return null;
    }
    Holdings holdings = book.holdings();
    int last = Days.of(requireNonNull(item.takenBack).plusDays(WATCHED_DAYS));
    for (int h : holdings.ofAccount(book.accounts().require(item.account))) {
      boolean samePlan = book.planOfLine(holdings.line(h)).id().equals(item.plan);
      boolean newer = !holdings.id(h).equals(item.holding);
      boolean undone = !newer && holdings.openOn(h, Days.of(clock.today()));
      if (samePlan && undone) {
        return clock.today();
      }
      if (samePlan && newer && holdings.from(h) >= Days.of(item.takenBack)) {
        return holdings.from(h) <= last ? Days.date(holdings.from(h)) : null;
      }
    }
    return null;
  }
}
