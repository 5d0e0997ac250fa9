package org.sobertally.server.statement;

import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.statement.Bearing;

/** What those who bear are called. */
final class BearerNames {

  private BearerNames() {}

  /** In words, whatever the key is. */
  static String of(Book book, Bearing by, @Nullable String key) {
    if (key == null) {
      return "held by nobody";
    }
    if (key.isEmpty()) {
      return switch (by) {
        case DEPARTMENT -> "without a department";
        case SITE -> "without a site";
        case GROUP -> "in no group";
        case MANAGER -> "without a manager";
        case PAYER -> "without a payer";
        case VENDOR, PLAN -> "of nobody";
      };
    }
    return switch (by) {
      case GROUP -> book.groups().has(key) ? book.groups().byId(key).name() : key;
      case MANAGER -> book.people().has(key) ? book.people().byId(key).name() : key;
      case VENDOR -> book.vendors().byId(key).name();
      case PLAN -> book.plans().byId(key).name();
      default -> key;
    };
  }
}
