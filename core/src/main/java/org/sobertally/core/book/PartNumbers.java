package org.sobertally.core.book;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.catalogue.Part;

/** The parts of each vendor, numbered from 0 in the order of their ids, so that a set is a long. */
final class PartNumbers {

  private final Map<String, List<String>> byVendor = new HashMap<>();
  private final Map<String, String> titles = new HashMap<>();
  private final Map<String, String> capabilities = new HashMap<>();

  /**
   * @throws IllegalArgumentException where a vendor has more parts than a set can tell apart
   */
  PartNumbers(BookBuilder b) {
    Map<String, TreeSet<String>> sorted = new HashMap<>();
    b.parts.forEach((vendor, parts) -> sortedOf(sorted, vendor).addAll(parts));
    b.partFacts.forEach(part -> sortedOf(sorted, part.vendor()).add(part.id()));
    b.plans.forEach(plan -> sortedOf(sorted, plan.vendor()).addAll(plan.parts()));
    sorted.forEach(
        (vendor, parts) -> {
          if (parts.size() > ActivityCalendar.MAX_PARTS) {
            throw new IllegalArgumentException(
                "Vendor %s has %d parts; %d is the most that can be told apart."
                    .formatted(vendor, parts.size(), ActivityCalendar.MAX_PARTS));
          }
          byVendor.put(vendor, List.copyOf(parts));
        });
    for (Part part : b.partFacts) {
      titles.put(part.vendor() + " " + part.id(), part.name());
      capabilities.put(part.vendor() + " " + part.id(), part.capability());
    }
  }

  private static TreeSet<String> sortedOf(Map<String, TreeSet<String>> sorted, String vendor) {
    return sorted.computeIfAbsent(vendor, v -> new TreeSet<>());
  }

  List<String> of(String vendor) {
    return byVendor.getOrDefault(vendor, List.of());
  }

  long setOf(String vendor, List<String> parts) {
    long set = 0;
    for (String part : parts) {
      set |= 1L << of(vendor).indexOf(part);
    }
    return set;
  }

  List<String> names(String vendor, long set) {
    List<String> names = new ArrayList<>();
    for (long rest = set; rest != 0; rest &= rest - 1) {
      names.add(of(vendor).get(Long.numberOfTrailingZeros(rest)));
    }
    return names;
  }

  /** What the part is for, in a word that spans vendors; null where nothing is said. */
  @Nullable String capability(String vendor, int part) {
    return capabilities.get(vendor + " " + of(vendor).get(part));
  }

  List<String> titles(String vendor, long set) {
    return names(vendor, set).stream()
        .map(part -> titles.getOrDefault(vendor + " " + part, part))
        .toList();
  }
}
