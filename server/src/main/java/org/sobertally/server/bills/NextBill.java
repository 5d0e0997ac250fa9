package org.sobertally.server.bills;

import java.time.LocalDate;
import java.util.List;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.bill.ExpectedBill;
import org.sobertally.core.book.Book;
import org.sobertally.server.http.MoneyDto;

/** What an agreement charges on a day; amounts in its currency. */
@Schema(name = "NextBill")
record NextBill(
    String agreement,
    String vendor,
    LocalDate day,
    String currency,
    MoneyDto total,
    List<NextRow> rows,
    String name,
    String vendorName) {
  @Schema(name = "NextBillRow")
  record NextRow(
      String line,
      String plan,
      ExpectedBill.Kind kind,
      LocalDate from,
      LocalDate until,
      int quantity,
      MoneyDto amount,
      String planName) {}

  static NextBill of(Book book, Agreement of, ExpectedBill bill) {
    return new NextBill(
        of.id(),
        of.vendor(),
        bill.day(),
        of.currency(),
        MoneyDto.of(bill.total(book)),
        bill.rows().stream().map(row -> row(book, row)).toList(),
        of.name(),
        book.vendors().byId(of.vendor()).name());
  }

  private static NextRow row(Book book, ExpectedBill.Row row) {
    return new NextRow(
        book.lines().get(row.line()).id(),
        book.planOfLine(row.line()).id(),
        row.kind(),
        row.from(),
        row.until(),
        row.quantity(),
        MoneyDto.of(row.amount()),
        book.planOfLine(row.line()).name());
  }
}
