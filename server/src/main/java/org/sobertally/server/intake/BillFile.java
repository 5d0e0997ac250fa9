package org.sobertally.server.intake;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.bill.ExpectedBill;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.server.bills.BillForm;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.refusal.Refusal;

/**
 * Takes a vendor's bills, one row per position. A bill is taken whole or not at all: with a row
 * missing it would differ from what is expected for no reason of the vendor's.
 */
final class BillFile {

  /** What is charged and was not bought as seats: a row without a subscription. */
  private static final String NOTHING_OF_OURS = "-";

  /** What the rules of a bill call a field that is called otherwise here. */
  private static final Map<String, String> FIELDS =
      Map.of("from", "first_day", "until", "last_day");

  private final FileChanges draft;
  private final String vendor;
  private final Amounts amounts;
  private final Map<String, Bill> bills = new LinkedHashMap<>();

  /** A bill while its rows are read. */
  private static final class Bill {
    private final String id;
    private final int firstRow;
    private final Map<String, String> said = new HashMap<>();
    private final List<Position> positions = new ArrayList<>();
    private boolean atFault;

    Bill(String id, int firstRow) {
      this.id = id;
      this.firstRow = firstRow;
    }
  }

  /**
   * @param plan null where nothing that was bought is charged
   */
  private record Position(
      int row, @Nullable String plan, String text, BigDecimal quantity, BigDecimal amount) {}

  BillFile(FileChanges draft, String vendor) {
    this.draft = draft;
    this.vendor = vendor;
    this.amounts =
        Amounts.likeliest(
            IntStream.range(0, draft.sheet.rows().size())
                .mapToObj(row -> draft.text(row, "amount"))
                .toList());
  }

  void take(Progress progress) throws BookRows.NotAValueException {
    draft.forEachRow(progress, this::row);
    for (Bill bill : bills.values()) {
      if (bill.atFault) {
        draft.notes.add(
            "The bill %s is not taken: mend the rows that are named, and bring it in again."
                .formatted(bill.id));
      } else {
        try {
          put(whole(bill));
        } catch (BadRowException e) {
          draft.reject(bill.firstRow, e.field(), e.getMessage());
        }
      }
    }
  }

  private void row(int row) throws BadRowException {
    String number = draft.text(row, "bill").strip();
    String id = number.isEmpty() ? draft.mapping.source() : number;
    Bill bill = bills.computeIfAbsent(id, key -> new Bill(key, row));
    try {
      for (String field :
          List.of("agreement", "day", "first_day", "last_day", "total", "currency")) {
        sayOnce(bill, row, field);
      }
      bill.positions.add(position(row));
    } catch (BadRowException e) {
      bill.atFault = true;
      throw e;
    }
  }

  /** What stands on every row must be the same on all rows of a bill. */
  private void sayOnce(Bill bill, int row, String field) throws BadRowException {
    String text = draft.text(row, field).strip();
    if (!text.isEmpty()) {
      String before = bill.said.putIfAbsent(field, text);
      if (before != null && !before.equals(text)) {
        throw new BadRowException(
            field,
            "An earlier row of the bill %s says '%s'. A bill is of one agreement and one period."
                .formatted(bill.id, before));
      }
    }
  }

  private Position position(int row) throws BadRowException {
    String said = draft.text(row, "plan").strip();
    BigDecimal quantity = Amounts.POINT.amount(draft.text(row, "quantity"));
    if (quantity == null) {
      throw new BadRowException(
          "quantity", "'%s' is no quantity.".formatted(draft.text(row, "quantity")));
    }
    BigDecimal amount = amounts.amount(draft.text(row, "amount"));
    if (amount == null) {
      throw new BadRowException(
          "amount", "'%s' is no amount.".formatted(draft.text(row, "amount")));
    }
    if (said.isEmpty()) {
      throw new BadRowException("plan", "The row does not say what is charged.");
    }
    String meant = draft.mapping.meant(said);
    if (meant.equals(NOTHING_OF_OURS)) {
      draft.count(FileChanges.Count.LEFT_OUT);
      return new Position(row, null, said, quantity, amount);
    }
    return new Position(row, plan(meant), said, quantity, amount);
  }

  private String plan(String word) throws BadRowException {
    String vendorName = draft.book.vendors().byId(vendor).name();
    for (Plan plan : draft.book.plans().all()) {
      boolean named =
          word.equalsIgnoreCase(plan.id())
              || word.equalsIgnoreCase(plan.name())
              || word.equalsIgnoreCase(vendorName + " " + plan.name());
      if (plan.vendor().equals(vendor) && named) {
        return plan.id();
      }
    }
    throw new BadRowException("plan", "This vendor has no plan '%s' here.".formatted(word));
  }

