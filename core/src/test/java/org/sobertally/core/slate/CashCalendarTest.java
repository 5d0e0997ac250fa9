package org.sobertally.core.slate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.CashCalendar.Entry;
import org.sobertally.core.support.TestBook;

class CashCalendarTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 2, 1);

  private final TestBook facts =
      new TestBook()
          .person("ann")
          .person("bo")
          .holds("ann", "opus", LONG_AGO)
          .holds("bo", "opus", LONG_AGO)
          .holds("bo", "folio", LONG_AGO);

  private CashCalendar calendar(Move... moves) {
    return CashCalendar.of(facts.build(), TODAY, List.of(moves));
  }

  /** Two seats of 396 stop on 7 Jan 2027; from there to 8 Jan one of 365 days: 792 / 365 = 2.17. */
  @Test
  void moneyStopsOnTheDayTheAgreementMayShrink() {
    CashCalendar calendar =
        calendar(
            new Move.TakeBack("ann-opus"),
            new Move.TakeBack("bo-opus"),
            new Move.TakeBack("bo-folio"));
    LocalDate renewal = LocalDate.of(2027, 1, 7);
    assertThat(calendar.entries())
        .containsExactly(
            new Entry(renewal, "folio", 1, Money.of("180", "EUR")),
            new Entry(renewal, "opus", 2, Money.of("792", "EUR")));
    assertThat(calendar.paidLessUntil(renewal)).isEqualTo(Money.of("0.00", "EUR"));
    assertThat(calendar.paidLessUntil(renewal.plusDays(1))).isEqualTo(Money.of("2.66", "EUR"));
    assertThat(calendar.paidLessUntil(LocalDate.of(2028, 1, 1)))
        .as("972 x 359 / 365")
        .isEqualTo(Money.of("956.02", "EUR"));
  }

  @Test
  void aSeatHandedOutAgainSavesNothing() {
    assertThat(calendar(new Move.TakeBack("ann-opus"), new Move.HandOut("a-bo", "opus")).entries())
        .isEmpty();
  }

  @Test
  void whatMayNeverShrinkIsSaidApart() {
    facts.mayShrink = Agreement.MayShrink.NEVER;
    CashCalendar calendar = calendar(new Move.TakeBack("ann-opus"));
    assertThat(calendar.entries()).isEmpty();
    assertThat(calendar.never()).isEqualTo(Money.of("396", "EUR"));
  }

  /** Ten cost 3,000; eight would cost 8 × 396 = 3,168, so ten are kept and nothing is saved. */
  @Test
  void whereMoreSeatsCostLessTheyAreKept() {
    PriceBreak ten = new PriceBreak(10, new BigDecimal("300"));
    PriceList prices = new PriceList(Pricing.VOLUME, new BigDecimal("396"), List.of(ten), 0);
    facts.lines.set(2, new Subscription("opus", "qm", "opus", 10, prices, List.of()));
    CashCalendar calendar = calendar(new Move.TakeBack("ann-opus"), new Move.TakeBack("bo-opus"));
    assertThat(calendar.entries().get(0).yearly().isZero()).isTrue();
  }
}
