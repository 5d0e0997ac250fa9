package org.sobertally.core.book;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.ledger.Ledger;
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

  /** Whatever its id: before all others, between them, and after. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void aSubscriptionMoreMovesNothingElse(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    Subscription one = book.lines().get(0);
    for (String id : List.of("", one.id() + "x", "zzz")) {
      Book after =
          book.withLine(
              new Subscription(
                  id, one.agreement(), one.plan(), 0, PriceList.flat("12"), List.of()));
      int line = after.lines().require(id);
      assertThat(after.boughtOn(line, drawn.asOf)).isZero();
      assertThat(after.planOfLine(line).id()).isEqualTo(one.plan());
      assertThat(after.holdings().lineEnd(line)).isEqualTo(after.holdings().lineStart(line));
      for (int h = 0; h < book.holdings().size(); h++) {
        assertThat(after.holding(h)).isEqualTo(book.holding(h));
      }
      for (Subscription same : book.lines().all()) {
        int then = after.lines().require(same.id());
        int before = book.lines().require(same.id());
        assertThat(after.planOfLine(then)).isEqualTo(book.planOfLine(before));
        assertThat(Ledger.count(after, then, drawn.asOf))
            .isEqualTo(Ledger.count(book, before, drawn.asOf));
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
    Subscription opus = book.lines().byId("opus");
    Subscription fewer =
        new Subscription(
            opus.id(),
            opus.agreement(),
            opus.plan(),
            opus.seats(),
            opus.prices(),
            List.of(new Subscription.QuantityChange(TestBook.TODAY, -3, "given back")));
    int number = book.lines().require("opus");
    assertThat(book.withLine(fewer).boughtOn(number, TestBook.TODAY)).isEqualTo(7);
    Subscription strange = new Subscription("none", "qm", "gone", 1, opus.prices(), List.of());
    assertThatThrownBy(() -> book.withLine(strange)).isInstanceOf(NoSuchElementException.class);
  }

  /** Told at once or bit by bit, in any order and twice: the same days. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void useThatComesLaterIsAddedToWhatIsKnown(long seed) {
    Random random = new Random(seed);
    int accounts = 1 + random.nextInt(6);
    int n = random.nextInt(200);
    int[] whose = random.ints(n, 0, accounts).toArray();
    int[] parts = random.ints(n, 0, 4).toArray();
    int[] days = random.ints(n, 20_000, 20_400).toArray();
    CalendarBuilder whole = new CalendarBuilder(accounts);
    ActivityCalendar grown = ActivityCalendar.empty(accounts);
    for (int at = 0; at < n; ) {
      int until = Math.min(n, at + 1 + random.nextInt(40));
      int from = Math.max(0, at - 3);
      grown =
          grown.withUse(
              Arrays.copyOfRange(whose, from, until),
              Arrays.copyOfRange(parts, from, until),
              Arrays.copyOfRange(days, from, until));
      at = until;
    }
    for (int i = 0; i < n; i++) {
      whole.add(whose[i], parts[i], days[i]);
    }
    ActivityCalendar told = whole.build();
    assertThat(grown.rows()).isEqualTo(told.rows());
    for (int account = 0; account < accounts; account++) {
      for (long set = 1; set < 16; set++) {
        for (int day = 20_000; day < 20_400; day += 7) {
          assertThat(grown.activeDays(account, set, day, day + 6))
              .isEqualTo(told.activeDays(account, set, day, day + 6));
        }
      }
    }
  }

  @Test
  void sessionsBeginAndEnd() {
    facts.other("pool", PlanModel.FLOATING, "100", null, "mail");
    Instant nine = Instant.parse("2026-09-30T09:00:00Z");
    Book book = facts.build().withSessions(List.of(new Session("s1", "a-bo", "pool", nine, null)));
    assertThat(book.sessions().ended(0)).isEqualTo(Sessions.OPEN);
    Instant ten = nine.plusSeconds(3600);
    Book over =
        book.withSessions(
            List.of(
                new Session("s1", "a-bo", "pool", nine, ten),
                new Session("s0", "a-ann", "pool", nine.minusSeconds(9), null)));
    assertThat(over.sessions().size()).isEqualTo(2);
    assertThat(over.sessions().id(0)).isEqualTo("s0");
    assertThat(over.sessions().ended(1)).isEqualTo(ten.toEpochMilli());
    assertThat(over.sessions().account(1)).isEqualTo(over.accounts().require("a-bo"));
  }

  /** Wherever it comes in, one holding more leaves the others as they were, and all are found. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void aNewHoldingChangesNothingOfTheOthers(long seed) {
    Book book = new RandomBook(seed).book;
    Random random = new Random(seed);
    for (String id : List.of("", "p1-m", "zzz")) {
      String line = book.lines().get(random.nextInt(book.lines().size())).id();
      String account = book.accounts().get(random.nextInt(book.accounts().size())).id();
      Holding added = new Holding(id, account, line, LONG_AGO, null, Holding.Method.RULE);
      Book after = book.withHolding(added);
      assertThat(after.holding(after.holdings().numberOf(id))).isEqualTo(added);
      for (int round = 0; round < 3; round++) {
        for (int h = 0; h < book.holdings().size(); h++) {
          Holding before = book.holding(h);
          int number = after.holdings().numberOf(before.id());
          assertThat(after.holding(number)).isEqualTo(before);
        }
      }
      assertThat(after.holdings().numberOf("none")).isEqualTo(-1);
      int a = after.accounts().require(account);
      assertThat(after.holdings().ofAccount(a)).contains(after.holdings().numberOf(id));
    }
  }
}
