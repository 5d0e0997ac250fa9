package org.sobertally.server.slates;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Step;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;

/** Moves of a slate as steps: on their days, and those that wait after the ones before them. */
final class Steps {

  private Steps() {}

  static boolean any(List<SlateMove> moves) {
    return moves.stream().anyMatch(SlateMove::isStep);
  }

  static Preview preview(MoveTypes types, Book book, LocalDate today, List<SlateMove> moves) {
    return any(moves)
        ? Previewer.ofSteps(book, today, of(types, today, moves))
        : Previewer.of(book, today, types.toCore(moves));
  }

  private static List<Step> of(MoveTypes types, LocalDate today, List<SlateMove> moves) {
    Map<String, Step> lastOf = new HashMap<>();
    List<Step> steps = new ArrayList<>();
    for (SlateMove move : moves) {
      LocalDate day = move.due == null || move.due.isBefore(today) ? today : move.due;
      Step before = move.waits ? lastOf.get(move.account) : null;
      LocalDate on = before != null && before.day().isAfter(day) ? before.day() : day;
      int round = before == null || before.day().isBefore(on) ? 0 : before.round() + 1;
      Step step = new Step(types.toCore(move), on, round);
      steps.add(step);
      lastOf.merge(
          String.valueOf(move.account),
          step,
          (a, b) ->
              a.day().isAfter(b.day()) || a.day().equals(b.day()) && a.round() > b.round() ? a : b);
    }
    return steps;
  }
}
