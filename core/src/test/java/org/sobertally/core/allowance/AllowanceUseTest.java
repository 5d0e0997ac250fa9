package org.sobertally.core.allowance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.agreement.Allowance.Metered;
import org.sobertally.core.agreement.Allowance.Per;
import org.sobertally.core.agreement.Allowance.Span;
import org.sobertally.core.support.TestBook;

/** The agreement's term ends on 7 Jan 2027; ten seats of Opus are bought; the day is 30 Sep. */
class AllowanceUseTest {

  private final List<Metered> meter = new ArrayList<>();

  private void used(LocalDate from, int days, String account, String each) {
    for (int d = 0; d < days; d++) {
      meter.add(new Metered(from.plusDays(d), account, new BigDecimal(each)));
    }
  }

  private AllowanceUse use(String agreement, Per per, Span span, String amount) {
    Allowance allowance =
        new Allowance(
            "a",
            "quillmoor",
            "Reports",
            "runs",
            agreement,
            per == Per.SEAT ? "opus" : null,
            new BigDecimal(amount),
            per,
            span,
            meter);
    return AllowanceUse.of(new TestBook().build(), allowance, TODAY);
  }

  @Test
  void monthsRunFromTheDayOnWhichTheTermEnds() {
    AllowanceUse use = use("qm", Per.AGREEMENT, Span.MONTH, "1000");
    assertThat(use.from()).isEqualTo(LocalDate.of(2026, 9, 7));
    assertThat(use.until()).isEqualTo(LocalDate.of(2026, 10, 7));
    assertThat(use.known()).isNull();
    assertThat(use(null, Per.AGREEMENT, Span.MONTH, "1").from())
        .isEqualTo(LocalDate.of(2026, 9, 1));
    assertThat(use("qm", Per.AGREEMENT, Span.YEAR, "1").from()).isEqualTo(LocalDate.of(2026, 1, 7));
    assertThat(use(null, Per.AGREEMENT, Span.YEAR, "1").until())
        .isEqualTo(LocalDate.of(2027, 1, 1));
    assertThat(use("qm", Per.AGREEMENT, Span.TERM, "1").from()).isEqualTo(LocalDate.of(2026, 1, 7));
  }

  @Test
  void atThePaceOfWhatIsKnownItRunsOutBeforeTheEnd() {
    used(LocalDate.of(2026, 8, 1), 60, "a-ann", "10");
    used(LocalDate.of(2026, 9, 20), 10, "a-bo", "25");
    AllowanceUse use = use("qm", Per.SEAT, Span.MONTH, "50");
    assertThat(use.granted()).isEqualByComparingTo("500");
    AllowanceUse.Known known = use.known();
    // 7 to 29 Sep: 23 days of 10, and 10 of 25.
    assertThat(known.used()).isEqualByComparingTo("480");
    assertThat(known.measureDay()).isEqualTo(LocalDate.of(2026, 9, 29));
    assertThat(known.perDay()).isEqualByComparingTo("20.869565");
    // 20 are left: 20 × 23 ÷ 480 = 0.96 days.
    assertThat(known.runsOut()).isEqualTo(LocalDate.of(2026, 9, 30));
    assertThat(known.accounts())
        .extracting(AllowanceUse.OfAccount::account)
        .containsExactly("a-bo", "a-ann");
  }

  @Test
  void whatHasRunOutSaysOnWhichDay() {
    used(LocalDate.of(2026, 9, 1), 29, null, "100");
    assertThat(use("qm", Per.AGREEMENT, Span.MONTH, "450").known().runsOut())
        .isEqualTo(LocalDate.of(2026, 9, 11));
    assertThat(use("qm", Per.AGREEMENT, Span.MONTH, "450").known().left())
        .isEqualByComparingTo("-1850");
  }

  @Test
  void aFewDaysSayNothingOfTheEndNorDoesAMeterThatStoppedBefore() {
    used(LocalDate.of(2026, 9, 24), 6, null, "100");
    assertThat(use("qm", Per.AGREEMENT, Span.MONTH, "1000").known().runsOut()).isNull();
    assertThat(use("qm", Per.AGREEMENT, Span.MONTH, "1000").known().perDay())
        .isEqualByComparingTo("100");
    meter.clear();
    used(LocalDate.of(2026, 8, 1), 20, null, "100");
    assertThat(use("qm", Per.AGREEMENT, Span.MONTH, "1000").known()).isNull();
  }

  @Test
  void whatLastsLongerThanThePeriodDoesNotRunOut() {
    used(LocalDate.of(2026, 9, 7), 20, null, "1");
    assertThat(use("qm", Per.AGREEMENT, Span.MONTH, "1000").known().runsOut()).isNull();
  }
}
