package org.sobertally.core.bill;

import static org.assertj.core.api.Assertions.assertThat;
import static org.sobertally.core.support.TestBook.TODAY;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Subscription.QuantityChange;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.agreement.VendorBill.BilledRow;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.support.TestBook;

/** Ten seats each of Letter at 84, Folio at 180 and Opus at 396, from 7 Jan 2026 for a year. */
class ExpectedBillTest {

  private static final LocalDate START = LocalDate.of(2026, 1, 7);
  private final TestBook facts = new TestBook();

  private void opus(QuantityChange... changes) {
    facts.lines.removeIf(line -> line.id().equals("opus"));
    facts.lines.add(
        new Subscription("opus", "qm", "opus", 10, PriceList.flat("396"), List.of(changes)));
  }

  private static QuantityChange change(int month, int day, int delta) {
    return new QuantityChange(LocalDate.of(2026, month, day), delta, "");
  }

  private List<String> next(LocalDate day) {
    Book book = facts.build();
    ExpectedBill bill = ExpectedBill.next(book, 0, day).orElseThrow();
    return bill.rows().stream()
        .map(
            row ->
                "%s %s %s %s..%s %d %s"
                    .formatted(
                        bill.day(),
                        book.lines().get(row.line()).id(),
                        row.kind(),
                        row.from(),
                        row.until(),
                        row.quantity(),
                        row.amount().amount().toPlainString()))
        .toList();
  }

  @Test
  void aYearIsBilledOnItsFirstDay() {
    assertThat(next(TODAY))
        .containsExactly(
            "2027-01-07 folio PERIOD 2027-01-07..2028-01-07 10 1800.00",
            "2027-01-07 letter PERIOD 2027-01-07..2028-01-07 10 840.00",
            "2027-01-07 opus PERIOD 2027-01-07..2028-01-07 10 3960.00");
    Book book = facts.build();
    assertThat(ExpectedBill.on(book, 0, START).total(book).amount()).isEqualByComparingTo("6600");
  }

  @Test
  void whatIsAddedIsBilledOnTheNextMonthlyDayForTheRestOfThePeriod() {
    opus(change(3, 1, 5), change(4, 1, -3), change(5, 1, 2));
    // 5 × 396 × 312 ÷ 365; what comes and goes below the highest is paid already.
    assertThat(next(LocalDate.of(2026, 2, 10)))
        .containsExactly("2026-03-07 opus ADDED 2026-03-01..2027-01-07 5 1692.49");
    assertThat(next(LocalDate.of(2026, 3, 8)))
        .contains("2027-01-07 opus PERIOD 2027-01-07..2028-01-07 14 5544.00")
        .hasSize(3);
  }

  @Test
  void whatIsAddedOnABillDayIsBilledAMonthLater() {
    opus(change(3, 7, 1));
    assertThat(next(LocalDate.of(2026, 3, 1)))
        .containsExactly("2026-04-07 opus ADDED 2026-03-07..2027-01-07 1 331.99");
  }

  @Test
  void monthByMonthATwelfthIsBilled() {
    facts.mayShrink = Agreement.MayShrink.MONTHLY;
    assertThat(next(TODAY))
        .contains("2026-10-07 opus PERIOD 2026-10-07..2026-11-07 10 330.00")
        .hasSize(3);
  }

  @Test
  void heldSeatsAreBilledWhereTheAgreementSaysSo() {
    facts.mayShrink = Agreement.MayShrink.MONTHLY;
    facts.billing = new Agreement.Billing(null, Agreement.BilledOf.HELD);
    facts.person("ann").person("bo");
    facts.holds("ann", "opus", LocalDate.of(2026, 2, 1));
    facts.holds("bo", "opus", LocalDate.of(2026, 10, 12));
    assertThat(next(TODAY))
        .containsExactly("2026-10-07 opus PERIOD 2026-10-07..2026-11-07 1 33.00");
    // 396 × 26 ÷ 365 for Bo from the 12th on, and two seats from 7 November.
    assertThat(next(LocalDate.of(2026, 10, 8)))
        .containsExactly(
            "2026-11-07 opus PERIOD 2026-11-07..2026-12-07 2 66.00",
            "2026-11-07 opus ADDED 2026-10-12..2026-11-07 1 28.21");
  }

