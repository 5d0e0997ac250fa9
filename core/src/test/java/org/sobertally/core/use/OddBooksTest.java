package org.sobertally.core.use;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.sobertally.core.support.TestBook.EVIDENCE_TO;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.money.MissingRateException;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.Rates;
import org.sobertally.core.support.TestBook;

/** What strange but possible books mean. */
class OddBooksTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 2, 1);

  private final TestBook facts = new TestBook().person("ann");

  @Test
  void aSubscriptionOfNoSeatsHasNoUtilisationAndIsShortOfWhatIsHeld() {
    facts.lines.set(2, new Subscription("opus", "qm", "opus", 0, PriceList.flat("396"), List.of()));
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", EVIDENCE_TO);
    Book book = facts.build();
    int line = book.lines().require("opus");
    assertThat(Utilisation.of(book, line, TODAY).percent()).isNull();
    assertThat(Ledger.count(book, line, TODAY).missing()).isEqualTo(1);
    assertThat(book.yearlyCost(line, TODAY)).isEqualTo(Money.of("0", "EUR"));
    Series series = Series.of(book, line, TODAY, TODAY, TODAY, ZoneOffset.UTC);
    assertThat(series.bought(0)).isZero();
    assertThat(series.named(0)).isEqualTo(1);
  }

  @Test
  void aPlanWithoutPartsIsNotJudged() {
    facts.other("extra", PlanModel.ADDON, "36", "100").holds("ann", "extra", LONG_AGO);
    Book book = facts.build();
    UseStates states = UseStates.of(book, TODAY);
    int h = book.holdings().numberOf("ann-extra");
    assertThat(states.state(h)).isEqualTo(UseState.IN_USE);
    assertThat(states.cannotSay(h)).isTrue();
    assertThat(states.idleDays(h)).isZero();
    assertThat(Covers.of(states).recoverable().isZero()).isTrue();
  }

  @Test
  void useBeforeTheSeatWasHeldCountsForNothing() {
    facts.holds("ann", "opus", EVIDENCE_TO.minusDays(40));
    facts.uses("ann", "mail", EVIDENCE_TO.minusDays(41));
    Book book = facts.build();
    UseStates states = UseStates.of(book, TODAY);
    int h = book.holdings().numberOf("ann-opus");
    assertThat(states.state(h)).isEqualTo(UseState.NEVER_OPENED);
    Spells spells = new Spells();
    spells.addPlan(book, book.plans().require("opus"), TODAY);
    assertThat(spells.longest()).isZero();
  }

  @Test
  void breaksMayBeToldInAnyOrderAndNeedNotBeginAtOne() {
    PriceBreak late = new PriceBreak(150, new BigDecimal("8"));
    PriceBreak early = new PriceBreak(100, new BigDecimal("9"));
    BigDecimal below = new BigDecimal("10");
    PriceList prices = new PriceList(Pricing.VOLUME, below, List.of(late, early), 0);
    assertThat(prices.costOf(99)).isEqualByComparingTo("990");
    assertThat(prices.costOf(120)).isEqualByComparingTo("1080");
    assertThat(prices.costOf(150)).isEqualByComparingTo("1200");
  }

  @Test
  void aPriceWithoutARateIsAnErrorThatNamesCurrencyAndDay() {
    Rates rates =
        new Rates("EUR", List.of(new Rates.Rate("NOK", TODAY.plusDays(1), new BigDecimal("0.08"))));
    assertThatThrownBy(() -> rates.toReporting(Money.of("100", "NOK"), TODAY))
        .isInstanceOf(MissingRateException.class)
        .hasMessageContaining("NOK")
        .hasMessageContaining("2026-09-30");
  }
}
