package org.sobertally.core.use;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Agreement.FloorOf;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.time.Days;

/**
 * How many of a subscription's seats were used within the last {@code windowDays} days up to the
 * measure day. Example: 71 of 90 held seats used within 60 days is 78.9 %.
 *
 * @param used holdings with at least one day of use in the window while held
 * @param of seats bought or held, as the agreement says; bought where it says nothing
 * @param judged whether the evidence reaches back over the whole window
 * @param judgedFrom the first day on which it will
 */
public record Utilisation(int windowDays, int used, int of, boolean judged, LocalDate judgedFrom) {

  /** Over the window of the agreement's floor, else over the house's need window. */
  public static Utilisation of(Book book, int line, LocalDate asOf) {
    Agreement.Floor floor = book.agreementOfLine(line).floor();
    int window = floor == null ? book.rules().needWindow() : floor.window();
    return over(book, line, asOf, window, floor == null ? FloorOf.BOUGHT : floor.of());
  }

  /** Over any window. */
  public static Utilisation over(
      Book book, int line, LocalDate asOf, int windowDays, FloorOf countedOf) {
    Evidence evidence = book.evidenceOf(book.vendors().get(book.vendorOfLine(line)).id(), asOf);
    int to = Days.of(evidence.measureDay(asOf));
    int from = to - windowDays + 1;
    long parts = book.partsOfPlan(book.planNumberOfLine(line));
    Holdings holdings = book.holdings();
    int used = 0;
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (holdings.openOn(h, Days.of(asOf))) {
        int start = Math.max(from, holdings.from(h));
        if (book.activity().lastUse(holdings.account(h), parts, start, to) != Days.NONE) {
          used++;
        }
      }
    }
    Places places = Ledger.count(book, line, asOf);
    return new Utilisation(
        windowDays,
        used,
        countedOf == FloorOf.HELD ? places.held() : places.bought(),
        evidence.canJudgeWindow(asOf, windowDays),
        evidence.windowJudgedFrom(windowDays));
  }

  /** Of 100, with one decimal, rounded half-even; null where there is no seat or no judging. */
  public BigDecimal percent() {
    return of <= 0 || !judged
        ? null
        : BigDecimal.valueOf(100L * used).divide(BigDecimal.valueOf(of), 1, RoundingMode.HALF_EVEN);
  }

  /** Whether {@code used / of} is below the percentage, compared exactly. */
  public boolean below(BigDecimal floorPercent) {
    return BigDecimal.valueOf(100L * used).compareTo(floorPercent.multiply(BigDecimal.valueOf(of)))
        < 0;
  }
}
