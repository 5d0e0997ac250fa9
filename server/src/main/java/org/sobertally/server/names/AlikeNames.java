package org.sobertally.server.names;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Which of our names somebody else's word is likely to mean: the one that shares most of its words
 * with it. Where two share as many nothing is suggested.
 */
public final class AlikeNames {

  private static final double LEAST = 0.5;

  private AlikeNames() {}

  /**
   * The id that is meant.
   *
   * @param word what somebody else calls it
   * @param names our names, by id
   */
  public static Optional<String> closest(String word, Map<String, String> names) {
    Set<String> wanted = words(word);
    List<String> best = new ArrayList<>();
    double most = LEAST;
    for (Map.Entry<String, String> one : names.entrySet()) {
      double alike =
          Math.max(alike(wanted, words(one.getValue())), alike(wanted, words(one.getKey())));
      if (alike > most) {
        best.clear();
        most = alike;
      }
      if (alike >= most && alike > LEAST) {
        best.add(one.getKey());
      }
    }
    return best.size() == 1 ? Optional.of(best.get(0)) : Optional.empty();
  }

  /** Twice what is shared, as a share of both (Dice): 1 where they are the same. */
  private static double alike(Set<String> a, Set<String> b) {
    Set<String> shared = new HashSet<>(a);
    shared.retainAll(b);
    return a.isEmpty() || b.isEmpty() ? 0 : 2.0 * shared.size() / (a.size() + b.size());
  }

  private static Set<String> words(String text) {
    String plain =
        Normalizer.normalize(text, Normalizer.Form.NFD)
            .replaceAll("\\p{M}+", "")
            .replaceAll("(?<=\\p{Ll})(?=\\p{Lu})", " ")
            .toLowerCase(Locale.ROOT);
    Set<String> words = new HashSet<>();
    for (String word : plain.split("[^\\p{L}\\p{N}]+")) {
      if (!word.isEmpty()) {
        words.add(word);
      }
    }
    return words;
  }
}
