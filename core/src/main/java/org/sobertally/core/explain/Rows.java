package org.sobertally.core.explain;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;

/** The holdings that a figure was counted from, so that nobody need take it on trust. */
public final class Rows {

  private static final int MONTH = 30;

  private Rows() {}

  /**
   * @param covers of everybody, on the day that is asked about
   * @return numbers of the subscription's open holdings that the figure counts, ascending
   */
  public static int[] of(Covers covers, int line, Figure figure) {
    UseStates states = covers.needs().states();
    Holdings holdings = states.book().holdings();
    IntPredicate counts = counting(covers, line, figure);
    return IntStream.range(holdings.lineStart(line), holdings.lineEnd(line))
        .filter(states::isOpen)
        .filter(counts)
        .toArray();
  }

  private static IntPredicate counting(Covers covers, int line, Figure figure) {
    UseStates states = covers.needs().states();
    Book book = states.book();
    int day = Days.of(states.asOf());
    return switch (figure) {
      case NAMED -> h -> true;
      case PROMISED -> h -> Promise.of(book, h).on(day);
      case IN_USE, IDLE, NEVER_OPENED, UNANSWERED, SUSPENDED, LEFT, PARKED, NOT_STARTED ->
          h -> states.state(h) == UseState.valueOf(figure.name());
      case CANNOT_SAY -> states::cannotSay;
      case ON_LEAVE -> states::onLeave;
      case USED -> usedWithin(states, line, window(book, line));
      case NOT_USED -> usedWithin(states, line, window(book, line)).negate();
      case MONTHLY_ACTIVE -> usedWithin(states, line, MONTH);
      case RECOVERABLE -> recoverable(covers, line)::containsKey;
    };
  }

  private static int window(Book book, int line) {
    Agreement.Floor floor = book.agreementOfLine(line).floor();
    return floor == null ? book.rules().needWindow() : floor.window();
  }

  private static IntPredicate usedWithin(UseStates states, int line, int window) {
    int from = states.measureDay(states.book().vendorOfLine(line)) - window + 1;
    return h -> states.lastUsed(h) != Days.NONE && states.lastUsed(h) >= from;
  }

  /**
   * What the cheapest covers save on each holding of the subscription: together its share of the
   * recoverable money. Unrounded, in the reporting currency; holdings on which nothing is saved are
   * left out.
   */
  public static Map<Integer, BigDecimal> recoverable(Covers covers, int line) {
    Book book = covers.needs().states().book();
    Map<Integer, BigDecimal> saved = new HashMap<>();
    for (int n = 0; n < covers.size(); n++) {
      for (int place = covers.start(n); place < covers.start(n + 1); place++) {
        int h = covers.holding(place);
        BigDecimal amount = covers.saved(n, place);
        if (book.holdings().line(h) == line && amount.signum() != 0) {
          saved.put(h, amount);
        }
      }
    }
    return saved;
  }

  /** The day from which it can be said whether a holding that cannot be judged yet is idle. */
  public static LocalDate judgedFrom(UseStates states, int line) {
    Book book = states.book();
    int from = states.evidenceFrom(book.vendorOfLine(line));
    return Days.known(from + book.idleLineOf(book.planOfLine(line)));
  }
}
