package org.sobertally.core.renewal;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How many seats more than are needed are promised for a term.
 *
 * @param advised whether each plan has the margin of least cost, but for those that are set
 * @param set by the plan's number; below zero for fewer than are needed
 */
public record Margins(boolean advised, Map<Integer, Integer> set) {

  public static final Margins ADVISED = new Margins(true, Map.of());
  public static final Margins NONE = new Margins(false, Map.of());

  public Margins {
    set = Map.copyOf(set);
  }

  @Nullable Integer setFor(int plan) {
    Integer margin = set.get(plan);
    return margin == null && !advised ? Integer.valueOf(0) : margin;
  }
}
