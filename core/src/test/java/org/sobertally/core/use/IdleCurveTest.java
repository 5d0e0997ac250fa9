package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.time.LocalDate;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;

class IdleCurveTest {

  @Test
  void countsAndPricesWhatLiesPastTheLine() {
    TestBook facts = new TestBook().person("ann").person("bo").person("cy");
    facts.holds("ann", "opus", LocalDate.of(2026, 1, 10));
    facts.uses("ann", "mail", EVIDENCE_TO.minusDays(40));
    facts.holds("bo", "opus", LocalDate.of(2026, 1, 10));
    facts.uses("bo", "mail", EVIDENCE_TO.minusDays(100));
    facts.holds("cy", "opus", LocalDate.of(2026, 1, 10));
    facts.uses("cy", "mail", EVIDENCE_TO);
    IdleCurve curve = curve(facts);
    assertThat(curve.measureDay()).isEqualTo(EVIDENCE_TO);
    assertThat(curve.seats(1)).isEqualTo(2);
    assertThat(curve.seats(40)).isEqualTo(2);
    assertThat(curve.seats(41)).isEqualTo(1);
    assertThat(curve.seats(100)).isEqualTo(1);
    assertThat(curve.seats(101)).isZero();
    assertThat(curve.yearlyCost(40)).isEqualTo(Money.of("792", "EUR"));
  }

  @Test
  void leavesOutThoseWhoLeftAndTellsWhoStaysAllTheSame() {
    TestBook facts = new TestBook().person("ann").person("bo");
    facts.person("cy", Person.Status.LEFT, TODAY.minusDays(90), null);
    facts.person("di", Person.Status.ON_LEAVE, TODAY.minusDays(90), null);
    for (String person : new String[] {"ann", "bo", "cy", "di"}) {
      facts.holds(person, "opus", LocalDate.of(2026, 1, 10));
    }
    facts.keeps.add(new Keep("k", "bo-opus", "audit", null, TODAY.plusDays(1)));
    IdleCurve curve = curve(facts);
    assertThat(curve.seats(90)).isEqualTo(3);
    assertThat(curve.spared(90)).isEqualTo(2);
  }

  private static IdleCurve curve(TestBook facts) {
    Book book = facts.build();
    return IdleCurve.of(UseStates.of(book, TODAY), book.lines().require("opus"));
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void neverRisesAndCountsWhatTheStatesSay(long seed) {
    RandomBook drawn = new RandomBook(seed);
    UseStates states = UseStates.of(drawn.book, drawn.asOf);
    for (int line = 0; line < drawn.book.lines().size(); line++) {
      IdleCurve curve =
          IdleCurve.of(UseStates.ofLine(drawn.book, drawn.asOf, line, OptionalInt.empty()), line);
      for (int days = 1; days <= IdleCurve.LONGEST; days++) {
        int counted = 0;
        for (int h = drawn.book.holdings().lineStart(line);
            h < drawn.book.holdings().lineEnd(line);
            h++) {
          boolean apart =
              !states.isOpen(h)
                  || states.state(h) == UseState.LEFT
                  || states.state(h) == UseState.SUSPENDED
                  || states.state(h) == UseState.UNANSWERED;
          counted += !apart && states.idleDays(h) >= days ? 1 : 0;
        }
        assertThat(curve.seats(days)).isEqualTo(counted);
        assertThat(curve.spared(days)).isLessThanOrEqualTo(counted);
        assertThat(days == 1 || curve.seats(days) <= curve.seats(days - 1)).isTrue();
      }
    }
  }
}
