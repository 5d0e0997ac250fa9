package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_FROM;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;

class UseStatesTest {

  private final TestBook facts = new TestBook().person("ann");

  private UseStates states;
  private int held;

  private void judge() {
    Book book = facts.build();
    states = UseStates.of(book, TODAY);
    held = book.holdings().numberOf("ann-opus");
  }

  @Test
  void countsDaysToTheEndOfEvidenceAndNotToToday() {
    facts.holds("ann", "opus", LocalDate.of(2026, 3, 1));
    facts.uses("ann", "docs", LocalDate.of(2026, 6, 3));
    judge();
    // 3 June to 28 September: 27 + 31 + 31 + 28 days.
    assertThat(states.idleDays(held)).isEqualTo(117);
    assertThat(Days.date(states.lastUsed(held))).isEqualTo(LocalDate.of(2026, 6, 3));
    assertThat(states.state(held)).isEqualTo(UseState.IDLE);
  }

  @Test
  void useAfterTheEvidenceEndsIsNotLookedAt() {
    facts.holds("ann", "opus", LocalDate.of(2026, 3, 1));
    facts.uses("ann", "docs", EVIDENCE_TO.plusDays(1));
    judge();
    assertThat(states.lastUsed(held)).isEqualTo(Days.NONE);
  }

  @Test
  void aSeatHandedOutLastWeekIsNeverIdle() {
    facts.uses("ann", "mail", LocalDate.of(2026, 2, 1));
    facts.holds("ann", "opus", TODAY.minusDays(7));
    judge();
    assertThat(states.idleDays(held)).isEqualTo(5);
    assertThat(states.state(held)).isEqualTo(UseState.IN_USE);
    assertThat(states.cannotSay(held)).isFalse();
  }

