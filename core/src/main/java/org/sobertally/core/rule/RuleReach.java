package org.sobertally.core.rule;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.time.Days;

/**
 * Whom "people in this group get that plan" is about on a day. Nobody is given a seat who is
 * suspended, has left or is on leave, whose account is shut, or who is a service account; they are
 * named with the reason.
 *
 * @param gets members without the plan who may work, by name
 * @param has members who hold it already
 * @param leftOut members who are given nothing, by name
 * @param comesBack holdings of the plan that came by a rule, of people whom no rule gives it (any
 *     more)
 * @param spare seats spare on the plan's subscriptions in force
 */
public record RuleReach(
    List<Person> gets, int has, List<LeftOut> leftOut, List<String> comesBack, int spare) {

  /** A member whom the rule passes over. */
  public record LeftOut(Person person, String why) {}

  /** What the rule would do if it were in force, whether or not the book has it. */
  public static RuleReach of(Book book, LocalDate asOf, String groupId, String plan) {
    Group group = book.groups().byId(groupId);
    Set<String> holders = holders(book, asOf, plan);
    List<Person> gets = new ArrayList<>();
    List<LeftOut> leftOut = new ArrayList<>();
    int has = 0;
    for (String member : group.members()) {
      Person person = book.people().byId(member);
      String why = whyNot(book, person, plan, asOf);
      if (holders.contains(member)) {
        has++;
      } else if (why == null) {
        gets.add(person);
      } else {
        leftOut.add(new LeftOut(person, why));
      }
    }
    gets.sort((a, b) -> a.name().compareTo(b.name()));
    leftOut.sort((a, b) -> a.person().name().compareTo(b.person().name()));
    List<String> comesBack = comesBack(book, asOf, groupId, plan);
    return new RuleReach(gets, has, leftOut, comesBack, spare(book, asOf, plan));
  }

  private static Set<String> holders(Book book, LocalDate asOf, String plan) {
    Set<String> holders = new HashSet<>();
    int number = book.plans().require(plan);
    Holdings holdings = book.holdings();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planNumberOfLine(line) == number) {
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          String person = book.accounts().get(holdings.account(h)).person();
          if (person != null && holdings.openOn(h, Days.of(asOf))) {
            holders.add(person);
          }
        }
      }
    }
    return holders;
  }

  private static @Nullable String whyNot(Book book, Person person, String plan, LocalDate asOf) {
    if (person.kind() == Person.Kind.SERVICE) {
      return "a service account";
    }
    switch (person.statusOn(asOf)) {
      case LEFT:
        return "has left";
      case SUSPENDED:
        return "suspended";
      case ON_LEAVE:
        return "on leave";
      default:
        break;
    }
    String vendor = book.plans().byId(plan).vendor();
    for (int a : book.accountsOf(book.people().require(person.id()))) {
      Account account = book.accounts().get(a);
      if (account.vendor().equals(vendor) && account.stateOn(asOf) == Account.State.SUSPENDED) {
        return "the account is suspended";
      }
    }
    return null;
  }

  /** Seats that a rule gave to people whom neither this group nor another rule gives them now. */
  private static List<String> comesBack(Book book, LocalDate asOf, String groupId, String plan) {
    Set<String> entitled = new HashSet<>(book.groups().byId(groupId).members());
    for (StandingRule rule : book.standingRules()) {
      if (rule.plan().equals(plan) && rule.inForce(asOf) && book.groups().has(rule.group())) {
        entitled.addAll(book.groups().byId(rule.group()).members());
      }
    }
    List<String> back = new ArrayList<>();
    Holdings holdings = book.holdings();
    int number = book.plans().require(plan);
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planNumberOfLine(line) == number) {
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          String person = book.accounts().get(holdings.account(h)).person();
          boolean byRule = holdings.method(h) == Holding.Method.RULE;
          if (byRule && holdings.openOn(h, Days.of(asOf)) && !entitled.contains(person)) {
            back.add(holdings.id(h));
          }
        }
      }
    }
    return back;
  }

  private static int spare(Book book, LocalDate asOf, String plan) {
    int spare = 0;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(plan) && book.agreementOfLine(line).inForce(asOf)) {
        spare += Ledger.count(book, line, asOf).spare();
      }
    }
    return spare;
  }
}
