package org.sobertally.core.statement;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;

/**
 * What was paid in each month, who bore it, and how much of it did work; in the reporting currency.
 *
 * <p>A day's cost of a subscription is its yearly cost ÷ 365; a seat's share of it is the cost ÷
 * the seats bought, or held where more are. A held seat is borne by whoever holds it; what is
 * promised, resting, spare or held by an account without an owner is held by nobody, or spread over
 * the holders of the same subscription on the same day. Shares are cut to cents by largest
 * remainders, so that they add up to what was paid.
 *
 * <p>Example: ten seats at 365.00 a year, of which Ada (Yard) holds one and Ben (Ferries) one from
 * the 16th on: September costs 300.00, of which Yard bears 30.00, Ferries 15.00 and nobody holds
 * 255.00; spread, Yard bears 225.00 and Ferries 75.00.
 *
 * @param months by month; without those after the day asked
 */
public record Statement(Bearing by, boolean spread, List<Month> months) {

  /**
   * What is asked for.
   *
   * @param from the first month
   * @param to the last month
   * @param asOf the last day that counts
   * @param spread whether what nobody holds is spread over those who hold
   */
  public record Asked(YearMonth from, YearMonth to, LocalDate asOf, Bearing by, boolean spread) {}

  /**
   * One month, or what of it has passed.
   *
   * @param until the first day that is not counted
   * @param paid rounded; the sum of the shares' amounts
   * @param work what of it went to holdings in use on the last day; the sum of the shares' work
   * @param shares the largest first, then by key
   */
  public record Month(
      YearMonth month, LocalDate until, Money paid, Money work, List<Share> shares) {}

  /**
   * What one bears.
   *
   * @param key who; empty of those of whom nothing is said, null of what nobody holds
   * @param amount in whole cents
   * @param work what of it did work, in whole cents
   */
  public record Share(@Nullable String key, Money amount, Money work) {}

  /**
   * One row behind a share: what one holding, or what nobody holds of a subscription, costs it.
   *
   * @param line the subscription's number
   * @param holding its number; −1 for seats that nobody holds
   */
  public record Row(int line, int holding, Money amount, Money work) {}

  /**
   * Counts the statement.
   *
   * @throws org.sobertally.core.money.MissingRateException where a price cannot be converted
   */
  public static Statement of(Book book, Asked asked, InUse inUse) {
    Tally tally = new Tally(book, asked, inUse);
    for (int line = 0; line < book.lines().size(); line++) {
      tally.add(line);
    }
    return new Statement(asked.by(), asked.spread(), tally.months());
  }

  /**
   * The rows behind a share of a month, the largest first; cut to cents so that they add up to it.
   *
   * @param asked of one month
   */
  public static List<Row> rows(Book book, Asked asked, @Nullable String key, InUse inUse) {
    return new RowsOfShare(book, asked, key, inUse).rows();
  }

  /**
   * What all subscriptions cost on the days from one to before another, rounded once.
   *
   * @throws org.sobertally.core.money.MissingRateException where a price cannot be converted
   */
  public static Money paid(Book book, LocalDate from, LocalDate until) {
    BigDecimal sum = BigDecimal.ZERO;
    for (int line = 0; line < book.lines().size(); line++) {
      sum = sum.add(new DayCosts(book, line).sum(from, until));
    }
    return new Money(sum, book.rates().reportingCurrency()).rounded();
  }
}
