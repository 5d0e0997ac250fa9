package org.sobertally.server.book.file;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is wrong with a book, and what of it was passed over. */
final class Violations {

  /** More than this are counted but not listed: the answer must stay readable. */
  static final int MOST_LISTED = 10_000;

  private static final int MOST_NOTES = 1_000;
  private static final int LONGEST_VALUE = 200;

  private final List<Violation> listed = new ArrayList<>();
  private final List<String> notes = new ArrayList<>();
  private long unlisted;

  /** Of a value; null for what is not one file, row or column. */
  void at(
      @Nullable String file,
      @Nullable Long row,
      @Nullable String column,
      @Nullable String value,
      String message) {
    if (listed.size() < MOST_LISTED) {
      listed.add(new Violation(file, row, column, clipped(value), message));
    } else {
      unlisted++;
    }
  }

  /** Of the file as a whole; null for the book as a whole. */
  void of(@Nullable String file, String message) {
    at(file, null, null, null, message);
  }

  void note(String note) {
    if (notes.size() < MOST_NOTES) {
      notes.add(note);
    }
  }

  List<Violation> listed() {
    return listed;
  }

  long unlisted() {
    return unlisted;
  }

  List<String> notes() {
    return notes;
  }

  private static @Nullable String clipped(@Nullable String value) {
    return value == null || value.length() <= LONGEST_VALUE
        ? value
        : value.substring(0, LONGEST_VALUE) + "…";
  }
}
