package org.sobertally.core.slate;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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

  private static Preview of(Previewer previewer, List<Move> moves) {
    List<MovePreview> previews = new ArrayList<>();
    for (Move move : moves) {
      previews.add(previewer.preview(move));
    }
    return previewer.sum(previews);
  }

  private MovePreview preview(Move move) {
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
