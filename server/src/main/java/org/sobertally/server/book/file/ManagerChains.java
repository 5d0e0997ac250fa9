package org.sobertally.server.book.file;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Finds people who report to themselves by way of others. */
public final class ManagerChains {

  private ManagerChains() {}

  /**
   * The people on a circle, each with the chain from them back to themselves.
   *
   * @param managers of each person; null where there is none
   */
  public static Map<String, List<String>> circles(Map<String, String> managers) {
    Map<String, List<String>> circles = new HashMap<>();
    Set<String> done = new HashSet<>();
    for (String person : managers.keySet()) {
      List<String> path = new ArrayList<>();
      Map<String, Integer> places = new HashMap<>();
      String at = person;
      while (at != null && !done.contains(at) && !places.containsKey(at)) {
        places.put(at, path.size());
        path.add(at);
        at = managers.get(at);
      }
      if (at != null && places.containsKey(at)) {
        List<String> circle = path.subList(places.get(at), path.size());
        for (int n = 0; n < circle.size(); n++) {
          List<String> chain = new ArrayList<>(circle.subList(n, circle.size()));
          chain.addAll(circle.subList(0, n + 1));
          circles.put(circle.get(n), chain);
        }
      }
      done.addAll(path);
    }
    return circles;
  }

  /** The chain in one sentence. */
  public static String say(List<String> chain) {
    return "They would report to themselves: %s.".formatted(String.join(" → ", chain));
  }
}