  @Test
  void useUnderAnEarlierHoldingDoesNotCountForThisOne() {
    facts.uses("ann", "mail", LocalDate.of(2026, 5, 1));
    facts.holds("ann", "opus", LocalDate.of(2026, 6, 1));
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.NEVER_OPENED);
  }

  @Test
  void useOfAPartOutsideThePlanDoesNotCount() {
    facts.uses("ann", "charts", TODAY.minusDays(9));
    facts.holds("ann", "folio", LocalDate.of(2026, 2, 1));
    Book book = facts.build();
    UseStates all = UseStates.of(book, TODAY);
    assertThat(all.state(book.holdings().numberOf("ann-folio"))).isEqualTo(UseState.NEVER_OPENED);
  }

  @Test
  void whoeverHeldBeforeTheEvidenceBeganIsIdleRatherThanNeverOpened() {
    facts.holds("ann", "opus", EVIDENCE_FROM.minusDays(1));
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.IDLE);
  }

  @Test
  void neverOpenedOnlyOnceTheGraceIsOver() {
    facts.holds("ann", "opus", EVIDENCE_TO.minusDays(29));
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.IN_USE);
    facts.holdings.clear();
    facts.holds("ann", "opus", EVIDENCE_TO.minusDays(30));
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.NEVER_OPENED);
  }

  @Test
  void cannotSayWhereTheEvidenceIsTooShort() {
    facts.evidence = new Evidence(EVIDENCE_TO.minusDays(59), EVIDENCE_TO, Evidence.Kind.DAILY);
    facts.holds("ann", "opus", EVIDENCE_FROM);
    judge();
    assertThat(states.idleDays(held)).isEqualTo(59);
    assertThat(states.state(held)).isEqualTo(UseState.IN_USE);
    assertThat(states.cannotSay(held)).isTrue();
  }

  @Test
  void aVendorWithoutEvidenceCanJudgeNobody() {
    facts.evidence = null;
    facts.holds("ann", "opus", EVIDENCE_FROM);
    judge();
    assertThat(states.idleDays(held)).isZero();
    assertThat(states.state(held)).isEqualTo(UseState.IN_USE);
    assertThat(states.cannotSay(held)).isTrue();
  }

  @Test
  void leftComesBeforeSuspendedAndSuspendedBeforeUnanswered() {
    facts.holds("ann", "opus", EVIDENCE_FROM);
    facts.account("a-ann", "ann", Account.State.INVITED, EVIDENCE_FROM);
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.UNANSWERED);
    facts.people.clear();
    facts.person("ann", Person.Status.SUSPENDED, TODAY, null);
    facts.account("a-ann", "ann", Account.State.INVITED, EVIDENCE_FROM);
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.SUSPENDED);
    facts.people.clear();
    facts.person("ann", Person.Status.LEFT, TODAY, null);
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.LEFT);
  }

  @Test
  void aStatusHoldsFromItsDayOn() {
    facts.people.clear();
    facts.person("ann", Person.Status.LEFT, TODAY.plusDays(1), null);
    facts.holds("ann", "opus", EVIDENCE_FROM);
    facts.uses("ann", "mail", EVIDENCE_TO);
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.IN_USE);
  }

  @Test
  void whoeverIsOnLeaveIsNeitherIdleNorNeverOpened() {
    facts.people.clear();
    facts.person("ann", Person.Status.ON_LEAVE, LocalDate.of(2026, 4, 1), TODAY.plusDays(1));
    facts.holds("ann", "opus", LocalDate.of(2026, 2, 1));
    judge();
    assertThat(states.state(held)).isEqualTo(UseState.IN_USE);
    assertThat(states.onLeave(held)).isTrue();
    facts.people.clear();
    facts.person("ann", Person.Status.ON_LEAVE, LocalDate.of(2026, 4, 1), TODAY);
    judge();
    assertThat(states.state(held)).as("the leave is over").isEqualTo(UseState.NEVER_OPENED);
  }

  @Test
  void aLineCanBeTriedOnOneSubscription() {
    facts.holds("ann", "opus", LocalDate.of(2026, 3, 1));
    facts.uses("ann", "docs", EVIDENCE_TO.minusDays(45));
    Book book = facts.build();
    int line = book.lines().require("opus");
    int h = book.holdings().numberOf("ann-opus");
    assertThat(UseStates.ofLine(book, TODAY, line, OptionalInt.of(46)).state(h))
        .isEqualTo(UseState.IN_USE);
    assertThat(UseStates.ofLine(book, TODAY, line, OptionalInt.of(45)).state(h))
        .isEqualTo(UseState.IDLE);
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void saysTheSameAsThePlainStatementOfTheRule(long seed) {
    RandomBook drawn = new RandomBook(seed);
    UseStates fast = UseStates.of(drawn.book, drawn.asOf);
    for (int h = 0; h < drawn.book.holdings().size(); h++) {
      Holding holding = drawn.book.holding(h);
      boolean open =
          !drawn.asOf.isBefore(holding.from())
              && (holding.until() == null || drawn.asOf.isBefore(holding.until()));
      assertThat(fast.isOpen(h)).isEqualTo(open);
      if (open) {
        Plain plain = new Plain(drawn, holding);
        assertThat(fast.state(h)).as(holding.toString()).isEqualTo(plain.state());
        assertThat(fast.idleDays(h)).as(holding.toString()).isEqualTo(plain.idleDays());
        assertThat(Days.date(fast.lastUsed(h))).isEqualTo(plain.lastUsed());
        assertThat(fast.cannotSay(h)).isEqualTo(plain.cannotSay());
      }
    }
  }

  /** What was read for the whole book is as good as what is read for one subscription. */
  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void aLineTriedOnWhatWasReadSaysTheSameAsOneReadAnew(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Book book = drawn.book;
    UseStates whole = UseStates.of(book, drawn.asOf);
    for (int line = 0; line < book.lines().size(); line++) {
      for (int idleLine : new int[] {1, 30, 60, 365}) {
        UseStates tried = whole.judgedBy(line, idleLine);
        UseStates anew = UseStates.ofLine(book, drawn.asOf, line, OptionalInt.of(idleLine));
        for (int h = book.holdings().lineStart(line); h < book.holdings().lineEnd(line); h++) {
          assertThat(tried.isOpen(h)).isEqualTo(anew.isOpen(h));
          assertThat(tried.idleDays(h)).isEqualTo(anew.idleDays(h));
          assertThat(tried.lastUsed(h)).isEqualTo(anew.lastUsed(h));
          assertThat(tried.cannotSay(h)).isEqualTo(anew.cannotSay(h));
          assertThat(tried.onLeave(h)).isEqualTo(anew.onLeave(h));
          if (anew.isOpen(h)) {
            assertThat(tried.state(h)).isEqualTo(anew.state(h));
          }
        }
      }
    }
  }

  /** The rule as a person would say it, day by day. */
  private record Plain(RandomBook drawn, Holding holding) {

    private Book book() {
      return drawn.book;
    }

    private Plan plan() {
      return book().plans().byId(book().lines().byId(holding.line()).plan());
    }

    private Evidence evidence() {
      return book().evidenceOf("quillmoor", drawn.asOf);
    }

    private LocalDate measureDay() {
      return drawn.asOf.isBefore(evidence().to()) ? drawn.asOf : evidence().to();
    }

    LocalDate lastUsed() {
      for (LocalDate day = measureDay(); !day.isBefore(holding.from()); day = day.minusDays(1)) {
        for (String part : plan().parts()) {
          if (drawn.usedOn(holding.account(), part, day)) {
            return day;
          }
        }
      }
      return null;
    }

    int idleDays() {
      LocalDate since = holding.from();
      if (lastUsed() != null && lastUsed().isAfter(since)) {
        since = lastUsed();
      }
      if (evidence().from().isAfter(since)) {
        since = evidence().from();
      }
      return (int) Math.max(0, ChronoUnit.DAYS.between(since, measureDay()));
    }

    boolean cannotSay() {
      return state() == UseState.IN_USE
          && lastUsed() == null
          && holding.from().isBefore(evidence().from())
          && idleDays() < 60;
    }

    UseState state() {
      Account account = book().accounts().byId(holding.account());
      Person.Status person = book().people().byId(account.person()).statusOn(drawn.asOf);
      if (person == Person.Status.LEFT) {
        return UseState.LEFT;
      }
      if (person == Person.Status.SUSPENDED
          || account.stateOn(drawn.asOf) == Account.State.SUSPENDED) {
        return UseState.SUSPENDED;
      }
      if (account.stateOn(drawn.asOf) == Account.State.INVITED) {
        return UseState.UNANSWERED;
      }
      if (person == Person.Status.ON_LEAVE) {
        return UseState.IN_USE;
      }
      if (lastUsed() == null && !holding.from().isBefore(evidence().from()) && idleDays() >= 30) {
        return UseState.NEVER_OPENED;
      }
      return idleDays() >= 60 ? UseState.IDLE : UseState.IN_USE;
    }
  }
}
