package org.sobertally.core.allowance;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.agreement.Allowance.Metered;
import org.sobertally.core.book.Book;

/**
 * An allowance in the period that holds a day.
 *
 * <p>Example: 20,000 report runs a month from the 15th; 14,300 were used in the 16 days from 15 to
 * 30 Sep: 893.75 a day. The 5,700 that are left last 6.4 days more: they run out on 7 Oct, before
 * 15 Oct.
 *
 * @param from the period's first day
 * @param until the first day after it; null where the agreement ends without a day
 * @param granted for the period
 * @param known what is known of it; null where nothing is
 */
public record AllowanceUse(
    Allowance allowance,
    LocalDate from,
    @Nullable LocalDate until,
    BigDecimal granted,
    @Nullable Known known) {

  /** With fewer days nobody can say where it leads. */
  private static final int LEAST_DAYS = 7;

  private static final int MOST_ACCOUNTS = 10;
  private static final int PACE_DIGITS = 6;
  private static final BigDecimal FAR = BigDecimal.valueOf(1_000_000);

  /**
   * What is known.
   *
   * @param left below zero where more was used than granted
   * @param perDay over the days that are known, both ends included
   * @param measureDay to which it is known
   * @param runsOut the day on which it did, or will at that pace; null where not within the period,
   *     or where fewer than seven days are known
   * @param accounts those that used most
   */
  public record Known(
      BigDecimal used,
      BigDecimal left,
      BigDecimal perDay,
      LocalDate measureDay,
      @Nullable LocalDate runsOut,
      List<OfAccount> accounts) {}

  /** What one account used. */
  public record OfAccount(String account, BigDecimal used) {}

  /** As of the day. */
  public static AllowanceUse of(Book book, Allowance allowance, LocalDate asOf) {
    Agreement agreement =
        allowance.agreement() == null ? null : book.agreements().byId(allowance.agreement());
    LocalDate[] period = period(agreement, allowance.span(), asOf);
    BigDecimal granted = granted(book, allowance, asOf);
    Known known = known(allowance, period[0], period[1], granted, asOf);
    return new AllowanceUse(allowance, period[0], period[1], granted, known);
  }

  private static BigDecimal granted(Book book, Allowance allowance, LocalDate asOf) {
    if (allowance.per() == Allowance.Per.AGREEMENT) {
      return allowance.amount();
    }
    long seats = 0;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(allowance.plan())) {
        seats += book.boughtOn(line, asOf);
      }
    }
    return allowance.amount().multiply(BigDecimal.valueOf(seats));
  }

  /** Months and years run from the day on which the term ends, or by the calendar. */
  private static LocalDate[] period(
      @Nullable Agreement agreement, Allowance.Span span, LocalDate asOf) {
    if (span == Allowance.Span.TERM && agreement != null) {
      return term(agreement, asOf);
    }
    LocalDate anchor =
        agreement == null ? LocalDate.of(asOf.getYear(), 1, 1) : agreement.termOn(asOf).ends();
    if (span == Allowance.Span.MONTH) {
      YearMonth month = YearMonth.from(asOf);
      LocalDate begins = inMonth(month, anchor);
      return begins.isAfter(asOf)
          ? new LocalDate[] {inMonth(month.minusMonths(1), anchor), begins}
          : new LocalDate[] {begins, inMonth(month.plusMonths(1), anchor)};
    }
    LocalDate begins = anchor.plusYears(asOf.getYear() - (long) anchor.getYear());
    long years = asOf.getYear() - (long) anchor.getYear() + (begins.isAfter(asOf) ? -1 : 0);
    return new LocalDate[] {anchor.plusYears(years), anchor.plusYears(years + 1)};
  }

  private static LocalDate inMonth(YearMonth month, LocalDate anchor) {
    return month.atDay(Math.min(anchor.getDayOfMonth(), month.lengthOfMonth()));
  }

  private static LocalDate[] term(Agreement agreement, LocalDate asOf) {
    LocalDate from = agreement.starts();
    LocalDate next = agreement.nextRenewal(from).orElse(null);
    while (next != null && !next.isAfter(asOf)) {
      from = next;
      next = agreement.nextRenewal(from).orElse(null);
    }
    return new LocalDate[] {from, next};
  }

  private static @Nullable Known known(
      Allowance allowance,
      LocalDate from,
      @Nullable LocalDate until,
      BigDecimal granted,
      LocalDate asOf) {
    List<Metered> meter = allowance.meter();
    if (meter.isEmpty()) {
      return null;
    }
    LocalDate last = meter.get(meter.size() - 1).day();
    LocalDate measured = last.isBefore(asOf) ? last : asOf;
    LocalDate begun = meter.get(0).day();
    LocalDate first = begun.isAfter(from) ? begun : from;
    if (measured.isBefore(first)) {
      return null;
    }
    BigDecimal used = BigDecimal.ZERO;
    LocalDate ranOut = null;
    Map<String, BigDecimal> byAccount = new TreeMap<>();
    for (Metered row : meter) {
      if (!row.day().isBefore(first) && !row.day().isAfter(measured)) {
        used = used.add(row.used());
        if (ranOut == null && used.compareTo(granted) >= 0) {
          ranOut = row.day();
        }
        if (row.account() != null) {
          byAccount.merge(row.account(), row.used(), BigDecimal::add);
        }
      }
    }
    long days = ChronoUnit.DAYS.between(first, measured) + 1;
    BigDecimal left = granted.subtract(used);
    BigDecimal pace =
        used.divide(BigDecimal.valueOf(days), MathContext.DECIMAL128)
            .setScale(PACE_DIGITS, RoundingMode.HALF_EVEN)
            .stripTrailingZeros();
    LocalDate runsOut = ranOut == null ? runsOut(left, used, days, measured, until) : ranOut;
    return new Known(used, left, pace, measured, runsOut, most(byAccount));
  }

  /**
   * The day on which the last unit goes at the pace so far: left ÷ (used ÷ days), rounded up.
   *
   * @return null where it lasts until the end, or too little is known of the pace
   */
  private static @Nullable LocalDate runsOut(
      BigDecimal left, BigDecimal used, long days, LocalDate measured, @Nullable LocalDate until) {
    if (days < LEAST_DAYS || used.signum() <= 0) {
      return null;
    }
    BigDecimal more = left.multiply(BigDecimal.valueOf(days)).divide(used, 0, RoundingMode.CEILING);
    LocalDate day = more.compareTo(FAR) > 0 ? null : measured.plusDays(more.longValueExact());
    return day == null || until != null && !day.isBefore(until) ? null : day;
  }

  private static List<OfAccount> most(Map<String, BigDecimal> byAccount) {
    List<OfAccount> all = new ArrayList<>();
    byAccount.forEach((account, used) -> all.add(new OfAccount(account, used)));
    all.sort(Comparator.comparing(OfAccount::used).reversed().thenComparing(OfAccount::account));
    return List.copyOf(all.subList(0, Math.min(MOST_ACCOUNTS, all.size())));
  }
}
