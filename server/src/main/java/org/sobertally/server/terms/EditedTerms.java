package org.sobertally.server.terms;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.server.book.schema.Type;

/** An edit of a sheet, read against the book: what becomes otherwise, and what is no value. */
final class EditedTerms {

  private static final int LONGEST_NOTICE = 3_650;
  private static final int MOST_SEATS = 10_000_000;

  /**
   * A value that cannot be.
   *
   * @param of the agreement's or the subscription's id
   * @param field as the edit calls it
   */
  @Schema(name = "TermsFault")
  record Fault(String of, String field, String message) {}

  final List<Agreement> agreements = new ArrayList<>();
  final List<Subscription> lines = new ArrayList<>();
  final List<Fault> faults = new ArrayList<>();

  private final Book book;
  private final LocalDate today;
  private final LocalDate from;
  private final String why;

  /**
   * @param vendor whose sheet it is; what is another's is a fault
   */
  EditedTerms(Book book, String vendor, TermsEdit edit, LocalDate today) {
    this.book = book;
    this.today = today;
    this.from = day("", "from", edit.from(), today);
    if (from.isBefore(today)) {
      faults.add(
          new Fault("", "from", "What was bought before %s stays as it was.".formatted(today)));
    }
    this.why = edit.why() == null ? "" : edit.why().strip();
    for (TermsEdit.AgreementEdit one : edit.agreements()) {
      boolean known =
          book.agreements().has(one.agreement())
              && book.agreements().byId(one.agreement()).vendor().equals(vendor);
      if (known) {
        read(one);
      } else {
        faults.add(new Fault(one.agreement(), "agreement", "It is not on this sheet any more."));
      }
    }
    for (TermsEdit.LineEdit one : edit.lines()) {
      int line = book.lines().numberOf(one.line());
      if (line >= 0 && book.vendors().get(book.vendorOfLine(line)).id().equals(vendor)) {
        read(one, book.lines().get(line));
      } else {
        faults.add(new Fault(one.line(), "line", "It is not on this sheet any more."));
      }
    }
  }

  /** The day from which other quantities hold. */
  LocalDate from() {
    return from;
  }

  boolean isFromToday() {
    return from.equals(today);
  }

  /** The book as it would be. */
  Book changed() {
    Book changed = book;
    for (Agreement agreement : agreements) {
      changed = changed.withAgreement(agreement);
    }
    for (Subscription line : lines) {
      changed = changed.withLine(line);
    }
    return changed;
  }

  private void read(TermsEdit.AgreementEdit edit) {
    Agreement now = book.agreements().byId(edit.agreement());
    String id = now.id();
    LocalDate starts = day(id, "starts", edit.starts(), now.starts());
    LocalDate ends = day(id, "ends", edit.ends(), now.ends());
    if (!starts.isBefore(ends)) {
      faults.add(
          new Fault(
              id, "ends", "It starts on %s: the term must end after that.".formatted(starts)));
      return;
    }
    String name = edit.name() == null ? now.name() : edit.name().strip();
    if (name.isEmpty() || name.length() > 200) {
      faults.add(new Fault(id, "name", "Use a name of at most 200 characters."));
      return;
    }
    Agreement changed =
        new Agreement(
            id,
            now.vendor(),
            name,
            now.currency(),
            starts,
            ends,
            number(id, "noticeDays", edit.noticeDays(), now.noticeDays(), LONGEST_NOTICE),
            choice(id, "renews", edit.renews(), now.renews()),
            choice(id, "mayShrink", edit.mayShrink(), now.mayShrink()),
            now.floor());
    if (!changed.equals(now)) {
      agreements.add(changed);
    }
  }

