package org.sobertally.core.agreement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
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
  void whateverTheFirstTermWasItRenewsAYearOn() {
    Agreement agreement =
        agreement(LocalDate.of(2024, 3, 1), LocalDate.of(2026, 2, 1), Renews.AUTO, MayShrink.NEVER);
    assertThat(agreement.nextRenewal(LocalDate.of(2026, 1, 31))).contains(LocalDate.of(2026, 2, 1));
    assertThat(agreement.nextRenewal(LocalDate.of(2026, 2, 1))).contains(LocalDate.of(2027, 2, 1));
    Agreement leap =
        agreement(
            LocalDate.of(2023, 3, 1), LocalDate.of(2024, 2, 29), Renews.AUTO, MayShrink.NEVER);
    assertThat(leap.nextRenewal(LocalDate.of(2024, 2, 29))).contains(LocalDate.of(2025, 2, 28));
    assertThat(leap.nextRenewal(LocalDate.of(2027, 2, 28))).contains(LocalDate.of(2028, 2, 29));
  }

  @Test
  void aLaterTermHoldsFromItsDayAndSaysOnlyWhatIsOtherwise() {
    Agreement agreement =
        agreement(STARTS, ENDS, Renews.AUTO, MayShrink.AT_RENEWAL)
            .withLater(
                List.of(
                    new Term.Later(
                        LocalDate.of(2026, 1, 7), LocalDate.of(2028, 1, 7), 30, null, null),
                    new Term.Later(ENDS, null, null, Renews.MANUAL, MayShrink.MONTHLY)));
    assertThat(agreement.termOn(ENDS.minusDays(1)).renews()).isEqualTo(Renews.AUTO);
    assertThat(agreement.termOn(LocalDate.of(2026, 5, 1)))
        .isEqualTo(
            new Term(
                LocalDate.of(2026, 1, 7),
                LocalDate.of(2028, 1, 7),
                30,
                Renews.MANUAL,
                MayShrink.MONTHLY));
    // The second says no end, and its own has passed: nothing is paid until the third begins.
    assertThat(agreement.inForce(ENDS)).isFalse();
    assertThat(agreement.timesInForce())
        .containsExactly(
            new Agreement.InForce(STARTS, ENDS),
            new Agreement.InForce(LocalDate.of(2026, 1, 7), LocalDate.of(2028, 1, 7)));
    assertThat(agreement.nextRenewal(ENDS)).contains(LocalDate.of(2026, 1, 7));
    assertThat(agreement.noticeBy(LocalDate.of(2027, 3, 1)))
        .contains(LocalDate.of(2028, 1, 7).minusDays(30));
  }

  @Test
  void aRenewalThatCannotBeChangedAnyMoreIsMissedAndTheNextIsTheChance() {
    Agreement agreement = agreement(STARTS, ENDS, Renews.AUTO, MayShrink.AT_RENEWAL);
    assertThat(agreement.nextChance(LocalDate.of(2026, 10, 13)))
        .contains(
            new RenewalChance(
                LocalDate.of(2028, 1, 7),
                LocalDate.of(2027, 10, 12),
                List.of(LocalDate.of(2027, 1, 7))));
    assertThat(
            agreement(STARTS, ENDS, Renews.MANUAL, MayShrink.AT_RENEWAL)
                .nextChance(ENDS.minusDays(1)))
        .contains(new RenewalChance(ENDS, ENDS.minusDays(87), List.of()));
  }

  @Test
  void laterTermsAreInOrderAndEachHasADay() {
    Agreement agreement = agreement(STARTS, ENDS, Renews.AUTO, MayShrink.NEVER);
    assertThatThrownBy(
            () -> agreement.withLater(List.of(new Term.Later(STARTS, null, 10, null, null))))
        .hasMessageContaining("not after its start");
    assertThatThrownBy(() -> new Term.Later(ENDS, ENDS, null, null, null))
        .hasMessageContaining("needs at least one day");
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
