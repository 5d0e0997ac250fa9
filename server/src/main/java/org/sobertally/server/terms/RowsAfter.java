package org.sobertally.server.terms;

import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.sobertally.server.book.schema.BookSchema;

/** A vendor's rows, by file, as they would be after an edit; and which row of it made each. */
final class RowsAfter {

  private final Map<String, Map<List<String>, String[]>> rows = new HashMap<>();
  private final Map<List<String>, Integer> editOf = new HashMap<>();

  static List<String> key(String file, String[] row) {
    return BookSchema.byName(file).keyColumns().stream().map(c -> row[c]).toList();
  }

  static String value(String file, String[] row, String column) {
    return row[BookSchema.byName(file).indexOf(column)];
  }

  void put(String file, String[] row) {
    byKey(file).put(key(file, row), row);
  }

  /**
   * @param edit the place of the row in the edit
   */
  void edit(String file, String[] row, int edit) {
    put(file, row);
    editOf.put(List.of(file, name(file, row)), edit);
  }

  void remove(String file, String[] row) {
    byKey(file).remove(key(file, row));
  }

  boolean has(String file, List<String> key) {
    return byKey(file).containsKey(key);
  }

  Collection<String[]> of(String file) {
    return byKey(file).values();
  }

  Set<String> ids(String file) {
    Set<String> ids = new TreeSet<>();
    of(file).forEach(row -> ids.add(row[0]));
    return ids;
  }

  /** The place in the edit of the row that made this one; the first where none did. */
  int editOf(String file, String[] row) {
    return editOf.getOrDefault(List.of(file, name(file, row)), 0);
  }

  /** What was so before is not held against an edit of something else. */
  boolean isEdited(String file, String[] row, String other) {
    return editOf.containsKey(List.of(file, name(file, row)))
        || editOf.containsKey(List.of(file, other));
  }

  private Map<List<String>, String[]> byKey(String file) {
    return rows.computeIfAbsent(file, f -> new LinkedHashMap<>());
  }

  private static String name(String file, String[] row) {
    return key(file, row).stream()
        .map(part -> part == null ? "" : part)
        .collect(Collectors.joining("\n"));
  }
}
