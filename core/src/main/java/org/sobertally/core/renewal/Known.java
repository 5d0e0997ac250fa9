package org.sobertally.core.renewal;

import java.time.YearMonth;
import java.util.Map;

/**
 * Changes that somebody knows will come, by the plan's number and the month in which they begin: a
 * new vessel brings 12 people in April.
 */
public record Known(Map<Integer, Map<YearMonth, Integer>> changes) {

  public static final Known NOTHING = new Known(Map.of());

  public Known {
    changes = Map.copyOf(changes);
  }

  int of(int plan, YearMonth month) {
    return changes.getOrDefault(plan, Map.of()).getOrDefault(month, 0);
  }
}
