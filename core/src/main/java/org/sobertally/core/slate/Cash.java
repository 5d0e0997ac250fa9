package org.sobertally.core.slate;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;

/** When money that a move sets free really stops being paid. */
public final class Cash {

  private Cash() {}

  /** The first day on which one seat fewer of the subscription is paid; empty where it never is. */
  public static Optional<LocalDate> stopsOn(Book book, int line, LocalDate asOf) {
    return book.agreementOfLine(line).shrinksFrom(asOf);
  }

  /**
   * The last day on which the vendor can be told that fewer seats are wanted.
   *
   * @param from the first day on which fewer are paid
   */
  public static LocalDate noticeFor(Agreement agreement, LocalDate from, LocalDate asOf) {
    return agreement.termOn(asOf).mayShrink() == Agreement.MayShrink.AT_RENEWAL
        ? agreement.noticeFor(from)
        : from.minusDays(1);
  }

  /**
   * What an amount a year comes to from {@code from} to the end of the year of {@code asOf}, by
   * days, rounded half-even. Example: −396.00 a year from 7 Jan 2027, as of 30 Sep 2026: 0.00; from
   * 1 Oct 2026: −396.00 × 92 / 365 = −99.81.
   */
  public static Money thisYear(Money yearly, LocalDate from, LocalDate asOf) {
    LocalDate nextYear = LocalDate.of(asOf.getYear() + 1, 1, 1);
    if (!from.isBefore(nextYear)) {
      return Money.zero(yearly.currency()).rounded();
    }
    return yearly.share(ChronoUnit.DAYS.between(from, nextYear), asOf.lengthOfYear());
  }
}
