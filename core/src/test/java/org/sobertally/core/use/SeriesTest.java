package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.sobertally.core.support.TestBook.EVIDENCE_FROM;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.book.Session;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;

class SeriesTest {

  private final TestBook facts = new TestBook().person("ann").person("bo");

  private Series series(LocalDate from, LocalDate to) {
    Book book = facts.build();
    return Series.of(book, book.lines().require("opus"), from, to, TODAY, ZoneOffset.UTC);
  }

  @Test
  void aDayOfUseCountsForAMonthAndAWeekAndADay() {
    LocalDate day = LocalDate.of(2026, 6, 1);
    facts.holds("ann", "opus", LocalDate.of(2026, 5, 1), LocalDate.of(2026, 6, 3));
    facts.uses("ann", "docs", day, LocalDate.of(2026, 6, 3));
    Series series = series(day.minusDays(1), day.plusDays(30));
    assertThat(series.day(1)).isEqualTo(day);
    assertThat(series.dailyActives(0)).isZero();
    assertThat(series.dailyActives(1)).isEqualTo(1);
    assertThat(series.dailyActives(3)).as("no longer held on 3 June").isZero();
    assertThat(series.weeklyActives(7)).isEqualTo(1);
    assertThat(series.weeklyActives(8)).isZero();
    assertThat(series.monthlyActives(30)).isEqualTo(1);
    assertThat(series.monthlyActives(31)).isZero();
    assertThat(series.named(2)).isEqualTo(1);
    assertThat(series.named(3)).isZero();
    assertThat(series.bought(3)).isEqualTo(10);
  }

  @Test
  void whoHeldItTwiceIsOneAccount() {
    facts.holds("ann", "opus", LocalDate.of(2026, 5, 1), LocalDate.of(2026, 6, 3));
    facts.holdings.add(
        new org.sobertally.core.book.Holding(
            "again",
            "a-ann",
            "opus",
            LocalDate.of(2026, 6, 10),
            null,
            org.sobertally.core.book.Holding.Method.HAND));
    facts.uses("ann", "docs", LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 11));
    assertThat(series(LocalDate.of(2026, 6, 12), LocalDate.of(2026, 6, 12)).monthlyActives(0))
        .isEqualTo(1);
  }

  @Test
  void whatCannotBeJudgedIsEmptyAndNotZero() {
    facts.holds("ann", "opus", LocalDate.of(2025, 5, 1));
    Series after = series(EVIDENCE_TO, EVIDENCE_TO.plusDays(1));
    assertThat(after.dailyActives(0)).isZero();
    assertThat(after.dailyActives(1)).isEqualTo(Series.EMPTY);
    assertThat(after.named(1)).isEqualTo(1);
    Series before = series(EVIDENCE_FROM, EVIDENCE_FROM.plusDays(29));
    assertThat(before.dailyActives(0)).isZero();
    assertThat(before.weeklyActives(5)).isEqualTo(Series.EMPTY);
    assertThat(before.weeklyActives(6)).isZero();
    assertThat(before.monthlyActives(28)).isEqualTo(Series.EMPTY);
    assertThat(before.monthlyActives(29)).isZero();
    assertThat(before.mostAtOnce(0)).as("no session is known").isEqualTo(Series.EMPTY);
    facts.evidence = new Evidence(EVIDENCE_FROM, EVIDENCE_TO, Evidence.Kind.LAST_SEEN);
    assertThat(series(EVIDENCE_TO, EVIDENCE_TO).dailyActives(0)).isEqualTo(Series.EMPTY);
  }

  @Test
  void aLeapDayIsADayLikeAnyOther() {
    facts.holds("ann", "opus", LocalDate.of(2024, 1, 1));
    facts.evidence =
        new Evidence(LocalDate.of(2024, 1, 1), LocalDate.of(2024, 4, 1), Evidence.Kind.DAILY);
    facts.uses("ann", "docs", LocalDate.of(2024, 2, 29));
    Series series = series(LocalDate.of(2024, 2, 28), LocalDate.of(2024, 3, 1));
    assertThat(series.days()).isEqualTo(3);
    assertThat(series.dailyActives(1)).isEqualTo(1);
    assertThat(series.dailyActives(2)).isZero();
  }

  @Test
  void sessionsAreCountedAtOnce() {
    facts.holds("ann", "opus", LocalDate.of(2026, 5, 1));
    Instant nine = Instant.parse("2026-06-01T09:00:00Z");
    facts.sessions.add(new Session("s1", "a-ann", "opus", nine, nine.plusSeconds(60)));
    facts.sessions.add(
        new Session("s2", "a-bo", "opus", nine.plusSeconds(59), nine.plusSeconds(90)));
    Series series = series(LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 2));
    assertThat(series.mostAtOnce(0)).isEqualTo(2);
    assertThat(series.mostAtOnce(1)).isZero();
  }

  @Test
  void aRangeThatEndsBeforeItBeginsIsRefused() {
    assertThatThrownBy(() -> series(TODAY, TODAY.minusDays(1)))
        .hasMessageContaining("ends before it begins");
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void saysWhatAPlainCountSays(long seed) {
    RandomBook drawn = new RandomBook(seed);
    LocalDate from = drawn.asOf.minusDays(200);
    for (int line = 0; line < drawn.book.lines().size(); line++) {
      Series series =
          Series.of(drawn.book, line, from, drawn.asOf.plusDays(5), drawn.asOf, ZoneOffset.UTC);
      for (int n = 0; n < series.days(); n += 7) {
        LocalDate day = series.day(n);
        assertThat(series.dailyActives(n)).isEqualTo(actives(drawn, line, day, 1));
        assertThat(series.weeklyActives(n)).isEqualTo(actives(drawn, line, day, 7));
        assertThat(series.monthlyActives(n)).isEqualTo(actives(drawn, line, day, 30));
        Holdings holdings = drawn.book.holdings();
        int named = 0;
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          named += holdings.openOn(h, Days.of(day)) ? 1 : 0;
        }
        assertThat(series.named(n)).isEqualTo(named);
        assertThat(series.bought(n)).isEqualTo(drawn.book.boughtOn(line, day));
      }
    }
  }

  private static int actives(RandomBook drawn, int line, LocalDate day, int window) {
    Book book = drawn.book;
    Evidence evidence = book.evidenceOf("quillmoor", drawn.asOf);
    if (!book.hasEvidence("quillmoor")
        || day.isAfter(evidence.measureDay(drawn.asOf))
        || day.minusDays(window - 1L).isBefore(evidence.from())) {
      return Series.EMPTY;
    }
    Set<Integer> active = new HashSet<>();
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      for (int back = 0; back < window; back++) {
        LocalDate used = day.minusDays(back);
        String account = book.accounts().get(holdings.account(h)).id();
        for (String part : book.planOfLine(line).parts()) {
          if (holdings.openOn(h, Days.of(used)) && drawn.usedOn(account, part, used)) {
            active.add(holdings.account(h));
          }
        }
      }
    }
    return active.size();
  }
}
