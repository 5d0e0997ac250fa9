package org.sobertally.server.intake;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.store.ActivityStore;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.leading.LeadRules;

/** What a file would change, gathered row by row; nothing is stored by it. */
final class FileChanges {

  /** What is counted of a file. */
  enum Count {
    /** People, seats or sessions that the book does not have. */
    NEW,
    CHANGED,
    SAME,
    /** Seats that end because the file lists everybody and these not. */
    ENDED,
    /** People who have left because the file lists everybody and these not. */
    LEFT,
    ACCOUNTS,
    /** People whom a file of something else brings. */
    PEOPLE,
    /** Accounts of whom the directory knows nobody. */
    NOBODY,
    /** Days of use, those that are known included. */
    DAYS,
    /** Groups that the book does not have. */
    GROUPS,
    /** Seats of products that whoever brings the file leaves out. */
    LEFT_OUT
  }

  /**
   * A row that is not taken.
   *
   * @param row its line in the file
   * @param column null where no one column is at fault
   */
  @Schema(name = "RejectedRow")
  record Rejected(
      int row, @Schema(nullable = true) @Nullable String column, String value, String message) {}

  final Book book;
  final BookRows rows;
  final Mapping mapping;
  final Sheet sheet;
  final LocalDate today;
  final Leading leading;
  final List<BookRows.Change> changes = new ArrayList<>();
  final List<ActivityStore.Use> uses = new ArrayList<>();
  final List<LeadRules.Aside> asides = new ArrayList<>();
  final List<String[]> oldMails = new ArrayList<>();
  final List<Rejected> rejected = new ArrayList<>();
  final List<String> notes = new ArrayList<>();
  final Map<Count, Integer> counts = new EnumMap<>(Count.class);

  /**
   * Whose word counts of people, and what else they and accounts are called.
   *
   * @param oldMails people by an address that they had or a name that they sign in by, in small
   *     letters
   * @param accounts the vendor's accounts by its own names for them
   */
  record Leading(
      LeadRules rules, Map<String, List<String>> oldMails, Map<String, String> accounts) {}

  FileChanges(
      Book book, BookRows rows, Mapping mapping, Sheet sheet, LocalDate today, Leading leading) {
    this.book = book;
    this.rows = rows;
    this.mapping = mapping;
    this.sheet = sheet;
    this.today = today;
    this.leading = leading;
  }

  void count(Count what) {
    counts.merge(what, 1, Integer::sum);
  }

  /** How far the changes have come. */
  record Mark(int changes, Map<Count, Integer> counts) {}

  Mark mark() {
    return new Mark(changes.size(), Map.copyOf(counts));
  }

  /** Forgets what was changed and counted since. */
  void backTo(Mark mark) {
    changes.subList(mark.changes(), changes.size()).clear();
    counts.clear();
    counts.putAll(mark.counts());
  }

  /**
   * A row of the book that becomes so.
   *
   * @param after its values by column; null where the row goes
   */
  void put(String file, String @Nullable [] before, @Nullable Map<String, String> after)
      throws BookRows.NotAValueException {
    String[] row = after == null ? null : BookRows.row(file, after);
    if (!Arrays.equals(before, row)) {
      changes.add(new BookRows.Change(file, before, row));
    }
  }

  /** The same, counted as new, changed or known. */
  void countAndPut(String file, String @Nullable [] before, String[] after) {
    if (Arrays.equals(before, after)) {
      count(Count.SAME);
      return;
    }
    count(before == null ? Count.NEW : Count.CHANGED);
    changes.add(new BookRows.Change(file, before, after));
  }

  /** The row's value of the field; empty where the field is not mapped. */
  String text(int row, String field) {
    String column = mapping.columns().get(field);
    return column == null ? "" : sheet.rows().get(row)[sheet.columns().indexOf(column)];
  }

  boolean isMapped(String field) {
    return mapping.columns().containsKey(field);
  }

  void reject(int row, @Nullable String field, String message) {
    String column = field == null ? null : mapping.columns().get(field);
    String value = field == null ? "" : text(row, field);
    rejectColumn(row, column, value, message);
  }

  void rejectColumn(int row, @Nullable String column, String value, String message) {
    rejected.add(new Rejected(sheet.lines().get(row), column, value, message));
  }

  /**
   * The row's day of the field.
   *
   * @param otherwise what an empty value means
   * @throws BadRowException if it is none
   */
  @Nullable LocalDate day(int row, String field, @Nullable LocalDate otherwise)
      throws BadRowException {
    String text = text(row, field);
    if (text.isEmpty()) {
      return otherwise;
    }
    LocalDate day = mapping.dayForm().day(text);
    if (day == null) {
      throw new BadRowException(field, mapping.dayForm().asked().formatted(text));
    }
    return day;
  }

  /** A row that cannot be taken. */
  static final class BadRowException extends Exception {
    private static final long serialVersionUID = 1L;

    private final @Nullable String field;

    private final String said;

    BadRowException(@Nullable String field, String message) {
      super(message, null, false, false);
      this.field = field;
      this.said = message;
    }

    @Override
    public String getMessage() {
      return said;
    }

    @Nullable String field() {
      return field;
    }
  }

  /** Takes one row of the sheet, by its place. */
  interface RowTaker {
    void take(int row) throws BadRowException, BookRows.NotAValueException;
  }

  /** Takes every row; what one is at fault with leaves that one out. */
  void forEachRow(Progress progress, RowTaker taker) {
    for (int row = 0; row < sheet.rows().size(); row++) {
      try {
        taker.take(row);
      } catch (BadRowException e) {
        reject(row, e.field(), e.getMessage());
      } catch (BookRows.NotAValueException e) {
        reject(row, null, e.getMessage());
      }
      progress.rowDone();
    }
  }
}
