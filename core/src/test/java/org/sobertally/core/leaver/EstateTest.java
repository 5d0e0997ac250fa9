package org.sobertally.core.leaver;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.people.DataRule.Price;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.TestBook;

/**
 * After a seat was taken back 30 days for administrators, then a year in an archive that is paid
 * for together: 0.10 a gigabyte and month, 0.40 to open it. Ada lies in it since 1 Aug, Bea came
 * back on 15 Sep, Col was deleted too long ago.
 */
class EstateTest {

  private final TestBook facts = new TestBook();

  EstateTest() {
    rule(1, 30, Reach.ADMIN, Price.NONE);
    rule(
        2,
        365,
        Reach.PAID,
        new Price(BigDecimal.ZERO, new BigDecimal("0.10"), new BigDecimal("0.40"), true));
    lies("ada", LocalDate.of(2026, 7, 2), "100");
    lies("bea", LocalDate.of(2026, 9, 15), "40");
    facts.person("col");
    facts.account("a-col", "col", Account.State.DELETED, LocalDate.of(2026, 9, 1));
    facts.person("dov").holds("dov", "opus", LocalDate.of(2026, 1, 8));
  }

  private void rule(int stage, Integer days, Reach reach, Price price) {
    facts.dataRules.add(
        new DataRule(
            "quillmoor", After.TAKEN_BACK, stage, "s" + stage, days, reach, price, null, null));
  }

  private void lies(String person, LocalDate until, String gb) {
    facts.person(person, Person.Status.LEFT, until, null);
    facts.accounts.removeIf(account -> account.id().equals("a-" + person));
    facts.accounts.add(
        new Account(
            "a-" + person,
            "quillmoor",
            person,
            person,
            Account.State.ACTIVE,
            null,
            false,
            new BigDecimal(gb)));
    facts.holds(person, "opus", LocalDate.of(2026, 1, 8), until);
  }

  private Estate estate() {
    Book book = facts.build();
    return Estate.of(book, TODAY, 0);
  }

  @Test
  void whatLiesThereIsCountedByStageAndHeldOrGoneAccountsAreNot() {
    Estate estate = estate();
    assertThat(estate.accounts()).hasSize(2);
    assertThat(estate.gb()).isEqualByComparingTo("140");
    assertThat(estate.stages()).extracting(s -> s.place().name()).containsExactly("s1", "s2");
    assertThat(estate.stages()).extracting(Estate.StageSum::accounts).containsExactly(1, 1);
    assertThat(estate.stages())
        .extracting(s -> s.place().state())
        .containsOnly(AccountState.TAKEN_BACK);
    // Nothing is paid for what is paid for together, until it is opened.
    assertThat(estate.stages()).allMatch(s -> s.yearly().isZero());
  }

  @Test
  void whatPassesWithinAYearIsToldByDay() {
    assertThat(estate().passing())
        .extracting(p -> p.day() + " " + p.into().name() + " " + p.into().reach())
        .containsExactly("2026-10-15 s2 PAID", "2027-08-01 null NOBODY");
  }

  @Test
  void openingTheArchiveIsHeldAgainstASeat() {
    Estate.Pool pool = estate().pool();
    assertThat(pool.gb()).isEqualByComparingTo("100");
    assertThat(pool.once().amount()).isEqualByComparingTo("40");
    assertThat(pool.monthly().amount()).isEqualByComparingTo("10");
    assertThat(pool.seat()).isNotNull();
    assertThat(pool.seat().plan()).isEqualTo("letter");
    assertThat(pool.seat().spare()).isEqualTo(10);
    assertThat(pool.seat().cost().isZero()).isTrue();
    assertThat(pool.isCheaper()).isFalse();
  }

  @Test
  void withoutSuchAStageThereIsNoPool() {
    facts.dataRules.remove(1);
    assertThat(estate().pool()).isNull();
  }

  @Test
  void otherRulesAreToldByWhomTheyTouch() {
    Book book = facts.build();
    Book harder =
        book.withDataRules(
            List.of(
                new DataRule(
                    "quillmoor",
                    After.TAKEN_BACK,
                    1,
                    "s1",
                    60,
                    Reach.ADMIN,
                    Price.of(null, null, null, false),
                    null,
                    null)));
    EstateChange change = EstateChange.of(estate(), Estate.of(harder, TODAY, 0), TODAY, "EUR");
    assertThat(change.accounts()).isEqualTo(2);
    // Ada's would be gone at once, Bea's in November.
    assertThat(change.touched()).isEqualTo(2);
    assertThat(change.lostAfter()).isEqualTo(2);
    EstateChange none = EstateChange.of(estate(), estate(), TODAY, "EUR");
    assertThat(none.touched()).isZero();
    assertThat(none.lostBefore()).isEqualTo(none.lostAfter());
  }
}
