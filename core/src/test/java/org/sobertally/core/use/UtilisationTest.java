package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Agreement.FloorOf;
import org.sobertally.core.book.Book;
import org.sobertally.core.support.TestBook;

class UtilisationTest {

  private final TestBook facts = new TestBook();

  private Utilisation ofOpus() {
    Book book = facts.build();
    return Utilisation.of(book, book.lines().require("opus"), TODAY);
  }

  @Test
  void countsSeatsUsedWithinTheWindowAgainstThoseBought() {
    for (String person : new String[] {"ann", "bo", "cy"}) {
      facts.person(person).holds(person, "opus", LocalDate.of(2026, 1, 10));
    }
    facts.uses("ann", "mail", EVIDENCE_TO.minusDays(89));
    facts.uses("bo", "mail", EVIDENCE_TO.minusDays(90));
    facts.uses("cy", "charts", EVIDENCE_TO);
    Utilisation utilisation = ofOpus();
    assertThat(utilisation.used()).isEqualTo(2);
    assertThat(utilisation.of()).isEqualTo(10);
    assertThat(utilisation.percent()).isEqualByComparingTo("20.0");
  }

  @Test
  void anAgreementMaySayWindowAndWhatIsCountedOf() {
    facts.floor =
        new Agreement.Floor(new BigDecimal("80"), 60, Agreement.FloorOf.HELD, TODAY.plusDays(60));
    for (String person : new String[] {"ann", "bo", "cy"}) {
      facts.person(person).holds(person, "opus", LocalDate.of(2026, 1, 10));
    }
    facts.uses("ann", "mail", EVIDENCE_TO);
    facts.uses("bo", "mail", EVIDENCE_TO.minusDays(59));
    Utilisation utilisation = ofOpus();
    assertThat(utilisation.windowDays()).isEqualTo(60);
    assertThat(utilisation.of()).isEqualTo(3);
    assertThat(utilisation.percent()).isEqualByComparingTo("66.7");
    assertThat(utilisation.below(new BigDecimal("80"))).isTrue();
    assertThat(utilisation.below(new BigDecimal("66.6"))).isFalse();
  }

  @Test
  void cannotSayWhereTheWindowReachesBackBeyondTheEvidence() {
    facts.evidence = new Evidence(EVIDENCE_TO.minusDays(88), EVIDENCE_TO, Evidence.Kind.DAILY);
    facts.person("ann").holds("ann", "opus", LocalDate.of(2026, 1, 10));
    Utilisation utilisation = ofOpus();
    assertThat(utilisation.percent()).isNull();
    assertThat(utilisation.judgedFrom()).isEqualTo(EVIDENCE_TO.plusDays(1));
  }

  @org.junit.jupiter.params.ParameterizedTest
  @org.junit.jupiter.params.provider.MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void onePassOverEverybodySaysWhatEachSubscriptionSays(long seed) {
    var drawn = new org.sobertally.core.support.RandomBook(seed);
    var all = Utilisation.ofEveryLine(drawn.book, drawn.asOf, 45, FloorOf.HELD);
    var curves = IdleCurve.ofEveryLine(UseStates.of(drawn.book, drawn.asOf));
    var odds = ComeBackOdds.ofEveryPlan(drawn.book, drawn.asOf);
    for (int line = 0; line < drawn.book.lines().size(); line++) {
      assertThat(all.get(line))
          .isEqualTo(Utilisation.over(drawn.book, line, drawn.asOf, 45, FloorOf.HELD));
      IdleCurve curve =
          IdleCurve.of(UseStates.ofLine(drawn.book, drawn.asOf, line, OptionalInt.empty()), line);
      ComeBackOdds alone =
          ComeBackOdds.of(drawn.book, drawn.book.planNumberOfLine(line), drawn.asOf);
      for (int days = 1; days <= ComeBackOdds.LONGEST; days++) {
        assertThat(curves.get(line).seats(days)).isEqualTo(curve.seats(days));
        assertThat(odds.get(drawn.book.planNumberOfLine(line)).at(days, 30))
            .isEqualTo(alone.at(days, 30));
      }
    }
  }
}
