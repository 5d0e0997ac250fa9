package org.sobertally.core.agreement;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;
import org.sobertally.core.support.TestBook;

class SubscriptionTest {

  private static final LocalDate RENEWED = LocalDate.of(2027, 1, 7);

  private static final PriceList FIRST =
      new PriceList(
          Pricing.VOLUME,
          new BigDecimal("100"),
          List.of(new PriceBreak(10, new BigDecimal("90"))),
          5);

  private static Subscription renewed(Pricing pricing, Integer minimum, PriceBreak... breaks) {
    return new Subscription("opus", "qm", "opus", 12, FIRST, List.of())
        .withPrices(
            FIRST,
            List.of(
                new Subscription.LaterPrices(
                    RENEWED, new BigDecimal("80"), pricing, minimum, List.of(breaks))));
  }

  @Test
  void aLaterPriceHoldsFromItsDayAndLeavesWhatWas() {
    Subscription line = renewed(null, null);
    assertThat(line.pricesOn(RENEWED.minusDays(1))).isEqualTo(FIRST);
    assertThat(line.pricesOn(RENEWED))
        .isEqualTo(new PriceList(Pricing.VOLUME, new BigDecimal("80"), List.of(), 5));
    assertThat(renewed(Pricing.FLAT, 0).pricesOn(RENEWED).minimum()).isZero();
  }

  @Test
  void breaksBelongToTheirOwnPrices() {
    Subscription line = renewed(null, null, new PriceBreak(20, new BigDecimal("70")));
    assertThat(line.pricesOn(RENEWED).unitPriceAt(12)).isEqualByComparingTo("80");
    assertThat(line.pricesOn(RENEWED).unitPriceAt(20)).isEqualByComparingTo("70");
    assertThat(line.pricesOn(RENEWED.minusDays(1)).unitPriceAt(12)).isEqualByComparingTo("90");
  }

  @Test
  void whatIsPaidFollowsTheDay() {
    TestBook facts = new TestBook();
    facts.lines.removeIf(line -> line.id().equals("opus"));
    facts.lines.add(renewed(null, null));
    Book book = facts.build();
    int opus = book.lines().require("opus");
    assertThat(book.yearlyCost(opus, RENEWED.minusDays(1)).amount()).isEqualByComparingTo("1080");
    assertThat(book.yearlyCost(opus, RENEWED).amount()).isEqualByComparingTo("960");
    assertThat(book.seatPrice(opus, RENEWED).amount()).isEqualByComparingTo("80");
  }

  @Test
  void whereEachSeatHasThePriceOfItsBandASeatIsAShareOfTheWhole() {
    PriceList graduated =
        new PriceList(
            Pricing.GRADUATED,
            new BigDecimal("10"),
            List.of(new PriceBreak(100, new BigDecimal("9"))),
            0);
    assertThat(graduated.seatPriceAt(120)).isEqualByComparingTo("9.825");
    assertThat(graduated.seatPriceAt(0)).isEqualByComparingTo("10");
  }
}