  private void read(TermsEdit.LineEdit edit, Subscription now) {
    String id = now.id();
    PriceList prices = now.prices();
    List<PriceList.PriceBreak> breaks =
        edit.breaks() == null ? prices.breaks() : breaks(id, edit.breaks());
    PriceList.Pricing pricing = choice(id, "pricing", edit.pricing(), prices.pricing());
    if (pricing == PriceList.Pricing.FLAT && !breaks.isEmpty()) {
      faults.add(
          new Fault(id, "pricing", "A flat price has no prices by quantity: take them out first."));
    }
    PriceList changed =
        new PriceList(
            pricing,
            price(id, "unitPrice", edit.unitPrice(), prices.unitPrice()),
            breaks,
            number(id, "minimum", edit.minimum(), prices.minimum(), MOST_SEATS));
    if (!changed.equals(prices) && from.isAfter(today)) {
      faults.add(
          new Fault(
              id, "from", "A later day is of quantities only: set prices from today, apart."));
    }
    int before = now.quantityOn(from);
    int bought = number(id, "bought", edit.bought(), before, MOST_SEATS);
    List<Subscription.QuantityChange> changes = new ArrayList<>(now.changes());
    if (bought != before) {
      change(changes, bought - before);
    }
    Subscription line =
        new Subscription(id, now.agreement(), now.plan(), now.seats(), changed, changes);
    if (!line.equals(now)) {
      lines.add(line);
    }
  }

  /** Another quantity holds from that day on: what was bought before stays as it was. */
  private void change(List<Subscription.QuantityChange> changes, int more) {
    int delta = more;
    for (Subscription.QuantityChange same : List.copyOf(changes)) {
      if (same.day().equals(from)) {
        delta += same.delta();
        changes.remove(same);
      }
    }
    if (delta != 0) {
      changes.add(new Subscription.QuantityChange(from, delta, why.isEmpty() ? null : why));
    }
  }

  private List<PriceList.PriceBreak> breaks(String id, List<TermsEdit.BreakEdit> edits) {
    List<PriceList.PriceBreak> breaks = new ArrayList<>();
    Set<Integer> from = new HashSet<>();
    for (TermsEdit.BreakEdit edit : edits) {
      int seats = number(id, "breaks", edit.fromSeats(), 0, MOST_SEATS);
      if (seats < 2) {
        faults.add(new Fault(id, "breaks", "A price by quantity begins at 2 seats or more."));
      } else if (!from.add(seats)) {
        faults.add(
            new Fault(id, "breaks", "Two prices begin at %,d seats: keep one.".formatted(seats)));
      } else {
        breaks.add(
            new PriceList.PriceBreak(
                seats, price(id, "breaks", edit.unitPrice(), BigDecimal.ZERO)));
      }
    }
    breaks.sort(Comparator.comparingInt(PriceList.PriceBreak::fromSeats));
    return breaks;
  }

  private LocalDate day(String id, String field, String text, LocalDate now) {
    if (text == null) {
      return now;
    }
    try {
      return LocalDate.parse(Type.DATE.canonicalOf(text.strip()));
    } catch (Type.BadValueException | DateTimeException e) {
      faults.add(new Fault(id, field, e.getMessage()));
      return now;
    }
  }

  private int number(String id, String field, String text, int now, int most) {
    if (text == null) {
      return now;
    }
    try {
      int number = Integer.parseInt(Type.COUNT.canonicalOf(text.strip()));
      if (number <= most) {
        return number;
      }
      faults.add(new Fault(id, field, "Use at most %,d.".formatted(most)));
    } catch (Type.BadValueException e) {
      faults.add(new Fault(id, field, e.getMessage()));
    }
    return now;
  }

  private BigDecimal price(String id, String field, String text, BigDecimal now) {
    if (text == null) {
      return now;
    }
    try {
      return new BigDecimal(Type.PRICE.canonicalOf(text.strip()));
    } catch (Type.BadValueException e) {
      faults.add(new Fault(id, field, e.getMessage()));
      return now;
    }
  }

  private <E extends Enum<E>> E choice(String id, String field, String text, E now) {
    if (text == null) {
      return now;
    }
    for (E one : now.getDeclaringClass().getEnumConstants()) {
      if (one.name().equals(text)) {
        return one;
      }
    }
    faults.add(new Fault(id, field, "'%s' is none of what it may be.".formatted(text)));
    return now;
  }
}
