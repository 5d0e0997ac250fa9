package org.sobertally.server.bills;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.bill.BillCheck;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.MoneyWords;
import org.sobertally.core.words.Words;
import org.sobertally.server.access.Role;
import org.sobertally.server.desk.DeskSource;

/** Bills that are otherwise than expected, as long as nobody has dealt with them. */
@ApplicationScoped
class BillsOnDesk implements DeskSource {

  /** After so many days without an answer one asks again. */
  private static final int ASK_AGAIN = 21;

  private final BillNotes notes;

  BillsOnDesk(BillNotes notes) {
    this.notes = notes;
  }

  @Override
  public List<Line> lines(Book book, Asker asker) {
    if (asker.role() != Role.STEWARD || book.bills().size() == 0) {
      return List.of();
    }
    Map<String, BillNote> known = notes.all();
    List<Line> lines = new ArrayList<>();
    for (VendorBill bill : book.bills().all()) {
      if (!bill.day().isAfter(asker.day())) {
        add(book, bill, known.get(bill.id()), asker.day(), lines);
      }
    }
    return lines;
  }

  private static String moreOrLess(Money difference) {
    return difference.amount().signum() > 0
        ? MoneyWords.exact(difference) + " more"
        : MoneyWords.exact(difference.negated()) + " less";
  }

  private static void add(
      Book book, VendorBill bill, @Nullable BillNote note, LocalDate day, List<Line> lines) {
    BillState state = BillNotes.state(note);
    boolean late =
        note != null
            && state == BillState.DISPUTED
            && !day.isBefore(note.noted.plusDays(ASK_AGAIN));
    if (state != BillState.OPEN && !late) {
      return;
    }
    Money difference = BillCheck.of(book, bill).difference().rounded();
    if (difference.isZero()) {
      return;
    }
    String name = book.agreements().byId(bill.agreement()).name();
    lines.add(
        new Line(
                About.BILL,
                note != null && late
                    ? "The bill %s of %s is disputed since %s"
                        .formatted(bill.id(), name, Words.day(note.noted))
                    : "The bill %s of %s is %s than expected"
                        .formatted(bill.id(), name, moreOrLess(difference)),
                late ? "The vendor has not answered." : "It is paid as it is.",
                null,
                null,
                "/bills?bill=" + bill.id())
            .of(bill.agreement()));
  }
}
