package org.sobertally.server.kept;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.inject.Instance;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.bill.BillCheck;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.statement.FoundAgain;
import org.sobertally.core.statement.SeatMove;
import org.sobertally.core.statement.StoppedMoney;
import org.sobertally.core.words.Words;
import org.sobertally.server.figures.Remembered;

/** The ledger of savings with what stands beside it: what is promised, and what was avoided. */
@ApplicationScoped
public class KeptLedger {

  /** How far an entry has come. */
  enum State {
    /** The money does not stop before a day to come. */
    PROMISED,
    /** It is not paid any more. */
    STOPPED,
    /** Finance has signed it. */
    SIGNED,
    /** A seat found again, so that none was bought. */
    AVOIDED
  }

  /**
   * What the money was for.
   *
   * @param line null where the whole agreement costs less
   */
  record Of(String what, String agreement, @Nullable String line, int seats) {}

  /** Who decided it; empty of what nobody had to. */
  record Decided(@Nullable String decidedBy, @Nullable LocalDate decidedOn) {}

  /**
   * How it is proven and who signed it.
   *
   * @param proof by what one can see that the money stopped; null before it has
   */
  record Signed(@Nullable String proof, @Nullable String signedBy, @Nullable LocalDate signedOn) {}

  /**
   * One entry.
   *
   * @param id null of what cannot be signed: promises of renewals, and what was avoided
   * @param cash of the calendar year of the day, up to that day
   * @param path the page that tells what caused it
   */
  record Entry(
      @Nullable String id,
      State state,
      Of of,
      LocalDate from,
      Money yearly,
      Money cash,
      Decided decided,
      Signed signed,
      @Nullable String corrects,
      @Nullable String reason,
      @Nullable String path) {}

  private final Savings savings;
  private final Instance<Promised> promises;
  private final Instance<SeatMoves> seatMoves;

  /** By the book's version: a move that is confirmed makes a new one. */
  private final Remembered<Long, List<FoundAgain>> foundAgain = new Remembered<>(2);

  KeptLedger(Savings savings, Instance<Promised> promises, Instance<SeatMoves> seatMoves) {
    this.savings = savings;
    this.promises = promises;
    this.seatMoves = seatMoves;
  }

  /** Everything known on the day, the newest first. */
  List<Entry> entries(Book book, LocalDate day) {
    List<Entry> entries = new ArrayList<>();
    for (Saving saving : savings.all()) {
      entries.add(entry(book, saving, day));
    }
    for (Promised promised : promises) {
      promised.promised(book, day).stream()
          .filter(one -> one.yearly().amount().signum() > 0)
          .forEach(one -> entries.add(promise(one)));
    }
    for (FoundAgain found : foundAgain(book)) {
      if (!found.move().day().isAfter(day)) {
        entries.add(avoided(book, found));
      }
    }
    entries.sort(
        Comparator.comparing(Entry::from).reversed().thenComparing(entry -> entry.of().what()));
    return entries;
  }

  Entry entry(Book book, Saving saving, LocalDate day) {
    boolean stopped = saving.hasStoppedOn(day);
    Money cash =
        StoppedMoney.within(
            List.of(saving.stopped()), day.withDayOfYear(1), day.plusDays(1), saving.currency);
    boolean signed = saving.signedOn != null && !saving.signedOn.isAfter(day);
    return new Entry(
        saving.id,
        !stopped ? State.PROMISED : signed ? State.SIGNED : State.STOPPED,
        new Of(what(book, saving), saving.agreement, saving.line, saving.seats),
        saving.from,
        new Money(saving.yearly, saving.currency),
        cash,
        new Decided(saving.decidedBy, saving.decidedOn),
        new Signed(
            !stopped ? null : saving.proof != null ? saving.proof : proof(book, saving),
            saving.signedBy,
            saving.signedOn),
        saving.corrects,
        saving.reason,
        saving.slate != null ? "/slates/" + saving.slate : path(saving.agreement));
  }

