package org.sobertally.server.support;

import jakarta.enterprise.inject.spi.CDI;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.book.file.ReadBook;
import org.sobertally.server.book.store.Books;
import org.sobertally.skerry.book.SkerryLine;

/** The demo organisation's book, made once: some two hundred tests begin by taking one in anew. */
public final class DemoBook {

  private static final byte[] WHOLE = SkerryLine.book();
  private static final byte[] LATE = late(WHOLE);

  /** Reading one takes longer than putting it into the tables. */
  private static final Map<byte[], ReadBook> READ = new IdentityHashMap<>();

  /** What was taken in last, and how the journal ended then. */
  private static @Nullable Taken last;

  private record Taken(byte[] book, String head, long version) {}

  private DemoBook() {}

  /** Has the application hold {@link #whole} and nothing else. */
  public static void take() {
    take(WHOLE);
  }

  /** Has the application hold {@link #late} and nothing else. */
  public static void takeLate() {
    take(LATE);
  }

  /**
   * Where nothing was written since it came in, it is there still: only those who hear of it are
   * told.
   */
  private static void take(byte[] book) {
    Taken before = last;
    if (before != null && before.equals(new Taken(book, head(), version()))) {
      CDI.current()
          .getBeanManager()
          .getEvent()
          .select(BookService.BookTaken.class)
          .fire(new BookService.BookTaken(true, null, null));
      return;
    }
    READ.computeIfAbsent(book, ReadBook::new).takeIn();
    last = new Taken(book, head(), version());
  }

  /** Of no two journals the same. */
  private static String head() {
    try (Connection connection = CDI.current().select(DataSource.class).get().getConnection();
        ResultSet head =
            connection.createStatement().executeQuery("select hash from journal_head")) {
      head.next();
      return head.getString(1);
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  private static long version() {
    return CDI.current().select(Books.class).get().current().version();
  }

  /** With its thirteen months of use: for what counts by the month, odds and curves. */
  public static byte[] whole() {
    return WHOLE.clone();
  }

  /**
   * With the use of its last four months, and of each account's parts the last day before: every
   * seat is in the state in which the whole book has it, and it is taken in several times faster.
   */
  public static byte[] late() {
    return LATE.clone();
  }

  private static byte[] late(byte[] zip) {
    Map<String, String> newest = new HashMap<>();
    Zips.rows(zip, "activity.csv")
        .forEach(row -> newest.merge(part(row), day(row), DemoBook::later));
    return Zips.withoutRows(
        zip,
        "activity.csv",
        row -> day(row).compareTo("2026-06-01") < 0 && !day(row).equals(newest.get(part(row))));
  }

  private static String later(String one, String other) {
    return one.compareTo(other) < 0 ? other : one;
  }

  private static String part(String row) {
    return row.substring(0, row.lastIndexOf(','));
  }

  private static String day(String row) {
    return row.substring(row.lastIndexOf(',') + 1);
  }
}
