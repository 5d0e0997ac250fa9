package org.sobertally.server.rounds;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.time.TallyClock;

/** Plans rounds for others than their page. */
@ApplicationScoped
public class RoundPlans {

  private static final int USUAL_DAYS = 7;
  private static final Set<FindingKind> USUAL_KINDS =
      FindingKind.those(kind -> kind.inRounds() == FindingKind.InRounds.USUAL);

  private final RoundStore store;
  private final Journal journal;
  private final TallyClock clock;

  RoundPlans(RoundStore store, Journal journal, TallyClock clock) {
    this.store = store;
    this.journal = journal;
    this.clock = clock;
  }

  /** A sweep of these vendors for what lies idle, with a week to answer and a week to decide. */
  @Transactional
  public void plan(
      String name, String owner, DayOfWeek day, LocalTime time, ZoneId zone, List<String> vendors) {
    RoundPlan plan = new RoundPlan();
    plan.id = UUID.randomUUID().toString();
    plan.name = name;
    plan.owner = owner;
    plan.weekday = day.getValue();
    plan.time = time.toString();
    plan.zone = zone.getId();
    plan.vendors = String.join(" ", vendors);
    plan.groups = "";
    plan.kinds = String.join(" ", USUAL_KINDS.stream().map(Enum::name).toList());
    plan.askDays = USUAL_DAYS;
    plan.decideDays = USUAL_DAYS;
    plan.active = true;
    plan.nextDue = plan.schedule().nextAfter(clock.now());
    store.add(plan);
    journal.add(owner, "ROUND_PLANNED", "Planned the round %s.".formatted(name));
  }
}
