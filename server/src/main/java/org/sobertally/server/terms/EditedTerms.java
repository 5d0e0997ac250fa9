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
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
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
  record Fault(String of, String field, @Nullable String message) {}

  final List<Agreement> agreements = new ArrayList<>();
  final List<Subscription> lines = new ArrayList<>();
  final List<Fault> faults = new ArrayList<>();

  private final Book book;
  private final LocalDate today;
  private final LocalDate from;
  private final boolean dated;
  private final String why;

  /**
   * @param vendor whose sheet it is; what is another's is a fault
   */
  EditedTerms(Book book, String vendor, TermsEdit edit, LocalDate today) {
    this.book = book;
    this.today = today;
    this.from = day("", "from", edit.from(), today);
    this.dated = edit.from() != null;
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

  /** The day from which it holds; today where what is written down is put right. */
  LocalDate from() {
    return from;
  }

  /** Whether what was before {@link #from} stays as it is. */
  boolean isDated() {
    return dated;
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
    String name = edit.name() == null ? now.name() : edit.name().strip();
    Term held = now.termOn(from);
    Term then =
        new Term(
            dated ? from : held.from(),
            day(id, "ends", edit.ends(), held.ends()),
            number(id, "noticeDays", edit.noticeDays(), held.noticeDays(), LONGEST_NOTICE),
            choice(id, "renews", edit.renews(), held.renews()),
            choice(id, "mayShrink", edit.mayShrink(), held.mayShrink()));
    boolean other = !held.equals(then) && !(dated && same(held, then));
    Fault fault = faultOf(edit, now, name, starts, then, other);
    if (fault != null) {
      faults.add(fault);
      return;
    }
    Agreement changed = withTerm(now, name, starts, other ? then : held, other);
    if (!changed.equals(now)) {
      agreements.add(changed);
    }
  }

  /** What keeps the agreement from having that name, beginning and term; null for nothing. */
  private @Nullable Fault faultOf(
      TermsEdit.AgreementEdit edit,
      Agreement now,
      String name,
      LocalDate starts,
      Term then,
      boolean other) {
    String id = now.id();
    if (name.isEmpty() || name.length() > 200) {
      return new Fault(id, "name", "Use a name of at most 200 characters.");
    }
    boolean first = !dated && now.termOn(from).from().equals(now.starts());
    LocalDate begins = first ? starts : then.from();
    if (!begins.isBefore(then.ends()) && (edit.ends() != null || edit.starts() != null)) {
      return new Fault(
          id, "ends", "It starts on %s: the term must end after that.".formatted(begins));
    }
    if (dated && edit.starts() != null && !starts.equals(now.starts())) {
      return new Fault(id, "starts", "When it began is put right for good, and not from a day on.");
    }
    if (dated && then.renews() == Agreement.Renews.MANUAL && !from.isBefore(then.ends())) {
      return new Fault(
          id, "ends", "A term that is renewed by hand needs an end after %s.".formatted(from));
    }
    return other && dated && !from.isAfter(now.starts())
        ? new Fault(id, "from", "It starts on %s: choose a later day.".formatted(now.starts()))
        : tooLate(now, starts);
  }

  private static @Nullable Fault tooLate(Agreement now, LocalDate starts) {
    LocalDate later = now.later().isEmpty() ? null : now.later().get(0).from();
    return later == null || starts.isBefore(later)
        ? null
        : new Fault(now.id(), "starts", "A later term begins on %s already.".formatted(later));
  }

  private static boolean same(Term held, Term then) {
    return held.equals(
        new Term(held.from(), then.ends(), then.noticeDays(), then.renews(), then.mayShrink()));
  }

  /** Of a later term only what becomes otherwise is written down. */
  private static Term.Later laterTerm(Term before, Term then) {
    return new Term.Later(
        then.from(),
        then.ends().isAfter(then.from()) ? changed(before.ends(), then.ends()) : null,
        changed(before.noticeDays(), then.noticeDays()),
        changed(before.renews(), then.renews()),
        changed(before.mayShrink(), then.mayShrink()));
  }

  private Agreement withTerm(
      Agreement now, String name, LocalDate starts, Term then, boolean other) {
    boolean first = !dated && now.termOn(from).from().equals(now.starts());
    List<Term.Later> later = new ArrayList<>(now.later());
    if (other && !first) {
      later.removeIf(one -> one.from().equals(then.from()));
      later.add(laterTerm(now.termOn(then.from().minusDays(1)), then));
    }
    boolean put = other && first;
    return new Agreement(
        now.id(),
        now.vendor(),
        name,
        now.currency(),
        starts,
        put ? then.ends() : now.ends(),
        put ? then.noticeDays() : now.noticeDays(),
        put ? then.renews() : now.renews(),
        put ? then.mayShrink() : now.mayShrink(),
        now.floor(),
        later,
        now.billing());
  }

  /** Null for as before. */
  private static <T> @Nullable T changed(T before, T then) {
    return before.equals(then) ? null : then;
  }

  private void read(TermsEdit.LineEdit edit, Subscription now) {
    String id = now.id();
    PriceList prices = now.pricesOn(from);
    List<PriceList.PriceBreak> breaks =
        edit.breaks() == null ? prices.breaks() : breaks(id, edit.breaks());
    PriceList then = prices(edit, prices, breaks);
    int before = now.quantityOn(from);
    int bought = number(id, "bought", edit.bought(), before, MOST_SEATS);
    if (bought != before && from.isBefore(today)) {
      faults.add(
          new Fault(id, "from", "What was bought before %s stays as it was.".formatted(today)));
    }
    List<Subscription.QuantityChange> changes = new ArrayList<>(now.changes());
    if (bought != before) {
      change(changes, bought - before);
    }
    Subscription line = withPrices(now, then).withChanges(changes);
    if (!line.equals(now)) {
      lines.add(line);
    }
  }

  private Subscription withPrices(Subscription now, PriceList then) {
    if (then.equals(now.pricesOn(from))) {
      return now;
    }
    LocalDate begins =
        dated
            ? from
            : now.laterPrices().stream()
                .map(Subscription.LaterPrices::from)
                .filter(day -> !day.isAfter(today))
                .reduce((earlier, newer) -> newer)
                .orElse(null);
    if (begins == null) {
      return now.withPrices(then, now.laterPrices());
    }
    PriceList before = now.pricesOn(begins.minusDays(1));
    List<Subscription.LaterPrices> later = new ArrayList<>(now.laterPrices());
    later.removeIf(one -> one.from().equals(begins));
    later.add(
        new Subscription.LaterPrices(
            begins,
            then.unitPrice(),
            changed(before.pricing(), then.pricing()),
            changed(before.minimum(), then.minimum()),
            then.breaks()));
    return now.withPrices(now.prices(), later);
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

  private PriceList prices(
      TermsEdit.LineEdit edit, PriceList now, List<PriceList.PriceBreak> breaks) {
    String id = edit.line();
    PriceList.Pricing pricing = choice(id, "pricing", edit.pricing(), now.pricing());
    if (pricing == PriceList.Pricing.FLAT && !breaks.isEmpty()) {
      faults.add(
          new Fault(id, "pricing", "A flat price has no prices by quantity: take them out first."));
    }
    return new PriceList(
        pricing,
        price(id, "unitPrice", edit.unitPrice(), now.unitPrice()),
        breaks,
        number(id, "minimum", edit.minimum(), now.minimum(), MOST_SEATS));
  }
}
