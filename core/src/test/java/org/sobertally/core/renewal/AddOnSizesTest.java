package org.sobertally.core.renewal;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.UseStates;

/** Ann stores 80 GB in 1,000, Bo 600; Cy has left, and still holds 100. */
class AddOnSizesTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts = new TestBook();

  private void holds(String person, String plan, String stored) {
    facts.accounts.add(
        new Account(
            "a-" + person,
            "quillmoor",
            person,
            person + "@x.example",
            Account.State.ACTIVE,
            null,
            false,
            new BigDecimal(stored)));
    facts.holds(person, plan, LONG_AGO);
  }

  @Test
  void everybodyHasTheSizeThatHoldsWhatTheyStore() {
    facts.other("store-1000", PlanModel.ADDON, "240", "1000");
    facts.other("store-100", PlanModel.ADDON, "36", "100");
    for (String person : List.of("ann", "bo", "cy")) {
      facts.person(person);
    }
    facts.accounts.clear();
    facts.people.replaceAll(one -> one.id().equals("cy") ? leftLongAgo(one) : one);
    holds("ann", "store-1000", "80");
    holds("bo", "store-1000", "600");
    holds("cy", "store-100", "5");
    Book book = facts.build();
    Findings findings =
        Findings.of(Covers.of(UseStates.of(book, TestBook.TODAY)), ZoneOffset.UTC, Map.of());
    List<AddOnSizes> sizes =
        AddOnSizes.of(book, TestBook.TODAY, findings, book.agreementOfLine(0).id());
    assertThat(sizes)
        .extracting(
            one -> book.plans().get(one.plan()).id() + " " + one.held() + " " + one.needed())
        .containsExactlyInAnyOrder("store-1000 2 1", "store-100 1 1");
  }

  private static Person leftLongAgo(Person person) {
    return new Person(
        person.id(),
        person.name(),
        person.email(),
        null,
        null,
        Person.Status.LEFT,
        LONG_AGO,
        null,
        Person.Kind.PERSON);
  }
}
