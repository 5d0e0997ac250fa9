package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.sobertally.core.support.TestBook.EVIDENCE_FROM;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.ComeBackOdds.Odds;
import org.sobertally.core.use.ComeBackOdds.Unknown;

class ComeBackOddsTest {

  private final TestBook facts = new TestBook();

  /** Somebody who used Opus on the first day, and then, if at all, so many days later. */
  private void spell(int number, String line, int endedAfter, int knownFor) {
    String person = "%s%03d".formatted(line, number);
    LocalDate until = EVIDENCE_FROM.plusDays(endedAfter > 0 ? endedAfter + 1L : knownFor + 1L);
    facts.person(person).holds(person, line, EVIDENCE_FROM, until);
    facts.uses(person, "mail", EVIDENCE_FROM);
    if (endedAfter > 0) {
      facts.uses(person, "mail", EVIDENCE_FROM.plusDays(endedAfter));
    }
  }

  private Odds odds(String plan, int days, int within) {
    Book book = facts.build();
    return ComeBackOdds.of(book, book.plans().require(plan), TODAY).at(days, within);
  }

  /**
   * 40 spells: 10 ended after 5 days, 20 after 20, and 10 are open for 30. The second day of use of
   * each begins a spell that is open for 0 days and never at risk. S(5) = 30/40; S(20) = 30/40 ×
   * 10/30 = 1/4. Back within 15 | idle 5: 1 − (1/4) / (3/4) = 2/3. Greenwood between them: 20 / (30
   * × 10) = 1/15; deviation 1/3 × √(1/15) = 0.08607; 0.6667 ± 1.96 × 0.08607 = 0.49798 … 0.83535.
   */
  @Test
  void areWorkedByKaplanAndMeier() {
    int n = 0;
    for (; n < 10; n++) {
      spell(n, "opus", 5, 0);
    }
    for (; n < 30; n++) {
      spell(n, "opus", 20, 0);
    }
    for (; n < 40; n++) {
      spell(n, "opus", 0, 30);
    }
    Odds odds = odds("opus", 5, 15);
    assertThat(odds.atRisk()).isEqualTo(30);
    assertThat(odds.probability()).isEqualTo(2.0 / 3, within(1e-12));
    assertThat(odds.low()).isEqualTo(0.49798, within(1e-5));
    assertThat(odds.high()).isEqualTo(0.83535, within(1e-5));
    assertThat(odds.pooled()).isFalse();
    assertThat(odds("opus", 5, 26).unknown()).isEqualTo(Unknown.TOO_LITTLE_HISTORY);
    assertThat(odds("opus", 20, 5).unknown()).isEqualTo(Unknown.TOO_LITTLE_HISTORY);
  }

  @Test
  void aPlanWithTooLittleHistoryBorrowsItsLadders() {
    for (int n = 0; n < 19; n++) {
      spell(n, "opus", 10, 0);
    }
    assertThat(odds("opus", 1, 9).unknown()).isEqualTo(Unknown.TOO_LITTLE_HISTORY);
    for (int n = 0; n < 19; n++) {
      spell(n, "letter", 0, 10);
    }
    Odds odds = odds("opus", 1, 9);
    assertThat(odds.pooled()).isTrue();
    assertThat(odds.probability()).isEqualTo(0.5, within(1e-12));
    assertThat(odds.atRisk()).isEqualTo(38);
  }

  @Test
  void aSourceOfLastDaysOnlySaysWhyItHasNone() {
    spell(1, "opus", 4, 0);
    facts.evidence = new Evidence(EVIDENCE_FROM, EVIDENCE_TO, Evidence.Kind.LAST_SEEN);
    assertThat(odds("opus", 1, 1).unknown()).isEqualTo(Unknown.LAST_SEEN);
    facts.evidence = null;
    assertThat(odds("opus", 1, 1).unknown()).isEqualTo(Unknown.NO_EVIDENCE);
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void areWhatAPlainCountOfSpellsGives(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    for (int plan = 0; plan < book.plans().size(); plan++) {
      Spells fast = new Spells();
      fast.addPlan(book, plan, drawn.asOf);
      List<Integer> ended = new ArrayList<>();
      List<Integer> open = new ArrayList<>();
      plainSpells(drawn, plan, ended, open);
      for (int days = 1; days < 400; days++) {
        int wanted = days;
        assertThat(fast.ended(days))
            .isEqualTo((int) ended.stream().filter(g -> g == wanted).count());
        assertThat(fast.open(days)).isEqualTo((int) open.stream().filter(c -> c == wanted).count());
      }
      assertThatOddsAgree(new Survival(fast), ended, open);
    }
  }

  private static void plainSpells(
      RandomBook drawn, int plan, List<Integer> ended, List<Integer> open) {
    Book book = drawn.book;
    Evidence evidence = book.evidenceOf("quillmoor", drawn.asOf);
    LocalDate measured = evidence.measureDay(drawn.asOf);
    Holdings holdings = book.holdings();
    for (int h = 0; h < holdings.size(); h++) {
      if (book.planNumberOfLine(holdings.line(h)) == plan) {
        TreeSet<LocalDate> days = new TreeSet<>();
        String account = book.accounts().get(holdings.account(h)).id();
        LocalDate until = Days.date(holdings.until(h));
        LocalDate end = until == null || until.isAfter(measured) ? measured : until.minusDays(1);
        for (LocalDate day = evidence.from(); !day.isAfter(end); day = day.plusDays(1)) {
          for (String part : book.plans().get(plan).parts()) {
            if (Days.of(day) >= holdings.from(h) && drawn.usedOn(account, part, day)) {
              days.add(day);
            }
          }
        }
        for (LocalDate day : days) {
          LocalDate next = days.higher(day);
          (next == null ? open : ended).add(Days.of(next == null ? end : next) - Days.of(day));
        }
      }
    }
  }

  /** The products of the definition, written out. */
  private static void assertThatOddsAgree(Survival fast, List<Integer> ended, List<Integer> open) {
    for (int idle = 1; idle < fast.longest(); idle += 3) {
      int within = Math.min(30, fast.longest() - idle);
      double stays = 1;
      for (int t = idle + 1; t <= idle + within; t++) {
        int u = t;
        double d = ended.stream().filter(g -> g == u).count();
        double n =
            ended.stream().filter(g -> g >= u).count() + open.stream().filter(c -> c >= u).count();
        stays *= n == 0 ? 1 : 1 - d / n;
      }
      if (fast.atRisk(idle + 1) >= ComeBackOdds.FEWEST) {
        assertThat(fast.backWithin(within, idle)[1]).isEqualTo(1 - stays, within(1e-9));
        assertThat(fast.backWithin(within, idle)[0]).isBetween(0.0, 1 - stays + 1e-12);
        assertThat(fast.backWithin(within, idle)[2]).isBetween(1 - stays - 1e-12, 1.0);
      }
    }
  }
}