  private VendorBill whole(Bill bill) throws BadRowException {
    Agreement agreement = agreement(bill);
    LocalDate day = day(bill, "day");
    LocalDate from = day(bill, "first_day");
    LocalDate last = day(bill, "last_day");
    LocalDate until = last == null ? null : last.plusDays(1);
    if (from == null || until == null) {
      ExpectedBill.Row expected = expected(agreement, from == null ? day : from);
      from = from == null ? expected.from() : from;
      until = until == null ? expected.until() : until;
    }
    List<BillForm.Row> rows = new ArrayList<>();
    for (Position one : bill.positions) {
      rows.add(new BillForm.Row(line(agreement, one), one.text(), one.quantity(), one.amount()));
    }
    String total = bill.said.get("total");
    String currency = bill.said.get("currency");
    try {
      return new BillForm(
              bill.id,
              agreement.id(),
              (day == null ? from : day).toString(),
              from.toString(),
              until.toString(),
              rows,
              total == null ? null : amounts.amount(total),
              currency == null ? null : currency.toUpperCase(Locale.ROOT),
              null)
          .read(draft.book);
    } catch (Refusal e) {
      throw refused(e.getMessage());
    }
  }

  /** The rules of a bill name the field before what is wrong with it. */
  private static BadRowException refused(String said) {
    int colon = said.indexOf(": ");
    String field = colon < 0 ? "" : said.substring(0, colon);
    return Set.of("currency", "from", "until", "total").contains(field)
        ? new BadRowException(FIELDS.getOrDefault(field, field), said.substring(colon + 2))
        : new BadRowException(null, said);
  }

  private @Nullable LocalDate day(Bill bill, String field) throws BadRowException {
    String text = bill.said.get(field);
    LocalDate day = text == null ? null : draft.mapping.dayForm().day(text);
    if (text != null && day == null) {
      throw new BadRowException(field, draft.mapping.dayForm().asked().formatted(text));
    }
    return day;
  }

  /** The period that is due on the day, of a bill that says none. */
  private ExpectedBill.Row expected(Agreement agreement, @Nullable LocalDate day)
      throws BadRowException {
    if (day == null) {
      throw new BadRowException(
          "first_day",
          "The bill says neither its day nor its period: a column must say one of them.");
    }
    Optional<ExpectedBill> due =
        ExpectedBill.from(draft.book, draft.book.agreements().require(agreement.id()), day);
    if (due.isEmpty() || due.get().rows().isEmpty()) {
      throw new BadRowException(
          "first_day",
          "Nothing is due on %s by then: a column must say the period.".formatted(day));
    }
    return due.get().rows().get(0);
  }

  private Agreement agreement(Bill bill) throws BadRowException {
    String said = bill.said.getOrDefault("agreement", "");
    Set<String> sells = new HashSet<>();
    for (Subscription line : draft.book.lines().all()) {
      if (bill.positions.stream().anyMatch(one -> line.plan().equals(one.plan()))) {
        sells.add(line.agreement());
      }
    }
    List<Agreement> meant =
        draft.book.agreements().all().stream()
            .filter(one -> one.vendor().equals(vendor))
            .filter(
                one ->
                    said.isEmpty()
                        ? sells.isEmpty() || sells.contains(one.id())
                        : one.id().equalsIgnoreCase(said) || one.name().equalsIgnoreCase(said))
            .toList();
    if (meant.size() == 1) {
      return meant.get(0);
    }
    throw new BadRowException(
        "agreement",
        said.isEmpty()
            ? "%d agreements with this vendor could be meant: a column must say which."
                .formatted(meant.size())
            : "There is no agreement '%s' with this vendor.".formatted(said));
  }

  /** The subscription of the plan on the agreement; none where it was not bought on it. */
  private @Nullable String line(Agreement agreement, Position position) {
    return draft.book.lines().all().stream()
        .filter(line -> line.agreement().equals(agreement.id()))
        .filter(line -> line.plan().equals(position.plan()))
        .map(Subscription::id)
        .findFirst()
        .orElse(null);
  }

  private void put(VendorBill bill) throws BookRows.NotAValueException {
    Map<String, String> head = new HashMap<>();
    head.put("bill", bill.id());
    head.put("agreement", bill.agreement());
    head.put("day", bill.day().toString());
    head.put("from", bill.from().toString());
    head.put("until", bill.until().toString());
    draft.countAndPut(BookSchema.BILLS, null, BookRows.row(BookSchema.BILLS, head));
    for (VendorBill.BilledRow one : bill.rows()) {
      Map<String, String> row = new HashMap<>();
      row.put("bill", bill.id());
      row.put("row", String.valueOf(one.row()));
      row.put("line", one.line());
      row.put("text", one.text());
      row.put("quantity", one.quantity().toPlainString());
      row.put("amount", one.amount().toPlainString());
      draft.put(BookSchema.BILL_ROWS, null, row);
    }
  }
}
