package org.sobertally.core.cover;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

/** What one holding asks of the cheapest cover. */
sealed interface Need {

  /** Its plan is fixed and covers its parts. */
  record Stays() implements Need {}

  /** An extra, a pool's seat or a resting seat: it keeps its cost and covers nothing. */
  record Apart() implements Need {}

  /** Nothing, or only that the data stays, for which the vendor's resting plan will do. */
  record Nothing(boolean dataMustStay) implements Need {}

  /** These parts of it, as a set of the vendor's part numbers. */
  record Parts(long parts) implements Need {}

  static Need of(UseStates states, int h) {
    Book book = states.book();
    LocalDate asOf = states.asOf();
    int line = book.holdings().line(h);
    Plan plan = book.planOfLine(line);
    if (plan.model() != PlanModel.NAMED) {
      return new Apart();
    }
    if (book.keepOn(book.holdings().id(h), asOf) != null || states.onLeave(h)) {
      return new Stays();
    }
    Evidence evidence = book.evidenceOf(plan.vendor(), asOf);
    if (!evidence.canJudgeWindow(asOf, book.rules().needWindow())) {
      return new Stays();
    }
    UseState state = states.state(h);
    if (state == UseState.UNANSWERED && withinInvitationGrace(book, h, asOf)) {
      return new Stays();
    }
    if (state != UseState.IN_USE) {
      return new Nothing(dataMustStay(book, h, asOf));
    }
    long used = partsUsed(states, h, line);
    if (used == 0) {
      return new Stays();
    }
    return new Parts(used | partsOfRules(book, h, asOf));
  }

  private static boolean withinInvitationGrace(Book book, int h, LocalDate asOf) {
    return Days.of(asOf) - Promise.of(book, h).from() < book.rules().invitationGrace();
  }

  private static long partsUsed(UseStates states, int h, int line) {
    Book book = states.book();
    Holdings holdings = book.holdings();
    int to = states.measureDay(book.vendorOfLine(line));
    int from = Math.max(to - book.rules().needWindow() + 1, holdings.from(h));
    long parts = book.partsOfPlan(book.planNumberOfLine(line));
    return book.activity().partsUsed(holdings.account(h), parts, from, to);
  }

  /** The parts of the plans that standing rules hand to the holder, at the holding's vendor. */
  private static long partsOfRules(Book book, int h, LocalDate asOf) {
    int person = book.personOfAccount(book.holdings().account(h));
    if (person < 0 || book.standingRules().isEmpty()) {
      return 0;
    }
    List<Group> groups = book.groupsOf(book.people().get(person).id());
    String vendor = book.planOfLine(book.holdings().line(h)).vendor();
    long parts = 0;
    for (var rule : book.standingRules()) {
      if (rule.inForce(asOf)
          && book.plans().byId(rule.plan()).vendor().equals(vendor)
          && groups.stream().anyMatch(group -> group.id().equals(rule.group()))) {
        parts |= book.partsOfPlan(book.plans().require(rule.plan()));
      }
    }
    return parts;
  }

  /**
   * Whether a group of the holder asks to keep the data for longer than the vendor does once the
   * seat is taken back. The duty runs from the day somebody left.
   */
  private static boolean dataMustStay(Book book, int h, LocalDate asOf) {
    int number = book.personOfAccount(book.holdings().account(h));
    if (number < 0) {
      return false;
    }
    Person person = book.people().get(number);
    long duty =
        book.groupsOf(person.id()).stream()
            .filter(group -> group.retentionDays() != null)
            .mapToLong(Group::retentionDays)
            .max()
            .orElse(0);
    if (person.status() == Person.Status.LEFT && person.statusSince() != null) {
      duty -= Days.of(asOf) - Days.of(person.statusSince());
    }
    return duty > keptByVendor(book, book.planOfLine(book.holdings().line(h)).vendor());
  }

  private static long keptByVendor(Book book, String vendor) {
    long days = 0;
    for (DataRule rule : book.dataRules()) {
      if (rule.vendor().equals(vendor)
          && rule.after() == DataRule.After.TAKEN_BACK
          && rule.reach() != DataRule.Reach.NOBODY) {
        if (rule.days() == null) {
          return Long.MAX_VALUE;
        }
        days += rule.days();
      }
    }
    return days;
  }
}
