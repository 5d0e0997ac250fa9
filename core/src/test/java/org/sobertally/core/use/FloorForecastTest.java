package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Agreement.Floor;
import org.sobertally.core.agreement.Agreement.FloorOf;
import org.sobertally.core.book.Book;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.use.FloorForecast.Candidate;

class FloorForecastTest {

  private static final LocalDate CHECK = LocalDate.of(2026, 10, 28);
  private static final LocalDate LONG_AGO = LocalDate.of(2026, 2, 1);

  private final TestBook facts = new TestBook();

  private void holder(String person, int daysBeforeEnd) {
    facts.person(person).holds(person, "opus", LONG_AGO);
    facts.uses(person, "mail", EVIDENCE_TO.minusDays(daysBeforeEnd));
  }

  private FloorForecast forecast(FloorOf of, LocalDate check) {
    facts.floor = new Floor(new BigDecimal("80"), 60, of, check);
    Book book = facts.build();
    return FloorForecast.of(book, book.lines().require("opus"), TODAY);
  }

  /**
   * Ten hold it. Window 60 days, check day 28 Oct: a last use after 29 Aug counts, which is at most
   * 29 days before 28 Sep. Six are sure: 60 %. 80 % of ten are eight: two more must sign in, or 10
   * − ⌊6 / 0.8⌋ = 3 seats be given up (6 of 7 is 85.7 %).
   */
  @Test
  void saysWhoCountsAtTheCheckDayAndWhatIsMissing() {
    for (int n = 0; n < 6; n++) {
      holder("sure" + n, 29);
    }
    holder("out0", 30);
    holder("out1", 59);
    holder("out2", 60);
    holder("out3", 200);
    FloorForecast forecast = forecast(FloorOf.HELD, CHECK);
    assertThat(forecast.seats()).isEqualTo(10);
    assertThat(forecast.sure()).isEqualTo(6);
    assertThat(forecast.surePercent()).isEqualByComparingTo("60.0");
    assertThat(forecast.mustSignIn()).isEqualTo(2);
    assertThat(forecast.giveUp()).isEqualTo(3);
    assertThat(forecast.giveUpExpected()).as("nobody is expected").hasValue(3);
    assertThat(forecast.whatItTakes())
        .isEqualTo(
            "2 people must sign in by 28 Oct 2026 (0 are expected to), or 3 seats least likely to be used be given up");
    assertThat(forecast.daysLeft(TODAY)).isEqualTo(29);
    assertThat(forecast.open()).hasSize(4);
    assertThat(forecast.open().get(0).idleDays()).isEqualTo(30);
    assertThat(forecast.open().get(0).stopsCounting()).isEqualTo(LocalDate.of(2026, 10, 28));
    assertThat(forecast.open().get(2).stopsCounting()).as("counts no longer today").isNull();
    assertThat(forecast.withoutOdds()).as("nobody's history is enough").isEqualTo(4);
    assertThat(forecast.expected()).isEqualTo(6, within(1e-12));
  }

  @Test
  void nobodyElseNeedSignInWhereEnoughAreSure() {
    holder("ann", 1);
    assertThat(forecast(FloorOf.HELD, CHECK).whatItTakes())
        .isEqualTo("nobody else need sign in by 28 Oct 2026");
  }

  @Test
  void ofBoughtSeatsCountsTheSpareOnesToo() {
    holder("ann", 1);
    FloorForecast forecast = forecast(FloorOf.BOUGHT, CHECK);
    assertThat(forecast.seats()).isEqualTo(10);
    assertThat(forecast.giveUp()).isEqualTo(9);
    assertThat(forecast.giveUpExpected()).as("nine of ten are empty").hasValue(9);
  }

  @Test
  void addsTheOddsOfTheOthers() {
    for (int n = 0; n < 60; n++) {
      String person = "p%02d".formatted(n);
      facts.person(person).holds(person, "opus", LONG_AGO);
      int gap = n % 2 == 0 ? 40 : 90;
      facts.uses(person, "mail", EVIDENCE_TO.minusDays(35L + gap), EVIDENCE_TO.minusDays(35));
    }
    FloorForecast forecast = forecast(FloorOf.HELD, CHECK);
    assertThat(forecast.sure()).isZero();
    double sum = forecast.open().stream().flatMapToDouble(c -> DoubleStream.of(c.back())).sum();
    assertThat(sum).isPositive();
    assertThat(forecast.expected()).isEqualTo(sum, within(1e-9));
    assertThat(forecast.expectedToSignIn()).hasValue((int) Math.floor(sum));
  }

  /**
   * Everybody comes every five days, and some once stayed away for 120, so that there is a history
   * to judge 60 days ahead by; {@code away} of the 60 have not come for 35 days.
   */
  private FloorForecast oftenUsed(int away) {
    for (int n = 0; n < 60; n++) {
      String person = "p%02d".formatted(n);
      facts.person(person).holds(person, "opus", LONG_AGO);
      int last = n < away ? 35 : 0;
      for (int day = last; day < 100; day += 5) {
        facts.uses(person, "mail", EVIDENCE_TO.minusDays(day));
      }
      facts.uses(person, "mail", EVIDENCE_TO.minusDays(n < 30 ? 220 : 105));
    }
    return forecast(FloorOf.HELD, EVIDENCE_TO.plusDays(60));
  }

  @Test
  void whoIsLeastLikelyToComeBackIsGivenUpFirst() {
    FloorForecast forecast = oftenUsed(40);
    int given = forecast.giveUpExpected().getAsInt();
    assertThat(given).isBetween(1, 59);
    assertThat(expectedWithout(given, forecast)).isGreaterThanOrEqualTo(0.8);
    assertThat(expectedWithout(given - 1, forecast)).isLessThan(0.8);
  }

  private static double expectedWithout(int given, FloorForecast forecast) {
    double used = forecast.open().stream().mapToDouble(Candidate::back).sorted().skip(given).sum();
    return used / (forecast.seats() - given);
  }

  /**
   * What is expected keeps the promise though nobody is sure: of 1,200 spells 1,140 ended after 5
   * days, 30 after 10 and 30 after 125, so S(60) = 30 / 1,200 and 60 × (1 − 0.025) = 58.5 come
   * back.
   */
  @Test
  void nothingIsGivenUpWhereEnoughAreExpected() {
    FloorForecast forecast = oftenUsed(0);
    assertThat(forecast.mustSignIn()).isEqualTo(48);
    assertThat(forecast.giveUpExpected()).hasValue(0);
    assertThat(forecast.whatItTakes()).endsWith("by 27 Nov 2026 (58 are expected to)");
  }

  @Test
  void aCheckAWholeWindowAheadFindsNobodySure() {
    holder("ann", 0);
    assertThat(forecast(FloorOf.HELD, EVIDENCE_TO.plusDays(59)).sure()).isEqualTo(1);
    assertThat(forecast(FloorOf.HELD, EVIDENCE_TO.plusDays(60)).sure()).isZero();
    assertThat(forecast(FloorOf.HELD, TODAY.minusDays(1))).as("a day that is over").isNull();
  }
}
