package org.sobertally.core.statement;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import org.sobertally.core.book.Book;

/** What one subscription costs day by day: what it costs a year on the day, ÷ 365. */
final class DayCosts {

  /** Decimals of a day's cost; nothing shows below the cents, and 10⁵ seats do not reach them. */
  static final int SCALE = 20;

  static final BigDecimal ZERO = BigDecimal.ZERO.setScale(SCALE);

  /** Below it an amount is what divisions leave over. */
  private static final BigDecimal NOTHING = new BigDecimal("0.0000000001");

  private static final BigDecimal YEAR = BigDecimal.valueOf(365);

  private final Book book;
  private final int line;
  private BigDecimal yearly = BigDecimal.ZERO;
  private BigDecimal daily = ZERO;

  DayCosts(Book book, int line) {
    this.book = book;
    this.line = line;
  }

  /** Whether the amount is more than what divisions leave over. */
  static boolean counts(BigDecimal amount) {
    return amount.abs().compareTo(NOTHING) > 0;
  }

  /** The day's cost in the reporting currency. */
  BigDecimal on(LocalDate day) {
    BigDecimal now = book.yearlyCost(line, day).amount();
    if (now.compareTo(yearly) != 0) {
      yearly = now;
      daily = yearly.divide(YEAR, SCALE, RoundingMode.DOWN);
    }
    return daily;
  }

  BigDecimal sum(LocalDate from, LocalDate until) {
    BigDecimal sum = ZERO;
    for (LocalDate day = from; day.isBefore(until); day = day.plusDays(1)) {
      sum = sum.add(on(day));
    }
    return sum;
  }
}
