package org.sobertally.server.book.schema;

import java.util.List;
import org.sobertally.core.agreement.VendorBill;

/** The rows of bills as they came. */
public final class BillMappers {

  private BillMappers() {}

  /** One row, of the bill with that id. */
  public record RowOf(String bill, VendorBill.BilledRow row) {}

  /** Without its rows, which are rows of their own. */
  public static final RowMapper<VendorBill> BILL =
      new RowMapper<>(
          BookSchema.BILLS,
          row ->
              new VendorBill(
                  row.text("bill"),
                  row.text("agreement"),
                  row.requiredDay("day"),
                  row.requiredDay("from"),
                  row.requiredDay("until"),
                  List.of()),
          (bill, to) ->
              to.set("bill", bill.id())
                  .set("agreement", bill.agreement())
                  .set("day", bill.day())
                  .set("from", bill.from())
                  .set("until", bill.until()));

  public static final RowMapper<RowOf> ROW =
      new RowMapper<>(
          BookSchema.BILL_ROWS,
          row ->
              new RowOf(
                  row.text("bill"),
                  new VendorBill.BilledRow(
                      row.requiredNumber("row"),
                      row.text("line"),
                      row.text("text"),
                      row.requiredDecimal("quantity"),
                      row.requiredDecimal("amount"))),
          (one, to) ->
              to.set("bill", one.bill())
                  .set("row", one.row().row())
                  .set("line", one.row().line())
                  .set("text", one.row().text())
                  .set("quantity", one.row().quantity())
                  .set("amount", one.row().amount()));
}
