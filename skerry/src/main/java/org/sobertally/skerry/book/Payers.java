package org.sobertally.skerry.book;

import java.util.Set;

/** Which cost centre bears a department's seats. */
final class Payers {

  private static final Set<String> FERRIES =
      Set.of("Deck crew", "Engine crew", "Galley and saloon", "Ticket offices");
  private static final Set<String> YARD = Set.of("Dockyard", "Purchasing", "Safety");
  private static final Set<String> GROUP = Set.of("Head office", "Finance", "Legal");

  private Payers() {}

  static String of(String department) {
    if (FERRIES.contains(department)) {
      return "Ferries";
    }
    if (YARD.contains(department)) {
      return "Yard";
    }
    return GROUP.contains(department) ? "Group" : "Ashore";
  }
}
