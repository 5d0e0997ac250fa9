package org.sobertally.core.slate;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.slate.Preview.LinePreview;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.use.UseStates;

/**
 * Says what moves would do: a pure function of the book, the day and the moves, taken in their
 * order, so that a later move sees the seats that an earlier one freed and is told where the two
 * want the contrary.
 */
public final class Previewer {

  private final Book book;
  private final LocalDate asOf;
  private final Workings at;

  private Previewer(Book book, LocalDate asOf, @Nullable UseStates whole) {
    this.book = book;
    this.asOf = asOf;
    this.at = new Workings(book, asOf, whole);
  }

  /** What the moves would do on the day, in their order. */
  public static Preview of(Book book, LocalDate asOf, List<Move> moves) {
    return of(new Previewer(book, asOf, null), moves);
  }

  /**
   * The same, where the states of all holdings are known already: without them those of each
   * subscription are counted that a move is about.
   */
  public static Preview of(UseStates states, List<Move> moves) {
    return of(new Previewer(states.book(), states.asOf(), states), moves);
  }

  /**
   * What moves on days of their own would do, each looked at on its day and in the book as the
   * steps before it leave it. Where all are made on {@code asOf} together it is the same as {@link
   * #of(Book, LocalDate, List)}.
   *
   * @return the moves in the order given; of a subscription the places before the first step that
   *     touches it and after the last
   */
  public static Preview ofSteps(Book book, LocalDate asOf, List<Step> steps) {
    List<Integer> order = new ArrayList<>();
    for (int n = 0; n < steps.size(); n++) {
      order.add(n);
    }
    order.sort(
        Comparator.comparing((Integer n) -> steps.get(n).day())
            .thenComparing(n -> steps.get(n).round()));
    MovePreview[] moves = new MovePreview[steps.size()];
    Map<String, LinePreview> lines = new TreeMap<>();
    Money yearly = Money.zero(book.rates().reportingCurrency()).rounded();
    Money cash = yearly;
    Book now = book;
    for (int start = 0; start < order.size(); ) {
      Step first = steps.get(order.get(start));
      int end = start;
      while (end < order.size() && isWith(first, steps.get(order.get(end)))) {
        end++;
      }
      List<Integer> together = order.subList(start, end);
      LocalDate day = first.day().isBefore(asOf) ? asOf : first.day();
      Preview part = of(now, day, together.stream().map(n -> steps.get(n).move()).toList());
      Aftermath after = new Aftermath(now, day);
      for (int n = 0; n < together.size(); n++) {
        moves[together.get(n)] = part.moves().get(n);
        if (part.moves().get(n).canGo()) {
          after.make(steps.get(together.get(n)).move());
        }
      }
      now = after.book();
      part.lines().forEach(line -> lines.merge(line.line(), line, Previewer::joined));
      yearly = yearly.plus(part.yearly());
      cash = day.getYear() == asOf.getYear() ? cash.plus(part.cashThisYear()) : cash;
      start = end;
    }
    return new Preview(List.of(moves), List.copyOf(lines.values()), yearly, cash);
  }

  private static boolean isWith(Step first, Step other) {
    return first.day().equals(other.day()) && first.round() == other.round();
  }

  private static LinePreview joined(LinePreview earlier, LinePreview later) {
    return new LinePreview(
        earlier.line(),
        earlier.before(),
        later.after(),
        earlier.yearlyDelta().plus(later.yearlyDelta()));
  }

  private static Preview of(Previewer previewer, List<Move> moves) {
    List<MovePreview> previews = new ArrayList<>();
    for (Move move : moves) {
      previews.add(previewer.preview(move));
    }
    return previewer.sum(previews);
  }

  private MovePreview preview(Move asked) {
    Move move = asked.resolved(book, asOf);
    MoveKind kind = move.kind(book);
    PreviewInProgress sheet = new PreviewInProgress(at, move, kind);
    preview(at.rule(kind), move, sheet);
    return sheet.done();
  }

  /** A kind's rule is about the moves of that kind. */
  @SuppressWarnings("unchecked")
  private static <M extends Move> void preview(
      MoveRule<M> rule, Move move, PreviewInProgress sheet) {
    rule.preview((M) move, sheet);
  }

  /** By subscription, so that a seat taken back and given back saves its money once. */
  private Preview sum(List<MovePreview> moves) {
    List<LinePreview> lines = new ArrayList<>();
    Money yearly = at.none();
    Money cash = at.none();
    for (var changed : at.changed().entrySet()) {
      int line = changed.getKey();
      Workings.Effect effect = changed.getValue();
      Money delta = effect.costsMore;
      cash = cash.plus(Cash.thisYear(effect.costsMore, asOf, asOf));
      Optional<LocalDate> stops = Cash.stopsOn(book, line, asOf);
      if (stops.isPresent()) {
        Money stopping = effect.givesBack.minus(at.priceOf(line).times(effect.freedBeyondGiven()));
        delta = delta.plus(stopping);
        // Money stops with the quantity: a seat that comes back alone is paid as before.
        cash = cash.plus(Cash.thisYear(effect.givesBack, stops.get(), asOf));
      }
      yearly = yearly.plus(delta);
      lines.add(new LinePreview(book.lines().get(line).id(), effect.before, effect.after(), delta));
    }
    return new Preview(List.copyOf(moves), lines, yearly.rounded(), cash.rounded());
  }
}
