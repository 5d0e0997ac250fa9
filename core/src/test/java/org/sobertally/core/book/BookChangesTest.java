package org.sobertally.core.book;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.NoSuchElementException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Line;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;

class BookChangesTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 10);

  private final TestBook facts =
      new TestBook().person("ann").person("bo").holds("bo", "opus", LONG_AGO);

  /** Wherever among the others it comes in, a new account takes nothing from them. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void aNewAccountChangesNothingOfTheOthers(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    String vendor = book.vendors().get(0).id();
    for (String id : List.of("", "a-0003x", "zzz")) {
      Account added =
          new Account(id, vendor, null, "x@x.example", Account.State.ACTIVE, null, false);
      Book after = book.withAccount(added);
      assertThat(after.version()).isEqualTo(book.version() + 1);
      assertThat(after.accounts().size()).isEqualTo(book.accounts().size() + 1);
      UseStates before = UseStates.of(book, drawn.asOf);
      UseStates then = UseStates.of(after, drawn.asOf);
      for (int h = 0; h < book.holdings().size(); h++) {
        assertThat(after.holding(h)).isEqualTo(book.holding(h));
        assertThat(then.isOpen(h)).isEqualTo(before.isOpen(h));
        if (before.isOpen(h)) {
          assertThat(then.lastUsed(h)).isEqualTo(before.lastUsed(h));
          assertThat(then.state(h)).isEqualTo(before.state(h));
        }
      }
    }
  }

  @Test
  void anAccountsStateChangesAndTheOldBookStays() {
    Book book = facts.build();
    Account shut =
        new Account("a-bo", "quillmoor", "bo", "b@x.example", Account.State.SUSPENDED, null, false);
    Book after = book.withAccount(shut);
    int number = after.accounts().require("a-bo");
    int day = Days.of(TestBook.TODAY);
    assertThat(after.standings().stateOn(number, day)).isEqualTo(Account.State.SUSPENDED);
    assertThat(book.standings().stateOn(number, day)).isEqualTo(Account.State.ACTIVE);
    assertThat(after.personOfAccount(number)).isEqualTo(after.people().require("bo"));
  }

  @Test
  void aPersonMayComeInAndChange() {
    Book after = facts.build().withPerson(person("abe", Person.Status.ACTIVE));
    assertThat(after.people().size()).isEqualTo(3);
    assertThat(after.personOfAccount(after.accounts().require("a-bo")))
        .isEqualTo(after.people().require("bo"));
    Book left = after.withPerson(person("bo", Person.Status.LEFT));
    assertThat(left.people().byId("bo").status()).isEqualTo(Person.Status.LEFT);
  }

  private static Person person(String id, Person.Status status) {
    return new Person(
        id, "Abe", "abe@x.example", null, null, status, null, null, Person.Kind.PERSON);
  }

  @Test
  void groupsRulesKeepsAndQuantitiesChange() {
    Book book = facts.build();
    Book after =
        book.withGroup(new Group("deck", "Deck", null, List.of("bo"), List.of("bo")))
            .withRule(new StandingRule("r", "deck", "opus", null, null))
            .withRule(new StandingRule("r", "deck", "folio", null, null))
            .withKeep(new Keep("k", "bo-opus", "audit", "runa", TestBook.TODAY.plusDays(5)));
    assertThat(after.groupsOf("bo")).extracting(Group::id).containsExactly("deck");
    assertThat(after.standingRules()).extracting(StandingRule::plan).containsExactly("folio");
    assertThat(after.keepOn("bo-opus", TestBook.TODAY)).isNotNull();
    assertThat(book.keepOn("bo-opus", TestBook.TODAY)).isNull();
    Book ended = after.withKeep(new Keep("k", "bo-opus", "audit", "runa", TestBook.TODAY));
    assertThat(ended.keepOn("bo-opus", TestBook.TODAY)).isNull();
    Line opus = book.lines().byId("opus");
    Line fewer =
        new Line(
            opus.id(),
            opus.agreement(),
            opus.plan(),
            opus.seats(),
            opus.prices(),
            List.of(new Line.LineChange(TestBook.TODAY, -3, "given back")));
    int number = book.lines().require("opus");
    assertThat(book.withLine(fewer).boughtOn(number, TestBook.TODAY)).isEqualTo(7);
    Line strange = new Line("none", "qm", "opus", 1, opus.prices(), List.of());
    assertThatThrownBy(() -> book.withLine(strange)).isInstanceOf(NoSuchElementException.class);
  }
}