  private static String path(String agreement) {
    return "/renewals/" + agreement;
  }

  private static String what(Book book, Saving saving) {
    if (saving.what != null) {
      return saving.what;
    }
    int line = saving.line == null ? -1 : book.lines().numberOf(saving.line);
    return line < 0
        ? "The renewal of " + saving.agreement
        : "%s of %s fewer"
            .formatted(Words.count(saving.seats, "seat"), book.planOfLine(line).name());
  }

  private static Entry promise(Promised.Saving one) {
    return new Entry(
        null,
        State.PROMISED,
        new Of(one.what(), one.agreement(), null, 0),
        one.from(),
        one.yearly(),
        Money.zero(one.yearly().currency()),
        new Decided(one.decidedBy(), one.decidedOn()),
        new Signed(null, null, null),
        null,
        null,
        one.path());
  }

  private static Entry avoided(Book book, FoundAgain found) {
    int line = book.lines().require(found.move().line());
    int person = found.move().person() == null ? -1 : book.people().numberOf(found.move().person());
    String whom = person < 0 ? "somebody" : book.people().get(person).name();
    return new Entry(
        null,
        State.AVOIDED,
        new Of(
            "A %s seat found again for %s".formatted(book.planOfLine(line).name(), whom),
            book.lines().get(line).agreement(),
            found.move().line(),
            1),
        found.move().day(),
        found.yearly(),
        Money.zero(found.yearly().currency()),
        new Decided(null, null),
        new Signed(null, null, null),
        null,
        null,
        "/slates/" + found.move().slate());
  }

  /** By what one can see that the money stopped: a bill where one came, else the term. */
  static String proof(Book book, Saving saving) {
    VendorBill bill = billAfter(book, saving);
    return bill != null
        ? "Bill %s of %s charges no more than expected".formatted(bill.id(), Words.day(bill.day()))
        : saving.line == null
            ? "The term from " + Words.day(saving.from)
            : "The quantity from %s; no bill yet".formatted(Words.day(saving.from));
  }

  private static @Nullable VendorBill billAfter(Book book, Saving saving) {
    for (VendorBill bill : book.bills().all()) {
      if (bill.agreement().equals(saving.agreement)
          && !bill.from().isBefore(saving.from)
          && charges(book, bill, saving.line)) {
        return bill;
      }
    }
    return null;
  }

  /** Whether the bill charges what was expected, or less, for the subscription or for all. */
  private static boolean charges(Book book, VendorBill bill, @Nullable String line) {
    BillCheck check = BillCheck.of(book, bill);
    if (line == null) {
      return check.difference().amount().signum() <= 0;
    }
    for (BillCheck.Line one : check.lines()) {
      if (book.lines().get(one.line()).id().equals(line)) {
        return one.difference().amount().signum() <= 0;
      }
    }
    return false;
  }

  private List<FoundAgain> foundAgain(Book book) {
    return foundAgain.get(
        book.version(),
        () -> {
          List<SeatMove> moves = new ArrayList<>();
          seatMoves.forEach(source -> moves.addAll(source.all(book)));
          return FoundAgain.of(book, moves);
        });
  }

  /**
   * Seats found again in the days of {@code [from, until)}.
   *
   * @param yearly what they would have cost a year, unrounded
   */
  public record Found(int seats, Money yearly) {}

  /** By day; to be asked once for many months. */
  public List<Found> foundAgain(Book book, List<LocalDate> days) {
    List<FoundAgain> all = foundAgain(book);
    List<Found> found = new ArrayList<>();
    for (int m = 0; m + 1 < days.size(); m++) {
      Money sum = Money.zero(book.rates().reportingCurrency());
      int seats = 0;
      for (FoundAgain one : all) {
        if (!one.move().day().isBefore(days.get(m)) && one.move().day().isBefore(days.get(m + 1))) {
          seats++;
          sum = sum.plus(one.yearly());
        }
      }
      found.add(new Found(seats, sum));
    }
    return found;
  }
}
