package org.sobertally.server.book.store;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Type;

/**
 * Puts whole books into the database and reads them back, set by set. Table and column names come
 * from the schema only; values are always parameters.
 */
public final class BookTables {

  private static final int BATCH = 5_000;
  private static final int PAGE = 20_000;

  private final Connection connection;

  public BookTables(Connection connection) {
    this.connection = connection;
  }

  public boolean isEmpty() throws SQLException {
    try (var statement = connection.createStatement();
        ResultSet found = statement.executeQuery("SELECT 1 FROM book_vendors LIMIT 1")) {
      return !found.next();
    }
  }

  /** Replaces everything that is there by this book, within the caller's transaction. */
  public void replace(NewBook book) throws SQLException {
    try (var statement = connection.createStatement()) {
      for (BookFile file : stored()) {
        statement.executeUpdate("DELETE FROM " + file.sqlTable());
      }
      statement.executeUpdate("DELETE FROM activity_parts");
      statement.executeUpdate("DELETE FROM activity_months");
      statement.executeUpdate("UPDATE intake SET may_go = FALSE");
      statement.executeUpdate("DELETE FROM intake_change");
      statement.executeUpdate("DELETE FROM intake_use");
    }
    for (BookFile file : stored()) {
      insert(file, book);
    }
    insertParts(book.parts());
    insertActivity(book.activity());
  }

  public static List<BookFile> stored() {
    return BookSchema.FILES.stream()
        .filter(file -> !file.name().equals(BookSchema.ACTIVITY))
        .toList();
  }

  private void insert(BookFile file, NewBook book) throws SQLException {
    boolean accounts = file.name().equals(BookSchema.ACCOUNTS);
    String columns = file.sqlColumns() + (accounts ? ", \"NUMBER\"" : "");
    int width = file.columns().size() + (accounts ? 1 : 0);
    String sql =
        "INSERT INTO %s (%s) VALUES (%s)"
            .formatted(
                file.sqlTable(), columns, String.join(", ", Collections.nCopies(width, "?")));
    Map<String, Integer> numbers = new HashMap<>();
    if (accounts) {
      book.accounts().forEach(account -> numbers.put(account, numbers.size()));
    }
    try (PreparedStatement insert = connection.prepareStatement(sql)) {
      int pending = 0;
      for (String[] row : book.rowsOf(file.name())) {
        for (int c = 0; c < row.length; c++) {
          set(insert, c + 1, file.columns().get(c).type().storage(), row[c]);
        }
        if (accounts) {
          insert.setInt(width, requireNonNull(numbers.get(row[0])));
        }
        insert.addBatch();
        if (++pending % BATCH == 0) {
          insert.executeBatch();
        }
      }
      insert.executeBatch();
    }
  }

  public static void set(PreparedStatement insert, int place, Type.Storage storage, String value)
      throws SQLException {
    if (value == null) {
      insert.setNull(place, Types.NULL);
      return;
    }
    switch (storage) {
      case TEXT -> insert.setString(place, value);
      case INTEGER -> insert.setInt(place, Integer.parseInt(value));
      case DECIMAL -> insert.setBigDecimal(place, new BigDecimal(value));
      case DATE -> insert.setObject(place, LocalDate.parse(value));
      case INSTANT -> insert.setObject(place, OffsetDateTime.parse(value));
      case BOOLEAN -> insert.setBoolean(place, Boolean.parseBoolean(value));
    }
  }

  private void insertParts(Map<String, List<String>> parts) throws SQLException {
    try (PreparedStatement insert =
        connection.prepareStatement("INSERT INTO activity_parts VALUES (?, ?, ?)")) {
      for (var vendor : parts.entrySet()) {
        for (int p = 0; p < vendor.getValue().size(); p++) {
          insert.setString(1, vendor.getKey());
          insert.setString(2, vendor.getValue().get(p));
          insert.setInt(3, p);
          insert.addBatch();
        }
      }
      insert.executeBatch();
    }
  }

  private void insertActivity(ActivityCalendar activity) throws SQLException {
    try (PreparedStatement insert =
        connection.prepareStatement("INSERT INTO activity_months VALUES (?, ?)")) {
      int[] pending = {0};
      ActivityMonths.forEach(
          activity,
          (slot, days) -> {
            insert.setLong(1, slot);
            insert.setInt(2, days);
            insert.addBatch();
            if (++pending[0] % BATCH == 0) {
              insert.executeBatch();
            }
          });
      insert.executeBatch();
    }
  }

