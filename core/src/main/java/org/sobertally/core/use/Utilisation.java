package org.sobertally.core.use;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
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
    Holdings holdings = book.holdings();
    Window window = Window.of(book, line, asOf, windowDays);
    int used = 0;
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      used += window.countsIn(book, h) ? 1 : 0;
    }
    return of(book, line, asOf, windowDays, countedOf, used);
  }

  /** Of every subscription, by its number, from one pass over all holdings. */
  public static List<Utilisation> ofEveryLine(
      Book book, LocalDate asOf, int windowDays, FloorOf countedOf) {
    Window[] windows = new Window[book.lines().size()];
    int[] used = new int[windows.length];
    for (int line = 0; line < windows.length; line++) {
      windows[line] = Window.of(book, line, asOf, windowDays);
    }
    // By account and not by subscription: activity is then read from front to back.
    Holdings holdings = book.holdings();
    for (int account = 0; account < book.accounts().size(); account++) {
      for (int p = holdings.accountStart(account); p < holdings.accountEnd(account); p++) {
        int h = holdings.atPlaceOfAccount(p);
        int line = holdings.line(h);
        used[line] += windows[line].countsIn(book, h) ? 1 : 0;
      }
    }
    return IntStream.range(0, windows.length)
        .mapToObj(line -> of(book, line, asOf, windowDays, countedOf, used[line]))
        .toList();
  }

  /** The days {@code [from, to]} of one subscription, and the epoch day that is asked about. */
  private record Window(long parts, int from, int to, int day) {
    static Window of(Book book, int line, LocalDate asOf, int days) {
      Evidence evidence = book.evidenceOf(book.planOfLine(line).vendor(), asOf);
      int to = Days.of(evidence.measureDay(asOf));
      long parts = book.partsOfPlan(book.planNumberOfLine(line));
      return new Window(parts, to - days + 1, to, Days.of(asOf));
    }

    boolean countsIn(Book book, int h) {
      Holdings holdings = book.holdings();
      int start = Math.max(from, holdings.from(h));
      return holdings.openOn(h, day)
          && book.activity().lastUse(holdings.account(h), parts, start, to) != Days.NONE;
    }
  }

  private static Utilisation of(
      Book book, int line, LocalDate asOf, int windowDays, FloorOf countedOf, int used) {
    Evidence evidence = book.evidenceOf(book.planOfLine(line).vendor(), asOf);
    Places places = Ledger.count(book, line, asOf);
    return new Utilisation(
        windowDays,
        used,
        countedOf == FloorOf.HELD ? places.held() : places.bought(),
        evidence.canJudgeWindow(asOf, windowDays)
            && (evidence.parts() == null || book.seesPartsOf(book.planNumberOfLine(line))),
        evidence.windowJudgedFrom(windowDays));
  }

  /** Of 100, with one decimal, rounded half-even; null where there is no seat or no judging. */
  public @Nullable BigDecimal percent() {
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
