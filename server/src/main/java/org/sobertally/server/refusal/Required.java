package org.sobertally.server.refusal;

import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Table;

/**
 * Finds what a request names by its id. Each method gives its number in the book, and refuses with
 * what the book does not have as not found.
 */
public final class Required {

  private Required() {}

  public static int vendor(Book book, @Nullable String id) {
    return number("vendor", book.vendors(), id);
  }

  public static int agreement(Book book, @Nullable String id) {
    return number("agreement", book.agreements(), id);
  }

  public static int subscription(Book book, @Nullable String id) {
    return number("subscription", book.lines(), id);
  }

  public static int plan(Book book, @Nullable String id) {
    return number("plan", book.plans(), id);
  }

  public static int person(Book book, @Nullable String id) {
    return number("person", book.people(), id);
  }

  public static int group(Book book, @Nullable String id) {
    return number("group", book.groups(), id);
  }

  public static int account(Book book, @Nullable String id) {
    return number("account", book.accounts(), id);
  }

  private static int number(String what, Table<?> table, @Nullable String id) {
    int number = id == null ? -1 : table.numberOf(id);
    if (number < 0) {
      throw Refusal.notFound("There is no %s %s.".formatted(what, id));
    }
    return number;
  }
}
