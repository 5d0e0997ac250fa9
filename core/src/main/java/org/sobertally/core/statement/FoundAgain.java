package org.sobertally.core.statement;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.money.Money;

/**
 * Seats that were taken back and handed to somebody for whom one would have had to be bought: on
 * that day no other seat was spare. Example: of ten seats all are held; two are taken back, and
 * three handed out after one more was bought: two of the three are found again.
 *
 * @param move by which it was handed out
 * @param yearly what it would have cost
 */
public record FoundAgain(SeatMove move, Money yearly) {

  /**
   * All of them, by day.
   *
   * @param all in any order, for on one day seats come back before they are handed out; those of
   *     subscriptions that the book does not have are passed over
   */
  public static List<FoundAgain> of(Book book, List<SeatMove> all) {
    List<SeatMove> moves = new ArrayList<>(all);
    moves.sort(Comparator.comparing(SeatMove::day).thenComparing(SeatMove::kind));
    List<FoundAgain> found = new ArrayList<>();
    Map<String, Integer> back = new HashMap<>();
    for (int n = 0; n < moves.size(); n++) {
      SeatMove move = moves.get(n);
      int line = book.lines().numberOf(move.line());
      if (line < 0) {
        continue;
      }
      int waiting = back.getOrDefault(move.line(), 0);
      switch (move.kind()) {
        case TAKEN_BACK -> back.put(move.line(), waiting + move.seats());
        case GIVEN_BACK -> back.put(move.line(), Math.max(0, waiting - move.seats()));
        case HANDED_OUT -> {
          if (waiting > 0 && isTheOnlyOne(book, line, moves, n, waiting)) {
            back.put(move.line(), waiting - 1);
            found.add(new FoundAgain(move, book.seatPrice(line, move.day())));
          }
        }
      }
    }
    return found;
  }

  /** Whether no seat would have been spare without those that were taken back. */
  private static boolean isTheOnlyOne(
      Book book, int line, List<SeatMove> moves, int n, int waiting) {
    // Spare at the day's end, and what is handed out later on the day.
    int spare = Ledger.count(book, line, moves.get(n).day()).spare() + handedOutFrom(moves, n);
    return spare - waiting < 1;
  }

  /** Of the same subscription on the same day, from the n-th move on. */
  private static int handedOutFrom(List<SeatMove> moves, int n) {
    SeatMove first = moves.get(n);
    int seats = 0;
    for (SeatMove move : moves.subList(n, moves.size())) {
      if (!move.day().equals(first.day())) {
        break;
      }
      boolean same = move.line().equals(first.line()) && move.kind() == SeatMove.Kind.HANDED_OUT;
      seats += same ? move.seats() : 0;
    }
    return seats;
  }
}
