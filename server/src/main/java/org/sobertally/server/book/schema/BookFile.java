package org.sobertally.server.book.schema;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * One file of a book.
 *
 * @param required whether a book must have it
 */
public record BookFile(String name, boolean required, List<Column> columns) {

  public int indexOf(String column) {
    for (int c = 0; c < columns.size(); c++) {
      if (columns.get(c).name().equals(column)) {
        return c;
      }
    }
    throw new IllegalArgumentException("%s has no column %s.".formatted(name, column));
  }

  /** Places of the columns that make the key. */
  public List<Integer> keyColumns() {
    List<Integer> keys = new ArrayList<>();
    for (int c = 0; c < columns.size(); c++) {
      if (columns.get(c).key()) {
        keys.add(c);
      }
    }
    return keys;
  }

  /** The resource's name in the package: the file's without its ending. */
  public String resource() {
    return name.substring(0, name.length() - ".csv".length());
  }

  /** The database table. */
  public String sqlTable() {
    return "book_" + resource();
  }

  public String sqlColumns() {
    return columns.stream().map(Column::sqlName).collect(Collectors.joining(", "));
  }

  public String sqlKey() {
    return columns.stream()
        .filter(Column::key)
        .map(Column::sqlName)
        .collect(Collectors.joining(", "));
  }
}
