package org.sobertally.core.slate;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.core.book.Book;

/**
 * What would stop a seat's move, were it the only one planned: for lists that offer moves, so that
 * none is offered that cannot go. Says the same as the preview of that move alone, without the
 * price of a preview for each row.
 *
 * <p>Not for several threads at once.
 */
public final class SeatBlocks {

  private final Workings at;

  private SeatBlocks(Book book, LocalDate day) {
    at = new Workings(book, day, null);
  }

  /** What would stop moves on the day. */
  public static SeatBlocks of(Book book, LocalDate day) {
    return new SeatBlocks(book, day);
  }

  /**
   * What stops taking the seat back; empty where nothing does.
   *
   * @param holding its number in the book
   */
  public List<Remark> takingBack(int holding) {
    String id = at.book.holdings().id(holding);
    PreviewInProgress sheet = new PreviewInProgress(at, new Move.TakeBack(id), MoveKind.TAKE_BACK);
    if (sheet.heldNow(id) >= 0) {
      at.losing.block(holding, sheet);
    }
    return List.copyOf(sheet.blocks);
  }

  /** What stops every change of the seat, to whatever plan; empty where nothing does. */
  public List<Remark> changing(int holding) {
    String id = at.book.holdings().id(holding);
    PreviewInProgress sheet = new PreviewInProgress(at, new Move.TakeBack(id), MoveKind.SWAP);
    if (sheet.heldNow(id) >= 0) {
      at.losing.blockSeat(holding, sheet.blocks);
    }
    return List.copyOf(sheet.blocks);
  }
}
