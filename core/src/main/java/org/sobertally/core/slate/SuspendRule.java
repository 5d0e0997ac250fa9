package org.sobertally.core.slate;

import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.slate.Remark.Code;

/** An account can no longer be signed in to. */
final class SuspendRule implements MoveRule<Move.Suspend> {

  private final Workings at;
  private final LosingSeat losing;

  SuspendRule(Workings at) {
    this.at = at;
    this.losing = at.losing;
  }

  @Override
  public void preview(Move.Suspend move, PreviewInProgress sheet) {
    Account account = sheet.login(move.account());
    if (account == null) {
      return;
    }
    Account.State state = account.stateOn(at.asOf);
    if (state == Account.State.SUSPENDED || state == Account.State.DELETED) {
      sheet.block(Code.NO_CHANGE, "Nobody can sign in to the account as it is.");
    }
    losing.blockLastAdmin(account, sheet);
    sheet.claim(account, "suspends this account");
    int seats = at.openSeats(account).size();
    if (seats > 0) {
      sheet.warn(
          Code.STAYS_PAID,
          seats == 1 ? "Its seat stays paid." : "Its %d seats stay paid.".formatted(seats));
    }
    losing.dataLost(account.vendor(), DataRule.After.SUSPENDED, sheet.warnings);
  }
}
