package org.sobertally.server.book.store;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.book.schema.BookFile;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Column;
import org.sobertally.server.book.schema.Type;

/**
 * Single rows of the stored book, as the files of a whole book have them: an array of canonical
 * values in the order of the file's columns, null where a value is absent. The book in memory is
 * not changed by them; {@link BookEditor} changes both.
 */
@ApplicationScoped
public class BookRows {

  private final EntityManager entities;
  private final ThreadLocal<List<Change>> recording = new ThreadLocal<>();

  BookRows(EntityManager entities) {
    this.entities = entities;
  }

  /** A value that a column cannot hold; the message says what would do. */
  public static final class NotAValueException extends Exception {
    private static final long serialVersionUID = 1L;

    private final String said;

    NotAValueException(String message) {
      super(message, null, false, false);
      said = message;
    }

    @Override
    public String getMessage() {
      return said;
    }
  }

  /**
   * One row as it was and as it becomes.
   *
   * @param file of a whole book, like {@code people.csv}
   * @param before null where there was no such row
   * @param after null where there is none any more
   */
  public record Change(String file, String @Nullable [] before, String @Nullable [] after) {

    /** The change that makes this one undone. */
    public Change reversed() {
      return new Change(file, after, before);
    }

    /** The row's key, for a message. */
    public String name() {
      return Arrays.stream(key()).filter(Objects::nonNull).collect(Collectors.joining(" "));
    }

    String[] key() {
      String[] row = requireNonNull(after == null ? before : after);
      return BookSchema.byName(file).keyColumns().stream().map(c -> row[c]).toArray(String[]::new);
    }
  }

  /**
   * A row of the file with these values by column.
   *
   * @throws NotAValueException if one of them is none that its column may hold, or one is missing
   */
  public static String[] row(String fileName, Map<String, String> values)
      throws NotAValueException {
    BookFile file = BookSchema.byName(fileName);
    String[] row = new String[file.columns().size()];
    for (int c = 0; c < row.length; c++) {
      Column column = file.columns().get(c);
      row[c] = canonical(column, values.get(column.name()));
    }
    return row;
  }

  private static @Nullable String canonical(Column column, @Nullable String value)
      throws NotAValueException {
    if (value == null || value.isBlank()) {
      if (column.required()) {
        throw new NotAValueException("%s must not be empty.".formatted(column.name()));
      }
      return null;
    }
    try {
      return column.type().canonicalOf(value.strip());
    } catch (Type.BadValueException e) {
      throw new NotAValueException("%s: %s".formatted(column.name(), e.getMessage()));
    }
  }

  /** The names of the file's columns, in their order. */
  public static List<String> columns(String fileName) {
    return BookSchema.byName(fileName).columns().stream().map(Column::name).toList();
  }

  /** The row's values by column, for {@link #row}. */
  public static Map<String, String> byColumn(String fileName, String[] row) {
    Map<String, String> values = new HashMap<>();
    List<String> columns = columns(fileName);
    for (int c = 0; c < row.length; c++) {
      values.put(columns.get(c), row[c]);
    }
    return values;
  }

  /** The stored row of that key; null where there is none. */
  public String @Nullable [] find(String fileName, String... key) {
    List<String> one = Arrays.asList(key);
    return find(fileName, List.of(one)).get(one);
  }

  /** The stored rows that have one of the keys, by key; those that are not there are left out. */
  public Map<List<String>, String[]> find(String fileName, List<List<String>> keys) {
    Map<List<String>, String[]> found = new HashMap<>();
    BookFile file = BookSchema.byName(fileName);
    String sql =
        "SELECT %s FROM %s WHERE %s".formatted(file.sqlColumns(), file.sqlTable(), byKey(file));
    work(
        connection -> {
          try (PreparedStatement select = connection.prepareStatement(sql)) {
            for (List<String> key : keys) {
              setKey(select, 1, file, key.toArray(String[]::new));
              try (ResultSet rows = select.executeQuery()) {
                if (rows.next()) {
                  found.put(key, BookTables.row(file, rows, 1));
                }
              }
            }
          }
        });
    return found;
  }

  /** All stored rows of a small file, in the order of their keys. */
  public List<String[]> all(String fileName) {
    List<String[]> all = new ArrayList<>();
    BookFile file = BookSchema.byName(fileName);
    String sql =
        "SELECT %s FROM %s ORDER BY %s"
            .formatted(file.sqlColumns(), file.sqlTable(), file.sqlKey());
    work(
        connection -> {
          try (var statement = connection.createStatement();
              ResultSet rows = statement.executeQuery(sql)) {
            while (rows.next()) {
              all.add(BookTables.row(file, rows, 1));
            }
          }
        });
    return all;
  }

