package org.sobertally.core.slate;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;

/**
 * What a list of moves would do, before anything is sent.
 *
 * @param moves in the order given
 * @param lines the subscriptions touched, by id
 * @param yearly what is paid less (below zero) a year, once it stops; rounded
 * @param cashThisYear of that, what is not paid within the calendar year; rounded
 */
public record Preview(
    List<MovePreview> moves, List<LinePreview> lines, Money yearly, Money cashThisYear) {

  /**
   * One move.
   *
   * @param kind what it is called
   * @param yearly money a year, below zero where it is saved; rounded
   * @param cashFrom the day from which; null where never
   * @param undoUntil the last day on which it can be undone; null where there is no such day
   * @param undoable whether it can be undone at all
   */
  public record MovePreview(
      Move move,
      MoveKind kind,
      List<Remark> blocks,
      List<Remark> warnings,
      Money yearly,
      @Nullable LocalDate cashFrom,
      @Nullable LocalDate undoUntil,
      boolean undoable) {

    public boolean canGo() {
      return blocks.isEmpty();
    }
  }

  /**
   * One subscription before and after the moves that can go.
   *
   * @param yearlyDelta money a year that those moves set free, below zero; rounded
   */
  public record LinePreview(String line, Places before, Places after, Money yearlyDelta) {}
}
