package org.sobertally.core.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.BitSet;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Cover;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.money.Money;
import org.sobertally.core.support.RandomBook;
import org.sobertally.core.support.TestBook;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;

class BoardTest {

  private static final LocalDate LONG_AGO = LocalDate.of(2026, 1, 5);

  private static Findings findings(Book book, LocalDate asOf) {
    return Findings.of(Covers.of(UseStates.of(book, asOf)), ZoneOffset.UTC, Map.of());
  }

  private static Board board(TestBook facts, Focus focus) {
    return Board.of(findings(facts.build(), TestBook.TODAY), focus);
  }

  private static BigDecimal plain(Money money) {
    return money.amount();
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void partsOfTheBoardAddUpToTheWhole(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Findings findings = findings(drawn.book, drawn.asOf);
    Board all = Board.of(findings, Focus.EVERYTHING);

    BigDecimal byVendor = BigDecimal.ZERO;
    for (int vendor = 0; vendor < drawn.book.vendors().size(); vendor++) {
      Focus focus = new Focus(null, vendor, null, Days.NONE);
      byVendor = byVendor.add(plain(Board.of(findings, focus).recoverable()));
    }
    assertThat(byVendor).as("by vendor").isEqualByComparingTo(plain(all.recoverable()));

    BitSet some = new BitSet();
    BitSet others = new BitSet();
    Random chance = new Random(seed);
    for (int p = 0; p < drawn.book.people().size(); p++) {
      (chance.nextBoolean() ? some : others).set(p);
    }
    Board first = Board.of(findings, new Focus(some, -1, null, Days.NONE));
    Board second = Board.of(findings, new Focus(others, -1, null, Days.NONE));
    long nobodys =
        findings.all().stream()
            .filter(f -> f.person() < 0 && f.account() >= 0)
            .map(Finding::account)
            .distinct()
            .count();
    assertThat(first.found() + second.found() + nobodys).isEqualTo(all.found());

    Board.Stops stops = all.stops();
    BigDecimal byDay = plain(stops.never());
    for (Money money : stops.byDay().values()) {
      byDay = byDay.add(plain(money));
    }
    assertThat(byDay).as("by day").isEqualByComparingTo(plain(all.recoverable()));

    BigDecimal held = BigDecimal.ZERO;
    for (Cover cover : findings.covers.all()) {
      held = held.add(plain(cover.now()));
    }
    assertThat(plain(all.held().all())).as("held").isEqualByComparingTo(held);
    assertThat(plain(first.held().all()).add(plain(second.held().all())))
        .as("held, nobody's accounts aside")
        .isEqualByComparingTo(held);
  }

  @Test
  void whatIsHeldAndInUseIsThatOfThoseWhoAreLookedAt() {
    TestBook facts = new TestBook().person("ann").person("bo");
    facts.holds("ann", "opus", LONG_AGO).uses("ann", "mail", TestBook.EVIDENCE_TO);
    facts.holds("bo", "folio", LONG_AGO);
    Board.Held all = board(facts, Focus.EVERYTHING).held();
    assertThat(all.all()).isEqualTo(Money.of("576", "EUR"));
    assertThat(all.inUse()).isEqualTo(Money.of("396", "EUR"));
    BitSet bo = new BitSet();
    bo.set(facts.build().people().require("bo"));
    Board.Held his = board(facts, new Focus(bo, -1, null, Days.NONE)).held();
    assertThat(his.all()).isEqualTo(Money.of("180", "EUR"));
    assertThat(his.inUse().isZero()).isTrue();
  }

  @ParameterizedTest
  @MethodSource("org.sobertally.core.support.RandomBook#seeds")
  void askingForMoreShowsFewer(long seed) {
    RandomBook drawn = new RandomBook(seed);
    Findings findings = findings(drawn.book, drawn.asOf);
    int before = Integer.MAX_VALUE;
    for (int amount = 0; amount <= 1_000; amount += 100) {
      Focus focus = new Focus(null, -1, BigDecimal.valueOf(amount), Days.NONE);
      int found = Board.of(findings, focus).found();
      assertThat(found).isLessThanOrEqualTo(before);
      before = found;
    }
    int day = Days.of(drawn.asOf);
    before = Integer.MAX_VALUE;
    for (int age = 0; age <= 400; age += 40) {
      int found = Board.of(findings, new Focus(null, -1, null, day - age)).findings();
      assertThat(found).isLessThanOrEqualTo(before);
      before = found;
    }
  }

  @Test
  void anAmountIsAskedOfThePersonNotOfEachFinding() {
    TestBook facts = new TestBook();
    facts.person("ann").holds("ann", "opus", LONG_AGO).holds("ann", "folio", LONG_AGO);
    facts.person("bo").holds("bo", "folio", LONG_AGO);
    Board everything = board(facts, Focus.EVERYTHING);
    Money both = everything.recoverable().minus(everything.surplus());
    BigDecimal ann = new BigDecimal("500");
    Board board = board(facts, new Focus(null, -1, ann, Days.NONE));
    assertThat(plain(both)).isEqualByComparingTo("756");
    assertThat(board.found()).isEqualTo(1);
    assertThat(plain(board.recoverable())).isEqualByComparingTo("576");
  }

  /** Ten seats each of three plans, of which nobody holds one: 10 × (84 + 180 + 396). */
  @Test
  void whatLiesUnassignedBeyondNeedIsRecoverableOnce() {
    TestBook facts = new TestBook();
    facts.person("ann");
    Board board = board(facts, Focus.EVERYTHING);
    assertThat(plain(board.surplus())).isEqualByComparingTo("6600");
    assertThat(board.recoverable()).isEqualTo(board.surplus());
    Money stops = board.stops().never();
    for (Money money : board.stops().byDay().values()) {
      stops = stops.plus(money);
    }
    assertThat(plain(stops)).isEqualByComparingTo("6600");
  }

  @Test
  void moneyThatCanStopNextMonthIsToldApartFromWhatWaitsForTheRenewal() {
    TestBook facts = new TestBook();
    facts.person("ann").holds("ann", "opus", LONG_AGO);
    assertThat(board(facts, Focus.EVERYTHING).stops().byDay().firstKey())
        .isAfter(LocalDate.of(2026, 12, 31));
    facts.mayShrink = Agreement.MayShrink.MONTHLY;
    assertThat(board(facts, Focus.EVERYTHING).stops().byDay().firstKey())
        .isEqualTo(LocalDate.of(2026, 10, 7));
    facts.mayShrink = Agreement.MayShrink.NEVER;
    Board board = board(facts, Focus.EVERYTHING);
    assertThat(plain(board.stops().never().minus(board.surplus()))).isEqualByComparingTo("396");
  }
}
