package org.sobertally.core.use;

import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;

/**
 * Where seats are lost on the way from being handed out to being used: how many were taken up, how
 * many of those were opened, how many of those are used steadily.
 *
 * @param held open holdings on the day
 * @param takenUp those whose invitation, if there was one, was accepted
 * @param opened those of them with any use while held
 * @param steady those of them with use in at least three of the four weeks to the measure day
 * @param tooNew those opened that were held or are known for less than these four weeks: they
 *     cannot be steady yet
 * @param measurable whether days of use are known at all; where only the last use is, nobody can be
 *     called steady
 */
public record Funnel(
    int held, int takenUp, int opened, int steady, int tooNew, boolean measurable) {

  private static final int WEEK = 7;
  private static final int WEEKS = 4;
  private static final int STEADY_WEEKS = 3;

  /**
   * @param line the subscription's number
   * @param people numbers of the people whose holdings count; null for everybody's
   */
  public static Funnel of(UseStates states, int line, @Nullable BitSet people) {
    Book book = states.book();
    Holdings holdings = book.holdings();
    int vendor = book.vendorOfLine(line);
    Evidence evidence = book.evidenceOf(book.vendors().get(vendor).id(), states.asOf());
    boolean daily =
        evidence.kind() == Evidence.Kind.DAILY && book.hasEvidence(book.vendors().get(vendor).id());
    int measured = states.measureDay(vendor);
    int first = measured - WEEK * WEEKS + 1;
    long parts = book.partsOfPlan(book.planNumberOfLine(line));
    int[] counts = new int[5];
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      int person = book.personOfAccount(holdings.account(h));
      if (!states.isOpen(h) || people != null && (person < 0 || !people.get(person))) {
        continue;
      }
      counts[0]++;
      if (states.state(h) == UseState.UNANSWERED) {
        continue;
      }
      counts[1]++;
      if (states.lastUsed(h) == Days.NONE) {
        continue;
      }
      counts[2]++;
      if (Math.max(holdings.from(h), Days.of(evidence.from())) > first) {
        counts[4]++;
      } else if (daily && weeks(book, holdings.account(h), parts, measured) >= STEADY_WEEKS) {
        counts[3]++;
      }
    }
    return new Funnel(counts[0], counts[1], counts[2], counts[3], counts[4], daily);
  }

  private static int weeks(Book book, int account, long parts, int measured) {
    int used = 0;
    for (int week = 0; week < WEEKS; week++) {
      int last = measured - WEEK * week;
      used += book.activity().activeDays(account, parts, last - WEEK + 1, last) > 0 ? 1 : 0;
    }
    return used;
  }
}
