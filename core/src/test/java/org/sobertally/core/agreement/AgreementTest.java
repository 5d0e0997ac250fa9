package org.sobertally.core.agreement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Agreement.MayShrink;
import org.sobertally.core.agreement.Agreement.Renews;

class AgreementTest {

  private static final LocalDate STARTS = LocalDate.of(2024, 1, 7);
  private static final LocalDate ENDS = LocalDate.of(2025, 1, 7);

  private static Agreement agreement(
      LocalDate starts, LocalDate ends, Renews renews, MayShrink shrink) {
    return new Agreement("a", "v", "A", "EUR", starts, ends, 87, renews, shrink, null);
  }

  @Test
  void renewsByItselfTermAfterTerm() {
    Agreement agreement = agreement(STARTS, ENDS, Renews.AUTO, MayShrink.AT_RENEWAL);
    assertThat(agreement.nextRenewal(LocalDate.of(2023, 5, 1))).contains(ENDS);
    assertThat(agreement.nextRenewal(LocalDate.of(2025, 1, 6))).contains(ENDS);
    assertThat(agreement.nextRenewal(ENDS)).contains(LocalDate.of(2026, 1, 7));
    assertThat(agreement.nextRenewal(LocalDate.of(2026, 9, 30))).contains(LocalDate.of(2027, 1, 7));
    assertThat(agreement.nextRenewal(LocalDate.of(2040, 1, 7))).contains(LocalDate.of(2041, 1, 7));
    assertThat(agreement.inForce(LocalDate.of(2040, 1, 1))).isTrue();
  }

  @Test
  void endsWhereItMustBeRenewedByHand() {
    Agreement agreement = agreement(STARTS, ENDS, Renews.MANUAL, MayShrink.AT_RENEWAL);
    assertThat(agreement.nextRenewal(ENDS)).isEmpty();
    assertThat(agreement.inForce(ENDS.minusDays(1))).isTrue();
    assertThat(agreement.inForce(ENDS)).isFalse();
    assertThat(agreement.inForce(STARTS.minusDays(1))).isFalse();
  }

  @Test
  void aTermOfOddLengthIsCountedInDays() {
    Agreement agreement =
        agreement(
            LocalDate.of(2026, 1, 1), LocalDate.of(2026, 1, 11), Renews.AUTO, MayShrink.NEVER);
    assertThat(agreement.nextRenewal(LocalDate.of(2026, 1, 15)))
        .contains(LocalDate.of(2026, 1, 21));
    assertThat(agreement.nextRenewal(LocalDate.of(2026, 1, 21)))
        .contains(LocalDate.of(2026, 1, 31));
  }

  @Test
  void theLastDayOfNoticeStillCounts() {
    Agreement agreement = agreement(STARTS, ENDS, Renews.AUTO, MayShrink.AT_RENEWAL);
    LocalDate lastDay = LocalDate.of(2026, 10, 12);
    assertThat(agreement.noticeBy(LocalDate.of(2026, 9, 30))).contains(lastDay);
    assertThat(agreement.shrinksFrom(lastDay)).contains(LocalDate.of(2027, 1, 7));
    assertThat(agreement.shrinksFrom(lastDay.plusDays(1))).contains(LocalDate.of(2028, 1, 7));
  }

  @Test
  void aMonthlyOneShrinksFromTheNextBillingMonth() {
    Agreement agreement =
        agreement(
            LocalDate.of(2025, 1, 31), LocalDate.of(2026, 1, 31), Renews.AUTO, MayShrink.MONTHLY);
    assertThat(agreement.shrinksFrom(LocalDate.of(2026, 2, 1))).contains(LocalDate.of(2026, 2, 28));
    assertThat(agreement.shrinksFrom(LocalDate.of(2026, 2, 28)))
        .contains(LocalDate.of(2026, 3, 31));
    assertThat(agreement.shrinksFrom(LocalDate.of(2024, 2, 28)))
        .contains(LocalDate.of(2025, 1, 31));
  }

  @Test
  void oneThatNeverShrinksSavesNothing() {
    Agreement agreement = agreement(STARTS, ENDS, Renews.AUTO, MayShrink.NEVER);
    assertThat(agreement.shrinksFrom(STARTS)).isEmpty();
  }

  @Test
  void aTermNeedsADay() {
    assertThatThrownBy(() -> agreement(STARTS, STARTS, Renews.AUTO, MayShrink.NEVER))
        .hasMessageContaining("needs at least one day");
  }
}
