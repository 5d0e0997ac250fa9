package org.sobertally.core.slate;

import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;

/** By subscription, how many seats a set of moves frees, or gives back where those are more. */
final class FreedSeats {

  private final Book book;
  private final int today;
  private final Map<Integer, Integer> freed = new TreeMap<>();
  private final Map<Integer, Integer> given = new TreeMap<>();

  FreedSeats(Book book, LocalDate asOf) {
    this.book = book;
    this.today = Days.of(asOf);
  }

  /** The seat of the holding comes free; nothing where there is none of this id. */
  void free(String holding) {
    int h = book.holdings().numberOf(holding);
    if (h >= 0) {
      freed.merge(book.holdings().line(h), 1, Integer::sum);
    }
  }

  /** All open seats of the account come free; nothing where there is none of this id. */
  void freeAll(String account) {
    if (book.accounts().has(account)) {
      Holdings holdings = book.holdings();
      for (int h : holdings.ofAccount(book.accounts().require(account))) {
        if (holdings.openOn(h, today)) {
          freed.merge(holdings.line(h), 1, Integer::sum);
        }
      }
    }
  }

  /** A seat of the subscription goes out. */
  void handOut(String line) {
    freed.merge(book.lines().require(line), -1, Integer::sum);
  }

  /** So many go back to the vendor. */
  void giveBack(String line, int seats) {
    given.merge(book.lines().require(line), seats, Integer::sum);
  }

  /** By the number of the subscription; below zero where more go out. */
  Map<Integer, Integer> byLine() {
    Map<Integer, Integer> all = new TreeMap<>(freed);
    given.forEach((line, seats) -> all.merge(line, seats, Math::max));
    return all;
  }
}
