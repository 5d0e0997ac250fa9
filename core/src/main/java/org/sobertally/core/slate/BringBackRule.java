package org.sobertally.core.slate;

import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Remark.Code;

/** A suspended account can be signed in to again. */
final class BringBackRule implements MoveRule<Move.BringBack> {

  private final Workings at;
  private final Book book;
  private final GettingSeat getting;

  BringBackRule(Workings at) {
    this.at = at;
    this.book = at.book;
    this.getting = at.getting;
  }

  @Override
  public void preview(Move.BringBack move, PreviewInProgress sheet) {
    Account account = sheet.login(move.account());
    if (account == null) {
      return;
    }
    Account.State state = account.stateOn(at.asOf);
    Vendor vendor = book.vendors().byId(account.vendor());
    if (state == Account.State.DELETED) {
      Integer days = vendor.restoreDays();
      boolean gone =
          days == null
              || account.stateSince() == null
              || !at.asOf.isBefore(account.stateSince().plusDays(days));
      if (gone) {
        sheet.block(Code.NO_ACCOUNT, "%s keeps the account no longer.".formatted(vendor.name()));
      } else {
        sheet.warn(Code.STAYS_PAID, "Its seats came back meanwhile; hand them out again.");
      }
    } else if (state != Account.State.SUSPENDED) {
      sheet.block(Code.NO_CHANGE, "The account is not suspended.");
    }
    getting.blockShut(null, account.person(), sheet.blocks);
    sheet.claim(account, "brings this account back");
    if (sheet.canGo()) {
      at.opened.add(account.id());
    }
  }
}
