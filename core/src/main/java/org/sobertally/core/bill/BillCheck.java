package org.sobertally.core.bill;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.agreement.VendorBill.BilledRow;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;

/**
 * A bill beside what was expected, subscription by subscription.
 *
 * @param expected null where nothing is charged any more from the bill's first day on
 * @param lines by id
 * @param rowsWithoutLine rows that name none of our subscriptions
 */
public record BillCheck(
    VendorBill bill,
    @Nullable ExpectedBill expected,
    List<Line> lines,
    List<BilledRow> rowsWithoutLine,
    Money expectedTotal,
    Money billedTotal) {

  /**
   * One subscription.
   *
   * @param byQuantity of the difference, what other quantities make, at the expected price
   * @param byPrice the rest
   * @param missing whether it was due and no row charges it
   * @param unexpected whether a row charges it and nothing was due
   */
  public record Line(
      int line,
      BigDecimal expectedQuantity,
      Money expected,
      BigDecimal billedQuantity,
      Money billed,
      Money byQuantity,
      Money byPrice,
      boolean missing,
      boolean unexpected) {

    public Money difference() {
      return billed.minus(expected);
    }
  }

  public Money difference() {
    return billedTotal.minus(expectedTotal);
  }

  /** Against the first day on or after the bill's first on which something is charged. */
  public static BillCheck of(Book book, VendorBill bill) {
    int agreement = book.agreements().require(bill.agreement());
    String currency = book.agreements().get(agreement).currency();
    ExpectedBill expected = ExpectedBill.from(book, agreement, bill.from()).orElse(null);
    Map<String, Sums> sums = new TreeMap<>();
    if (expected != null) {
      for (ExpectedBill.Row row : expected.rows()) {
        sums.computeIfAbsent(book.lines().get(row.line()).id(), l -> new Sums()).expect(row);
      }
    }
    List<BilledRow> without = new ArrayList<>();
    BigDecimal billed = BigDecimal.ZERO;
    for (BilledRow row : bill.rows()) {
      billed = billed.add(row.amount());
      if (row.line() == null || !isOf(book, bill, row.line())) {
        without.add(row);
      } else {
        sums.computeIfAbsent(row.line(), l -> new Sums()).charge(row);
      }
    }
    List<Line> lines = new ArrayList<>();
    BigDecimal total = BigDecimal.ZERO;
    for (var one : sums.entrySet()) {
      lines.add(one.getValue().line(book.lines().require(one.getKey()), currency));
      total = total.add(one.getValue().expected);
    }
    return new BillCheck(
        bill,
        expected,
        List.copyOf(lines),
        List.copyOf(without),
        new Money(total, currency),
        new Money(billed, currency));
  }

  private static boolean isOf(Book book, VendorBill bill, String line) {
    return book.lines().has(line) && book.lines().byId(line).agreement().equals(bill.agreement());
  }

  private static final class Sums {
    private boolean due;
    private boolean charged;
    private BigDecimal expectedQuantity = BigDecimal.ZERO;
    private BigDecimal expected = BigDecimal.ZERO;
    private BigDecimal billedQuantity = BigDecimal.ZERO;
    private BigDecimal billed = BigDecimal.ZERO;

    void expect(ExpectedBill.Row row) {
      due = true;
      expectedQuantity = expectedQuantity.add(BigDecimal.valueOf(row.quantity()));
      expected = expected.add(row.amount().amount());
    }

    void charge(BilledRow row) {
      charged = true;
      billedQuantity = billedQuantity.add(row.quantity());
      billed = billed.add(row.amount());
    }

    Line line(int number, String currency) {
      BigDecimal difference = billed.subtract(expected);
      boolean known = due && expectedQuantity.signum() != 0;
      BigDecimal of = known ? expected : billed;
      BigDecimal per = known ? expectedQuantity : billedQuantity;
      BigDecimal more = billedQuantity.subtract(expectedQuantity);
      BigDecimal byQuantity =
          per.signum() == 0
              ? BigDecimal.ZERO
              : more.multiply(of).divide(per, MathContext.DECIMAL128);
      Money rounded = new Money(byQuantity, currency).rounded();
      return new Line(
          number,
          expectedQuantity,
          new Money(expected, currency),
          billedQuantity,
          new Money(billed, currency),
          rounded,
          new Money(difference, currency).minus(rounded),
          due && !charged,
          charged && !due);
    }
  }
}
