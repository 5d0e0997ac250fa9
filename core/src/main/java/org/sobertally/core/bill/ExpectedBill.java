package org.sobertally.core.bill;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.BillDays;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.bill.Periods.Period;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.money.Money;
import org.sobertally.core.time.Days;

/**
 * What a vendor will charge on a day: the period that begins then, and seats added within the month
 * before. Amounts are in the agreement's currency, each row rounded; the total is their sum.
 *
 * <p>Example: 180 seats at 396.00 a year, billed yearly from 7 Jan 2026: 71,280.00 on that day. Ten
 * more from 1 Mar are billed on 7 Mar for the 312 days to 7 Jan: 10 × 396.00 × 312 ÷ 365 =
 * 3,384.99. Twenty fewer from 1 Jun change only the next period.
 */
public record ExpectedBill(int agreement, LocalDate day, List<Row> rows) {

  private static final int YEAR = 365;

  /** How many months ahead a bill is looked for. */
  private static final int AHEAD = 130;

  /** Why something is charged. */
  public enum Kind {
    PERIOD,
    ADDED
  }

  /**
   * One subscription's part, for days {@code [from, until)}.
   *
   * @param line its number
   * @param amount rounded
   */
  public record Row(
      int line, Kind kind, LocalDate from, LocalDate until, int quantity, Money amount) {}

  /** The sum of the rows. */
  public Money total(Book book) {
    Money sum = Money.zero(book.agreements().get(agreement).currency());
    for (Row row : rows) {
      sum = sum.plus(row.amount());
    }
    return sum;
  }

  /**
   * The first day, {@code day} itself included, on which the agreement charges something and of
   * which no bill has come.
   */
  public static Optional<ExpectedBill> next(Book book, int agreement, LocalDate day) {
    Set<LocalDate> came = new HashSet<>();
    String id = book.agreements().get(agreement).id();
    for (VendorBill bill : book.bills().all()) {
      // What begins long before can only be a bill of earlier days.
      if (bill.agreement().equals(id) && !bill.until().isBefore(day)) {
        from(book, agreement, bill.from()).ifPresent(of -> came.add(of.day()));
      }
    }
    Optional<ExpectedBill> next = from(book, agreement, day);
    while (next.isPresent() && came.contains(next.get().day())) {
      next = from(book, agreement, next.get().day().plusDays(1));
    }
    return next;
  }

  /** The first day, {@code day} itself included, on which the agreement charges something. */
  public static Optional<ExpectedBill> from(Book book, int agreement, LocalDate day) {
    Agreement of = book.agreements().get(agreement);
    LocalDate candidate = day.minusDays(1);
    for (int n = 0; n < AHEAD; n++) {
      candidate = nextDay(of, candidate);
      ExpectedBill bill = on(book, agreement, candidate);
      if (!bill.rows().isEmpty()) {
        return Optional.of(bill);
      }
    }
    return Optional.empty();
  }

  private static LocalDate nextDay(Agreement of, LocalDate day) {
    LocalDate monthly = BillDays.nextMonthly(of, day);
    return BillDays.next(of, day).filter(period -> period.isBefore(monthly)).orElse(monthly);
  }

  /** What the agreement charges on the day; without rows where that is nothing. */
  public static ExpectedBill on(Book book, int agreement, LocalDate day) {
    Agreement of = book.agreements().get(agreement);
    List<Period> periods = Periods.upTo(of, day);
    List<Row> rows = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.lines().get(line).agreement().equals(of.id())) {
        OneLine one = new OneLine(book, of, line);
        for (Period period : periods) {
          if (period.from().equals(day)) {
            one.period(period, rows);
          }
          one.added(period, day, rows);
        }
      }
    }
    rows.sort(
        Comparator.comparing((Row row) -> book.lines().get(row.line()).id())
            .thenComparing(Row::kind)
            .thenComparing(Row::from));
    return new ExpectedBill(agreement, day, List.copyOf(rows));
  }

  /** One subscription. */
  private static final class OneLine {
    private final Book book;
    private final Agreement agreement;
    private final int line;
    private final Subscription of;
    private final boolean held;

    OneLine(Book book, Agreement agreement, int line) {
      this.book = book;
      this.agreement = agreement;
      this.line = line;
      this.of = book.lines().get(line);
      this.held = agreement.billing().of() == Agreement.BilledOf.HELD;
    }

    /**
     * The seats that are billed on the day: those bought, or those held; at least the minimum where
     * any are bought or held at all.
     */
    private int quantity(LocalDate day) {
      PriceList prices = of.pricesOn(day);
      int bought = book.boughtOn(line, day);
      if (!held) {
        return (int) prices.billed(bought);
      }
      return Math.max(heldOn(day), bought > 0 ? prices.minimum() : 0);
    }

    private int heldOn(LocalDate day) {
      Holdings holdings = book.holdings();
      int epoch = Days.of(day);
      int count = 0;
      for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
        count += holdings.openOn(h, epoch) ? 1 : 0;
      }
      return count;
    }

    /** What a seat costs a year on the day, in the band of the seats charged, or held. */
    private BigDecimal unit(LocalDate day) {
      return of.pricesOn(day).seatPriceAt(held ? heldOn(day) : quantity(day));
    }

    void period(Period period, List<Row> rows) {
      int quantity = quantity(period.from());
      if (quantity > 0) {
        long[] part = period.partOfYear();
        add(Kind.PERIOD, period.from(), period.until(), quantity, part, rows);
      }
    }

    /** Increases of the period that are charged on the day. */
    void added(Period period, LocalDate day, List<Row> rows) {
      int highest = quantity(period.from());
      for (LocalDate change : changes(period)) {
        int now = quantity(change);
        if (now > highest) {
          if (BillDays.nextMonthly(agreement, change).equals(day)) {
            long[] part = {ChronoUnit.DAYS.between(change, period.until()), YEAR};
            add(Kind.ADDED, change, period.until(), now - highest, part, rows);
          }
          highest = now;
        }
      }
    }

    /** The days after the first of the period on which the quantity may change. */
    private TreeSet<LocalDate> changes(Period period) {
      TreeSet<LocalDate> days = new TreeSet<>();
      if (held) {
        Holdings holdings = book.holdings();
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          days.add(Days.known(holdings.from(h)));
        }
        of.laterPrices().forEach(prices -> days.add(prices.from()));
      } else {
        of.changes().forEach(change -> days.add(change.day()));
      }
      days.removeIf(day -> !day.isAfter(period.from()) || !period.holds(day));
      return days;
    }

    private void add(
        Kind kind, LocalDate from, LocalDate until, int quantity, long[] part, List<Row> rows) {
      BigDecimal yearly = unit(from).multiply(BigDecimal.valueOf(quantity), MathContext.UNLIMITED);
      Money amount = new Money(yearly, agreement.currency()).share(part[0], part[1]);
      rows.add(new Row(line, kind, from, until, quantity, amount));
    }
  }
}
