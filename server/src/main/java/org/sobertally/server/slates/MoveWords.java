package org.sobertally.server.slates;

import java.time.LocalDate;
import org.sobertally.core.book.Book;
import org.sobertally.core.words.Words;

/** What moves are called on the tape and in the journal. */
final class MoveWords {

  private MoveWords() {}

  /** As a line of the tape, such as "step down Opus → Letter". */
  static String of(Book book, SlateMove move) {
    String words = move.kind.words();
    if (move.kind.switches()) {
      return "%s %s → %s".formatted(words, plan(book, move.plan), planOfLine(book, move.toLine));
    }
    return switch (move.kind) {
      case SUSPEND, BRING_BACK, DELETE -> "%s at %s".formatted(words, vendor(book, move));
      case KEEP -> "%s %s until %s".formatted(words, plan(book, move.plan), day(move.keepUntil));
      case GIVE_BACK -> "give back %d %s".formatted(move.seats, plan(book, move.plan));
      case PUT_RIGHT ->
          "put right: %s %s".formatted(move.seats > 0 ? "give" : "take", plan(book, move.plan));
      case BUY_MORE -> "buy %d %s more".formatted(move.seats, plan(book, move.plan));
      default -> "%s %s".formatted(words, plan(book, move.plan));
    };
  }

  private static String day(LocalDate day) {
    return day == null ? "no day" : Words.day(day);
  }

  static String plan(Book book, String plan) {
    return book.plans().has(plan) ? book.plans().byId(plan).name() : plan;
  }

  static String planOfLine(Book book, String line) {
    return book.lines().has(line) ? plan(book, book.lines().byId(line).plan()) : line;
  }

  static String vendor(Book book, SlateMove move) {
    return book.vendors().has(move.vendor) ? book.vendors().byId(move.vendor).name() : move.vendor;
  }

  /** Whose seat or login it is; of a change of quantity its vendor. */
  static String holder(Book book, SlateMove move) {
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
