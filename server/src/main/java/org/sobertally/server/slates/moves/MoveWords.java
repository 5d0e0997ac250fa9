package org.sobertally.server.slates.moves;

import java.time.LocalDate;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;

/** What moves are about, as the tape and the journal say it. */
public final class MoveWords {

  private MoveWords() {}

  static String day(LocalDate day) {
    return day == null ? "no day" : Words.day(day);
  }

  /** The plan by its name; by its id where the book has it no more. */
  public static String plan(Book book, String plan) {
    return book.plans().has(plan) ? book.plans().byId(plan).name() : plan;
  }

  public static String planOfLine(Book book, String line) {
    return book.lines().has(line) ? plan(book, book.lines().byId(line).plan()) : line;
  }

  public static String vendor(Book book, SlateMove move) {
    return book.vendors().has(move.vendor) ? book.vendors().byId(move.vendor).name() : move.vendor;
  }

  /** Whose seat or login it is; of a change of quantity its vendor. */
  public static String holder(Book book, SlateMove move) {
    if (move.person != null && book.people().has(move.person)) {
      return book.people().byId(move.person).name();
    }
    if (move.account == null) {
      return vendor(book, move);
    }
    return book.accounts().has(move.account)
        ? book.accounts().byId(move.account).email()
        : move.account;
  }
}