  /** Ten seats and a minimum of 25 are 25; once one is added on top of 25 it is one more. */
  @ParameterizedTest
  @EnumSource(PriceList.Pricing.class)
  void theMinimumIsChargedWhateverThePricing(PriceList.Pricing pricing) {
    facts.lines.removeIf(line -> line.id().equals("opus"));
    PriceList prices = new PriceList(pricing, new BigDecimal("396"), List.of(), 25);
    facts.lines.add(new Subscription("opus", "qm", "opus", 10, prices, List.of(change(3, 1, 16))));
    assertThat(ExpectedBill.on(facts.build(), 0, START).rows())
        .filteredOn(row -> row.quantity() == 25)
        .singleElement()
        .satisfies(row -> assertThat(row.amount().amount()).isEqualByComparingTo("9900"));
    assertThat(next(LocalDate.of(2026, 2, 10)))
        .containsExactly("2026-03-07 opus ADDED 2026-03-01..2027-01-07 1 338.50");
  }

  @Test
  void aLineOfWhichNothingIsBoughtChargesNothing() {
    facts.lines.removeIf(line -> line.id().equals("opus"));
    PriceList prices = new PriceList(PriceList.Pricing.FLAT, new BigDecimal("396"), List.of(), 25);
    facts.lines.add(new Subscription("opus", "qm", "opus", 0, prices, List.of()));
    Book book = facts.build();
    assertThat(ExpectedBill.on(book, 0, START).rows()).hasSize(2);
    assertThat(book.yearlyCost(book.lines().require("opus"), START).amount())
        .isEqualByComparingTo("0");
  }

  @Test
  void theNextBillIsTheFirstOfWhichNoneHasCome() {
    LocalDate renewal = LocalDate.of(2027, 1, 7);
    assertThat(ExpectedBill.next(facts.build(), 0, renewal).orElseThrow().day())
        .as("the day itself counts")
        .isEqualTo(renewal);
    VendorBill came = new VendorBill("b", "qm", renewal, renewal, renewal.plusYears(1), List.of());
    Book book = facts.build().withBill(came);
    assertThat(ExpectedBill.next(book, 0, renewal).orElseThrow().day())
        .isEqualTo(renewal.plusYears(1));
  }

  @Test
  void anAgreementThatEndsBillsNothingAfterIt() {
    facts.renews = Agreement.Renews.MANUAL;
    assertThat(ExpectedBill.next(facts.build(), 0, TODAY)).isEmpty();
  }

  private static BilledRow row(int number, String line, String quantity, String amount) {
    return new BilledRow(
        number, line, "row " + number, new BigDecimal(quantity), new BigDecimal(amount));
  }

  private static VendorBill bill(BilledRow... rows) {
    return new VendorBill("b1", "qm", START, START, START.plusYears(1), List.of(rows));
  }

  @Test
  void aBillIsHeldAgainstWhatWasExpected() {
    BillCheck check =
        BillCheck.of(
            facts.build(),
            bill(
                row(1, "letter", "12", "1008"),
                row(2, "opus", "10", "4000"),
                row(3, null, "1", "50")));
    assertThat(check.lines())
        .extracting(line -> line.byQuantity().amount() + " " + line.byPrice().amount())
        .containsExactly("-1800.00 0.00", "168.00 0.00", "0.00 40.00");
    assertThat(check.lines())
        .extracting(BillCheck.Line::missing)
        .containsExactly(true, false, false);
    assertThat(check.rowsWithoutLine()).hasSize(1);
    assertThat(check.difference().amount()).isEqualByComparingTo("-1542");
    assertThat(check.expected()).isNotNull();
    assertThat(check.expected().day()).isEqualTo(START);
  }

  @Test
  void aRowForWhichNothingWasDueIsUnexpected() {
    opus(change(1, 7, -10));
    BillCheck check = BillCheck.of(facts.build(), bill(row(1, "opus", "2", "792")));
    BillCheck.Line opus = check.lines().get(2);
    assertThat(opus.unexpected()).isTrue();
    assertThat(opus.byQuantity().amount()).isEqualByComparingTo("792");
  }

  /** Whatever changes: quantity and price make the whole difference, and lines the whole bill. */
  @RepeatedTest(30)
  void theDifferenceIsWhatQuantityAndPriceMake(RepetitionInfo round) {
    Random random = new Random(round.getCurrentRepetition());
    opus(change(1 + random.nextInt(12), 1 + random.nextInt(28), random.nextInt(9) - 4));
    BillCheck check =
        BillCheck.of(
            facts.build(),
            bill(
                row(1, "opus", "" + random.nextInt(20), "" + random.nextInt(9000)),
                row(2, "folio", "" + random.nextInt(20), "" + random.nextInt(9000)),
                row(3, null, "1", "" + random.nextInt(90))));
    BigDecimal sum = check.rowsWithoutLine().get(0).amount();
    for (BillCheck.Line line : check.lines()) {
      assertThat(line.byQuantity().plus(line.byPrice()).amount())
          .isEqualByComparingTo(line.difference().amount());
      sum = sum.add(line.difference().amount());
    }
    assertThat(sum).isEqualByComparingTo(check.difference().amount());
  }
}
