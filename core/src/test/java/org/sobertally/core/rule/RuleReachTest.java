package org.sobertally.core.rule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Holding;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.support.TestBook;

class RuleReachTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts =
      new TestBook()
          .person("ann")
          .person("bo")
          .person("cy", Person.Status.SUSPENDED, LONG_AGO, null)
          .person("di", Person.Status.LEFT, LONG_AGO, null)
          .person("ed", Person.Status.ON_LEAVE, LONG_AGO, null)
          .person("fay");

  private RuleReach reach() {
    return RuleReach.of(facts.build(), TODAY, "deck", "opus");
  }

  private void deck(String... members) {
    facts.groups.add(new Group("deck", "Deck", null, List.of(members)));
  }

  private void holdsByRule(String person) {
    facts.holdings.add(
        new Holding(person + "-opus", "a-" + person, "opus", LONG_AGO, null, Holding.Method.RULE));
  }

  @Test
  void givesWhoMayWorkAndNamesWhoIsPassedOver() {
    deck("ann", "bo", "cy", "di", "ed");
    facts.holds("bo", "opus", LONG_AGO);
    RuleReach reach = reach();
    assertThat(reach.gets()).extracting(Person::id).containsExactly("ann");
    assertThat(reach.has()).isEqualTo(1);
    assertThat(reach.leftOut())
        .extracting(one -> one.person().id() + " " + one.why())
        .containsExactly("cy suspended", "di has left", "ed on leave");
    assertThat(reach.spare()).isEqualTo(9);
  }

  @Test
  void aShutAccountIsPassedOverToo() {
    deck("ann");
    facts.account("a-ann", "ann", Account.State.SUSPENDED, LONG_AGO);
    assertThat(reach().leftOut())
        .extracting(RuleReach.LeftOut::why)
        .containsExactly("the account is suspended");
  }

  @Test
  void whatARuleGaveComesBackWhenThePersonLeavesTheGroup() {
    deck("ann");
    holdsByRule("ann");
    holdsByRule("bo");
    facts.holds("fay", "opus", LONG_AGO);
    assertThat(reach().comesBack())
        .as("by hand stays, and so does who is still in")
        .containsExactly("bo-opus");
  }

  @Test
  void anotherRuleInForceKeepsASeat() {
    deck("ann");
    facts.groups.add(new Group("bridge", "Bridge", null, List.of("bo")));
    holdsByRule("bo");
    facts.rules.add(new StandingRule("r", "bridge", "opus", null, TODAY.plusDays(1)));
    assertThat(reach().comesBack()).isEmpty();
    facts.rules.set(0, new StandingRule("r", "bridge", "opus", null, TODAY));
    assertThat(reach().comesBack()).containsExactly("bo-opus");
  }

  @Test
  void anEmptyGroupIsAboutNobody() {
    deck();
    RuleReach reach = reach();
    assertThat(reach.gets()).isEmpty();
    assertThat(reach.leftOut()).isEmpty();
    assertThat(reach.comesBack()).isEmpty();
  }
}
