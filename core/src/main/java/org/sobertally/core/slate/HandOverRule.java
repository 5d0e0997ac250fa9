package org.sobertally.core.slate;

import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.Successors;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Remark.Code;

/** What an account stores goes to a successor's account at the same vendor. */
final class HandOverRule implements MoveRule<Move.HandOver> {

  private final Workings at;
  private final Book book;

  HandOverRule(Workings at) {
    this.at = at;
    this.book = at.book;
  }

  @Override
  public void preview(Move.HandOver move, PreviewInProgress sheet) {
    Account account = sheet.login(move.account());
    if (account == null) {
      return;
    }
    if (account.stateOn(at.asOf) == Account.State.DELETED) {
      sheet.block(Code.NO_ACCOUNT, "The account is deleted. Bring it back first.");
    }
    int number = book.accounts().require(account.id());
    int successor = book.people().numberOf(move.successor());
    if (successor < 0) {
      sheet.block(Code.NO_SUCCESSOR, "There is no person %s.".formatted(move.successor()));
      return;
    }
    Successors successors = new Successors(book, at.asOf);
    int vendor = book.vendorOfAccount(number);
    String whyNot = successors.whyNot(book.personOfAccount(number), successor, vendor);
    if (whyNot != null) {
      sheet.block(Code.NO_SUCCESSOR, whyNot);
    } else if (successors.missingRoom(number, successor).signum() > 0) {
      sheet.warn(
          Code.NO_ROOM,
          "%s has no room for it: %s GB are missing."
              .formatted(
                  book.people().get(successor).name(),
                  successors.missingRoom(number, successor).stripTrailingZeros().toPlainString()));
    }
  }
}
