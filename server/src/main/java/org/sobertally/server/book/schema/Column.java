package org.sobertally.server.book.schema;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * One column of a book's file.
 *
 * @param references the file whose key the value must be found in; null where there is none
 */
public record Column(
    String name, Type type, boolean required, boolean key, @Nullable String references) {

  public static Column key(String name, Type type) {
    return new Column(name, type, true, true, null);
  }

  /** Part of the key, in which an empty value is one like others. */
  public static Column keyOrEmpty(String name, Type type) {
    return new Column(name, type, false, true, null);
  }

  public static Column required(String name, Type type) {
    return new Column(name, type, true, false, null);
  }

  public static Column optional(String name, Type type) {
    return new Column(name, type, false, false, null);
  }

  public Column to(String file) {
    return new Column(name, type, required, key, file);
  }

  /** The database column; quoted, since some names are words of SQL. */
  public String sqlName() {
    return "\"" + name.toUpperCase(Locale.ROOT) + "\"";
  }
}
