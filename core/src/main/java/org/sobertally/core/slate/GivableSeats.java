package org.sobertally.core.slate;

import java.time.LocalDate;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;

/**
 * What of a subscription could be given back to its vendor.
 *
 * @param free seats that are spare or rest, less those that are given back already for a later day
 * @param lowest the smallest quantity from the day on, as far as it is known
 * @param minimum the fewest seats that the agreement lets on the first day on which it may shrink;
 *     where it never may, no fewer than there are
 */
public record GivableSeats(int free, int lowest, int minimum) {

  public static GivableSeats of(Book book, int line, LocalDate day) {
    return of(book, line, day, Ledger.count(book, line, day));
  }

  static GivableSeats of(Book book, int line, LocalDate day, Places places) {
    int lowest = book.lowestFrom(line, day);
    int minimum =
        book.agreementOfLine(line)
            .shrinksFrom(day)
            .map(from -> book.lines().get(line).pricesOn(from).minimum())
            .orElse(lowest);
    int given = book.boughtOn(line, day) - lowest;
    return new GivableSeats(places.spare() + places.resting() - given, lowest, minimum);
  }

  /** How many can be given back with nothing else done before. */
  public int most() {
    return Math.max(0, Math.min(free, lowest - minimum));
  }
}
