package org.sobertally.server.bookfile;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * One file of a book.
 *
 * @param required whether a book must have it
 */
record BookFile(String name, boolean required, List<Column> columns) {

  int indexOf(String column) {
    for (int c = 0; c < columns.size(); c++) {
      if (columns.get(c).name().equals(column)) {
        return c;
      }
    }
    throw new IllegalArgumentException("%s has no column %s.".formatted(name, column));
  }

  /** Places of the columns that make the key. */
  List<Integer> keyColumns() {
    List<Integer> keys = new ArrayList<>();
    for (int c = 0; c < columns.size(); c++) {
      if (columns.get(c).key()) {
        keys.add(c);
      }
    }
    return keys;
  }

  /** The resource's name in the package: the file's without its ending. */
  String resource() {
    return name.substring(0, name.length() - ".csv".length());
  }

  /** The database table. */
  String sqlTable() {
    return "book_" + resource();
  }

  String sqlColumns() {
    return columns.stream().map(Column::sqlName).collect(Collectors.joining(", "));
  }

  String sqlKey() {
    return columns.stream()
        .filter(Column::key)
        .map(Column::sqlName)
        .collect(Collectors.joining(", "));
  }
}
