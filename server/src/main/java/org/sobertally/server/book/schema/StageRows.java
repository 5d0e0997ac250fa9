package org.sobertally.server.book.schema;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What must be true of the stages of data_rules.csv together: those of one vendor, state and first
 * day are one version.
 */
public final class StageRows {

  private static final BookFile FILE = BookSchema.byName(BookSchema.DATA_RULES);

  private StageRows() {}

  /** What is wrong with a row, and in which column. */
  public record Wrong(String[] row, String column, String message) {}

  /** What makes it impossible to say when an account joins which stage. */
  public static List<Wrong> wrong(Collection<String[]> rows) {
    List<Wrong> wrong = new ArrayList<>();
    for (List<String[]> version : versions(rows)) {
      String joins = value(version.get(0), "joins_at");
      for (String[] row : version) {
        if (!Objects.equals(joins, value(row, "joins_at"))) {
          wrong.add(
              new Wrong(
                  row,
                  "joins_at",
                  "Stage %s of the same version says %s. Say the same on all its rows."
                      .formatted(
                          value(version.get(0), "stage"), joins == null ? "nothing" : joins)));
        } else if (joins != null
            && stage(row) < Integer.parseInt(joins)
            && value(row, "days") == null) {
          wrong.add(
              new Wrong(
                  row,
                  "days",
                  "Accounts join at stage %s: every stage before it needs an end."
                      .formatted(joins)));
        }
      }
      if (joins != null
          && version.stream().noneMatch(row -> stage(row) == Integer.parseInt(joins))) {
        wrong.add(
            new Wrong(
                version.get(0), "joins_at", "This version has no stage %s.".formatted(joins)));
      }
    }
    return wrong;
  }

  /** What can be read, and is surely not meant: nobody should write it down so. */
  public static List<Wrong> unlikely(Collection<String[]> rows) {
    List<Wrong> wrong = new ArrayList<>();
    for (List<String[]> version : versions(rows)) {
      for (int k = 1; k < version.size(); k++) {
        String[] before = version.get(k - 1);
        String[] row = version.get(k);
        String number = value(before, "stage");
        if (stage(row) > stage(before) + 1) {
          wrong.add(
              new Wrong(
                  row,
                  "stage",
                  "After stage %s comes %d: there is a gap.".formatted(number, stage(before) + 1)));
        } else if (value(before, "days") == null) {
          wrong.add(
              new Wrong(
                  row,
                  "stage",
                  "Stage %s has no end, so this one never begins. Give it days, or take this one out."
                      .formatted(number)));
        } else if ("NOBODY".equals(value(before, "reach"))
            && !"NOBODY".equals(value(row, "reach"))) {
          wrong.add(
              new Wrong(
                  row,
                  "reach",
                  "In stage %s nobody reaches the data any more: it does not come back."
                      .formatted(number)));
        }
      }
    }
    return wrong;
  }

  private static List<List<String[]>> versions(Collection<String[]> rows) {
    Map<String, List<String[]>> versions = new TreeMap<>();
    for (String[] row : rows) {
      String key = value(row, "vendor") + "\n" + value(row, "after") + "\n" + value(row, "from");
      versions.computeIfAbsent(key, k -> new ArrayList<>()).add(row);
    }
    versions.values().forEach(version -> version.sort(Comparator.comparingInt(StageRows::stage)));
    return List.copyOf(versions.values());
  }

  private static int stage(String[] row) {
    return Integer.parseInt(Objects.requireNonNull(value(row, "stage")));
  }

  private static @Nullable String value(String[] row, String column) {
    return row[FILE.indexOf(column)];
  }
}
