package org.sobertally.server.book.schema;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/** Rows of plans.csv that are tiers of one ladder and that nothing tells apart. */
public final class TierRows {

  private static final BookFile FILE = BookSchema.byName(BookSchema.PLANS);

  private TierRows() {}

  /**
   * A tier with the parts of one before it.
   *
   * @param other the plan of that one
   */
  public record Same(String[] row, String other) {}

  /** Of two such tiers the cheaper would always do. */
  public static List<Same> same(Collection<String[]> plans) {
    Map<List<String>, String> known = new HashMap<>();
    List<Same> same = new ArrayList<>();
    for (String[] row : plans) {
      String parts = value(row, "parts");
      if (value(row, "ladder") == null || parts == null) {
        continue;
      }
      List<String> key =
          List.of(
              value(row, "vendor"),
              value(row, "ladder"),
              value(row, "model"),
              String.join(" ", new TreeSet<>(List.of(parts.split(" ")))),
              String.valueOf(value(row, "capacity_gb")));
      String other = known.putIfAbsent(key, row[0]);
      if (other != null) {
        same.add(new Same(row, other));
      }
    }
    return same;
  }

  private static String value(String[] row, String column) {
    return row[FILE.indexOf(column)];
  }
}
