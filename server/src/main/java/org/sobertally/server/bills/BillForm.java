package org.sobertally.server.bills;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.server.http.Params;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.refusal.Required;

/**
 * A bill as it is written down.
 *
 * @param total what the bill says at its foot; null where nobody looked
 * @param second whether it is meant beside another bill of the same days
 * @param currency what it is in; null for the agreement's
 */
@Schema(name = "NewBill")
public record BillForm(
    @NotBlank @Size(max = 200) String bill,
    @NotBlank String agreement,
    @NotBlank String day,
    @NotBlank String from,
    @NotBlank String until,
    @NotNull @Size(min = 1, max = BillForm.MOST_ROWS) List<@NotNull @Valid Row> rows,
    @Schema(nullable = true) @Nullable BigDecimal total,
    @Schema(nullable = true) @Nullable String currency,
    @Schema(nullable = true) @Nullable Boolean second) {

  static final int MOST_ROWS = 10_000;

  private static final int MOST_DECIMALS_OF_QUANTITY = 6;
  private static final BigDecimal MOST_AMOUNT = new BigDecimal("1000000000000");

  /** One row of it. */
  @Schema(name = "NewBillRow")
  public record Row(
      @Schema(nullable = true) @Nullable String line,
      @NotBlank @Size(max = 500) String text,
      @NotNull BigDecimal quantity,
      @NotNull BigDecimal amount) {}

  /** The bill as the book may hold it; refused with the reason where it cannot be. */
  public VendorBill read(Book book) {
    String id = bill.strip();
    Params.requirePlain("bill", id);
    Agreement of = book.agreements().get(Required.agreement(book, agreement));
    if (book.bills().has(id)) {
      throw Refusal.conflict("The bill %s is here already. Take it out first.".formatted(id));
    }
    if (currency != null && !currency.equals(of.currency())) {
      throw Refusal.badInput(
          "currency: the bill is in %s, and %s is in %s. Choose the agreement that it is of."
              .formatted(currency, of.name(), of.currency()));
    }
    LocalDate first = Params.day("from", from).orElseThrow();
    LocalDate end = Params.day("until", until).orElseThrow();
    if (!first.isBefore(end)) {
      throw Refusal.badInput("until: it must come after %s.".formatted(first));
    }
    if (!of.inForce(first)) {
      throw Refusal.badInput(
          "from: %s is not in force on %s. Choose the agreement that it is of."
              .formatted(of.name(), first));
    }
    requireNew(book, of, first, end);
    List<VendorBill.BilledRow> billed = billed(book, of);
    LocalDate dated = Params.day("day", day).orElseThrow();
    return new VendorBill(id, of.id(), dated, first, end, billed);
  }

  /**
   * A second bill of the same days is likely the first one again: somebody has to say that it is
   * not.
   */
  private void requireNew(Book book, Agreement of, LocalDate first, LocalDate end) {
    if (Boolean.TRUE.equals(second)) {
      return;
    }
    for (VendorBill other : book.bills().all()) {
      if (other.agreement().equals(of.id())
          && other.from().equals(first)
          && other.until().equals(end)) {
        throw Refusal.conflict(
            "The bill %s is of the same days of %s already. If this one is to be paid besides, say so with second: true."
                .formatted(other.id(), of.name()));
      }
    }
  }

  /** A quantity is none or more; an amount may be below zero, as of a credit. */
  private static void requireMeant(int n, Row row, Agreement of) {
    if (row.quantity().signum() < 0) {
      throw Refusal.badInput("rows[%d].quantity: it cannot be below zero.".formatted(n));
    }
    if (row.quantity().stripTrailingZeros().scale() > MOST_DECIMALS_OF_QUANTITY) {
      throw Refusal.badInput(
          "rows[%d].quantity: at most %d decimals.".formatted(n, MOST_DECIMALS_OF_QUANTITY));
    }
    int minor = Money.zero(of.currency()).rounded().amount().scale();
    if (row.amount().stripTrailingZeros().scale() > minor) {
      throw Refusal.badInput(
          "rows[%d].amount: %s has at most %d decimals.".formatted(n, of.currency(), minor));
    }
    if (row.amount().abs().compareTo(MOST_AMOUNT) > 0) {
      throw Refusal.badInput("rows[%d].amount: no row of a bill is that large.".formatted(n));
    }
    Params.requirePlain("rows[%d].text".formatted(n), row.text());
  }

  private List<VendorBill.BilledRow> billed(Book book, Agreement of) {
    List<VendorBill.BilledRow> billed = new ArrayList<>();
    BigDecimal sum = BigDecimal.ZERO;
    for (Row row : rows) {
      requireMeant(billed.size(), row, of);
      String line = Params.said(row.line());
      if (line != null
          && (!book.lines().has(line) || !book.lines().byId(line).agreement().equals(of.id()))) {
        throw Refusal.badInput(
            "rows[%d].line: %s is no subscription of %s. A bill is of one agreement."
                .formatted(billed.size(), line, of.name()));
      }
      billed.add(
          new VendorBill.BilledRow(
              billed.size() + 1, line, row.text().strip(), row.quantity(), row.amount()));
      sum = sum.add(row.amount());
    }
    if (total != null && total.compareTo(sum) != 0) {
      throw Refusal.badInput(
          "total: the rows come to %s, and the bill says %s. Look at the rows again."
              .formatted(BillsResource.plain(sum), BillsResource.plain(total)));
    }
    return billed;
  }
}
