package org.sobertally.server.leavers;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.time.Days;
import org.sobertally.server.http.MoneyDto;

/** What somebody new would be given: what rules say, and what their colleagues hold. */
final class WayIn {

  /** What fewer colleagues hold is nobody's habit. */
  private static final double LEAST_SHARE = 0.25;

  private final Book book;
  private final LocalDate asOf;

  WayIn(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
  }

  /**
   * A plan that they do not hold.
   *
   * @param rule the standing rule that gives it; null for none
   * @param colleagues how many of their groups' active members hold it
   * @param of how many active members there are
   * @param spare how many of its seats are spare
   */
  @Schema(name = "WayInPlan")
  record Offered(
      String plan,
      String planName,
      String vendorName,
      @Schema(nullable = true) @Nullable String rule,
      int colleagues,
      int of,
      int spare,
      MoneyDto yearly) {}

  /** Those that rules give first, then by how many colleagues hold them. */
  List<Offered> of(Person person) {
    Set<String> own = plansOf(person.id());
    Set<String> mates = mates(person);
    Map<String, Integer> held = new TreeMap<>();
    mates.forEach(mate -> plansOf(mate).forEach(plan -> held.merge(plan, 1, Integer::sum)));
    Map<String, String> rules = rules(person);
    rules.keySet().forEach(plan -> held.putIfAbsent(plan, 0));
    List<Offered> offered = new ArrayList<>();
    held.forEach(
        (plan, count) -> {
          boolean usual = !mates.isEmpty() && count >= LEAST_SHARE * mates.size();
          if (!isCovered(plan, own) && (usual || rules.containsKey(plan))) {
            offered.add(offered(plan, rules.get(plan), count, mates.size()));
          }
        });
    offered.removeIf(one -> one == null);
    offered.sort(
        Comparator.comparing((Offered one) -> one.rule() == null)
            .thenComparing(one -> -one.colleagues())
            .thenComparing(Offered::plan));
    return offered;
  }

  /** Those at work in their groups, without themselves. */
  private Set<String> mates(Person person) {
    Set<String> mates = new HashSet<>();
    for (Group group : book.groupsOf(person.id())) {
      mates.addAll(group.members());
    }
    mates.remove(person.id());
    mates.removeIf(
        mate ->
            !book.people().has(mate)
                || book.people().byId(mate).statusOn(asOf) != Person.Status.ACTIVE);
    return mates;
  }

  /** Standing rules for their groups, by the plan. */
  private Map<String, String> rules(Person person) {
    Map<String, String> rules = new TreeMap<>();
    for (StandingRule rule : book.standingRules()) {
      boolean theirs =
          book.groupsOf(person.id()).stream().anyMatch(group -> group.id().equals(rule.group()));
      if (rule.inForce(asOf) && theirs) {
        rules.put(rule.plan(), rule.id());
      }
    }
    return rules;
  }

  /** Whether they hold it, or another tier of its ladder. */
  private boolean isCovered(String id, Set<String> own) {
    Plan plan = book.plans().byId(id);
    return own.stream()
        .map(book.plans()::byId)
        .anyMatch(
            held ->
                held.id().equals(id)
                    || plan.ladder() != null
                        && plan.ladder().equals(held.ladder())
                        && plan.vendor().equals(held.vendor()));
  }

  private Set<String> plansOf(String person) {
    Set<String> plans = new HashSet<>();
    for (int account : book.accountsOf(book.people().require(person))) {
      for (int h : book.holdings().ofAccount(account)) {
        Plan plan = book.planOfLine(book.holdings().line(h));
        if (plan.model() == PlanModel.NAMED && book.holdings().openOn(h, Days.of(asOf))) {
          plans.add(plan.id());
        }
      }
    }
    return plans;
  }

  /** Null where no subscription to it is in force. */
  private @Nullable Offered offered(String id, @Nullable String rule, int colleagues, int of) {
    Plan plan = book.plans().byId(id);
    int spare = 0;
    int cheapest = -1;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(id) && book.agreementOfLine(line).inForce(asOf)) {
        spare += Math.max(0, Ledger.count(book, line, asOf).spare());
        cheapest = cheapest < 0 ? line : cheapest;
      }
    }
    return cheapest < 0
        ? null
        : new Offered(
            id,
            plan.name(),
            book.vendors().byId(plan.vendor()).name(),
            rule,
            colleagues,
            of,
            spare,
            MoneyDto.of(book.seatPrice(cheapest, asOf)));
  }
}
