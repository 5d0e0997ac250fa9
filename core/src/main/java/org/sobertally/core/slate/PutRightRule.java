package org.sobertally.core.slate;

import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Remark.Code;

/** The vendor is brought to what the book says: nothing changes in the book. */
final class PutRightRule implements MoveRule<Move.PutRight> {

  private final Workings at;
  private final Book book;

  PutRightRule(Workings at) {
    this.at = at;
    this.book = at.book;
  }

  @Override
  public void preview(Move.PutRight move, PreviewInProgress sheet) {
    sheet.undoable = false;
    boolean held = false;
    if (book.accounts().has(move.account())) {
      Account account = book.accounts().byId(move.account());
      for (int h : at.openSeats(account)) {
        held |= book.planOfLine(book.holdings().line(h)).id().equals(move.plan());
      }
      sheet.claim(account, "puts this account right");
      at.wholeAccounts.add(account.id());
    }
    if (held != move.hold()) {
      String text = held ? "The book says they hold it." : "The book says they do not hold it.";
      sheet.block(Code.NO_CHANGE, text);
    }
  }
}
