package org.sobertally.core.agreement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A bill as it came.
 *
 * @param day on which it is dated
 * @param from the first day that it is for
 * @param until the first day that it is not for
 * @param rows by their number
 */
public record VendorBill(
    String id,
    String agreement,
    LocalDate day,
    LocalDate from,
    LocalDate until,
    List<BilledRow> rows) {

  /**
   * One row.
   *
   * @param line the subscription it charges; null where it names none of ours
   * @param amount in the agreement's currency
   */
  public record BilledRow(
      int row, @Nullable String line, String text, BigDecimal quantity, BigDecimal amount) {}

  public VendorBill {
    rows = rows.stream().sorted(Comparator.comparingInt(BilledRow::row)).toList();
  }

  /** The same with these rows. */
  public VendorBill withRows(List<BilledRow> others) {
    return new VendorBill(id, agreement, day, from, until, others);
  }
}
