package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.List;
import java.util.stream.Collectors;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import org.sobertally.core.words.Words;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.refusal.Refusal;

/** How long before the last day for notice whoever looks after an agreement is reminded. */
@ApplicationScoped
class ReminderRule {

  private static final int MOST = 10;
  private static final int LONGEST = 730;

  private final EntityManager entities;
  private final Journal journal;
  private final List<Integer> usual;

  ReminderRule(
      EntityManager entities,
      Journal journal,
      @ConfigProperty(name = "sober.renewals.remind") List<Integer> usual) {
    this.entities = entities;
    this.journal = journal;
    this.usual = usual;
  }

  /** In days, the longest first; the configuration's as long as the house has said nothing. */
  @Transactional
  List<Integer> days() {
    SaidReminders said = entities.find(SaidReminders.class, SaidReminders.ONLY);
    return said == null ? sorted(usual) : said.dayList();
  }

  private static List<Integer> sorted(List<Integer> days) {
    return days.stream().distinct().sorted((one, other) -> other - one).toList();
  }

  /** From now on so; nobody is reminded where there are none. */
  @Transactional
  List<Integer> say(List<Integer> days, String actor) {
    requireDays(days);
    List<Integer> kept = sorted(days);
    SaidReminders known = entities.find(SaidReminders.class, SaidReminders.ONLY);
    SaidReminders said = known == null ? new SaidReminders() : known;
    said.say(kept);
    entities.persist(said);
    journal.add(
        actor,
        "HOUSE_RULE",
        kept.isEmpty()
            ? "Nobody is reminded of notice days by mail."
            : "Owners are reminded %s before the last day for notice."
                .formatted(
                    kept.stream()
                        .map(day -> Words.count(day, "day"))
                        .collect(Collectors.joining(", "))));
    return kept;
  }

  private static void requireDays(List<Integer> days) {
    if (days.size() > MOST) {
      throw Refusal.badInput("days: at most %d of them.".formatted(MOST));
    }
    for (int one : days) {
      if (one < 1 || one > LONGEST) {
        throw Refusal.badInput(
            "days: %d is none. Use 1 to %d days before the last day for notice."
                .formatted(one, LONGEST));
      }
    }
  }
}