  /** The first change whose row is not stored any more as the change left it; null if all are. */
  public @Nullable Change firstOvertaken(List<Change> changes) {
    for (Change change : changes) {
      List<String> key = Arrays.asList(change.key());
      String[] now = find(change.file(), List.of(key)).get(key);
      if (!Arrays.equals(now, change.after())) {
        return change;
      }
    }
    return null;
  }

  /** One plain sentence on a stored row that refers to another that is not there; null if none. */
  public String firstOrphan() {
    String[] found = new String[1];
    work(
        connection -> {
          for (BookFile file : BookTables.stored()) {
            for (Column column : file.columns()) {
              String other = column.references();
              if (other != null && found[0] == null) {
                found[0] = orphan(connection, file, column, other);
              }
            }
          }
        });
    return found[0];
  }

  private static @Nullable String orphan(
      Connection connection, BookFile file, Column column, String otherName) throws SQLException {
    BookFile other = BookSchema.byName(otherName);
    String key = other.columns().get(other.keyColumns().get(0)).sqlName();
    String sql =
        """
        SELECT t.%s FROM %s t WHERE t.%s IS NOT NULL
          AND NOT EXISTS (SELECT 1 FROM %s o WHERE o.%s = t.%s) LIMIT 1
        """
            .formatted(
                column.sqlName(),
                file.sqlTable(),
                column.sqlName(),
                other.sqlTable(),
                key,
                column.sqlName());
    try (var statement = connection.createStatement();
        ResultSet rows = statement.executeQuery(sql)) {
      return rows.next()
          ? "%s still names %s %s.".formatted(file.name(), column.name(), rows.getString(1))
          : null;
    }
  }

  /** What the work stores, within the caller's transaction. */
  public List<Change> recorded(Runnable work) {
    List<Change> changes = new ArrayList<>();
    recording.set(changes);
    try {
      work.run();
      return changes;
    } finally {
      recording.remove();
    }
  }

  /** Stores the changes in their order, within the caller's transaction. */
  public void apply(List<Change> changes) {
    if (recording.get() != null) {
      recording.get().addAll(changes);
    }
    work(
        connection -> {
          int from = 0;
          for (int n = 1; n <= changes.size(); n++) {
            if (n == changes.size() || !alike(changes.get(n), changes.get(from))) {
              applyAlike(connection, changes.subList(from, n));
              from = n;
            }
          }
        });
  }

  private static boolean alike(Change one, Change other) {
    return one.file().equals(other.file())
        && (one.before() == null) == (other.before() == null)
        && (one.after() == null) == (other.after() == null);
  }

  private static void applyAlike(Connection connection, List<Change> changes) throws SQLException {
    Change first = changes.get(0);
    BookFile file = BookSchema.byName(first.file());
    try (PreparedStatement statement = connection.prepareStatement(sql(file, first))) {
      for (Change change : changes) {
        int place = 1;
        if (change.after() != null) {
          for (int c = 0; c < change.after().length; c++) {
            BookTables.set(
                statement, place++, file.columns().get(c).type().storage(), change.after()[c]);
          }
        }
        if (change.before() != null) {
          setKey(statement, place, file, change.key());
        }
        statement.addBatch();
      }
      statement.executeBatch();
    }
  }

  private static String sql(BookFile file, Change like) {
    if (like.after() == null) {
      return "DELETE FROM %s WHERE %s".formatted(file.sqlTable(), byKey(file));
    }
    if (like.before() != null) {
      String sets =
          file.columns().stream().map(c -> c.sqlName() + " = ?").collect(Collectors.joining(", "));
      return "UPDATE %s SET %s WHERE %s".formatted(file.sqlTable(), sets, byKey(file));
    }
    String values = file.columns().stream().map(c -> "?").collect(Collectors.joining(", "));
    boolean accounts = file.name().equals(BookSchema.ACCOUNTS);
    return "INSERT INTO %s (%s%s) VALUES (%s%s)"
        .formatted(
            file.sqlTable(),
            file.sqlColumns(),
            accounts ? ", \"NUMBER\"" : "",
            values,
            accounts ? ", (SELECT COALESCE(MAX(\"NUMBER\"), -1) + 1 FROM book_accounts)" : "");
  }

  private static String byKey(BookFile file) {
    return file.columns().stream()
        .filter(Column::key)
        .map(c -> c.sqlName() + (c.required() ? " = ?" : " IS NOT DISTINCT FROM ?"))
        .collect(Collectors.joining(" AND "));
  }

  private static void setKey(PreparedStatement statement, int place, BookFile file, String[] key)
      throws SQLException {
    List<Integer> columns = file.keyColumns();
    for (int k = 0; k < key.length; k++) {
      Type.Storage storage = file.columns().get(columns.get(k)).type().storage();
      BookTables.set(statement, place + k, storage, key[k]);
    }
  }

  private interface Work {
    void run(Connection connection) throws SQLException;
  }

  private void work(Work work) {
    entities.unwrap(Session.class).doWork(work::run);
  }
}