  /** Shows each row of the file's table, in canonical form and in the order of its key. */
  public void forEach(BookFile file, Consumer<String[]> visitor) throws SQLException {
    String sql =
        "SELECT %s FROM %s ORDER BY %s"
            .formatted(file.sqlColumns(), file.sqlTable(), file.sqlKey());
    try (PreparedStatement select = connection.prepareStatement(sql)) {
      select.setFetchSize(BATCH);
      try (ResultSet found = select.executeQuery()) {
        while (found.next()) {
          visitor.accept(row(file, found, 1));
        }
      }
    }
  }

  /**
   * The same in the order in which rows are stored, which spares looking each up by its key; a page
   * at a time, as {@link #forEachMonth}.
   */
  public void forEachAsStored(BookFile file, Consumer<String[]> visitor) throws SQLException {
    forEachPage(
        "SELECT _ROWID_, %s FROM %s WHERE _ROWID_ > ? ORDER BY _ROWID_"
            .formatted(file.sqlColumns(), file.sqlTable()),
        found -> visitor.accept(row(file, found, 2)));
  }

  private interface RowReader {
    void read(ResultSet found) throws SQLException;
  }

  /**
   * Reads a long result page by page: the database would put aside the whole of ten million rows
   * before it showed the first.
   *
   * @param sql with one parameter, that the first column is above and its order follows
   */
  private void forEachPage(String sql, RowReader reader) throws SQLException {
    try (PreparedStatement select = connection.prepareStatement(sql + " LIMIT " + PAGE)) {
      long last = Long.MIN_VALUE;
      int shown = PAGE;
      while (shown == PAGE) {
        select.setLong(1, last);
        shown = 0;
        try (ResultSet found = select.executeQuery()) {
          while (found.next()) {
            last = found.getLong(1);
            reader.read(found);
            shown++;
          }
        }
      }
    }
  }

  public static String[] row(BookFile file, ResultSet found, int first) throws SQLException {
    String[] row = new String[file.columns().size()];
    for (int c = 0; c < row.length; c++) {
      row[c] = get(found, first + c, file.columns().get(c).type().storage());
    }
    return row;
  }

  private static @Nullable String get(ResultSet found, int place, Type.Storage storage)
      throws SQLException {
    if (storage == Type.Storage.DECIMAL) {
      BigDecimal number = found.getBigDecimal(place);
      return number == null ? null : Type.plain(number);
    }
    if (storage == Type.Storage.INSTANT) {
      OffsetDateTime instant = found.getObject(place, OffsetDateTime.class);
      return instant == null ? null : Type.canonicalInstant(instant);
    }
    if (storage == Type.Storage.BOOLEAN) {
      boolean value = found.getBoolean(place);
      return found.wasNull() ? null : Boolean.toString(value);
    }
    return found.getString(place);
  }

  /** Account ids by the numbers that activity calls them. */
  public Map<Integer, String> accountNumbers() throws SQLException {
    Map<Integer, String> ids = new HashMap<>();
    try (var statement = connection.createStatement();
        ResultSet found =
            statement.executeQuery("SELECT \"NUMBER\", \"ACCOUNT\" FROM book_accounts")) {
      while (found.next()) {
        ids.put(found.getInt(1), found.getString(2));
      }
    }
    return ids;
  }

  /** The vendor of each account. */
  public Map<String, String> vendorsOfAccounts() throws SQLException {
    Map<String, String> vendors = new HashMap<>();
    try (var statement = connection.createStatement();
        ResultSet found =
            statement.executeQuery("SELECT \"ACCOUNT\", \"VENDOR\" FROM book_accounts")) {
      while (found.next()) {
        vendors.put(found.getString(1), found.getString(2));
      }
    }
    return vendors;
  }

  /** Parts by vendor and the numbers that activity calls them. */
  public Map<String, Map<Integer, String>> partNumbers() throws SQLException {
    Map<String, Map<Integer, String>> parts = new HashMap<>();
    try (var statement = connection.createStatement();
        ResultSet found =
            statement.executeQuery("SELECT vendor, part, \"NUMBER\" FROM activity_parts")) {
      while (found.next()) {
        parts
            .computeIfAbsent(found.getString(1), v -> new HashMap<>())
            .put(found.getInt(3), found.getString(2));
      }
    }
    return parts;
  }

  /** Shows every month row, account by account. */
  public void forEachMonth(ActivityMonths.Visitor visitor) throws SQLException {
    forEachPage(
        "SELECT slot, days FROM activity_months WHERE slot > ? ORDER BY slot",
        found -> visitor.month(found.getLong(1), found.getInt(2)));
  }
}
