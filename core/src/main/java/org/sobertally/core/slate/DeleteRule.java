package org.sobertally.core.slate;

import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.slate.Remark.Code;

/** An account goes, and its seats come back. */
final class DeleteRule implements MoveRule<Move.Delete> {

  private final Workings at;
  private final Book book;
  private final LosingSeat losing;

  DeleteRule(Workings at) {
    this.at = at;
    this.book = at.book;
    this.losing = at.losing;
  }

  @Override
  public void preview(Move.Delete move, PreviewInProgress sheet) {
    Account account = sheet.login(move.account());
    if (account == null) {
      return;
    }
    if (account.stateOn(at.asOf) == Account.State.DELETED) {
      sheet.block(Code.NO_CHANGE, "The account is deleted already.");
    }
    losing.blockLastAdmin(account, sheet);
    blockDataRoute(account, move.data(), sheet);
    List<Integer> seats = at.openSeats(account);
    for (int h : seats) {
      losing.blockSeat(h, sheet.blocks);
      sheet.claim(h, "deletes this account");
      losing.warn(h, sheet.warnings);
    }
    sheet.claim(account, "deletes this account");
    at.wholeAccounts.add(account.id());
    losing.dataLost(account.vendor(), DataRule.After.DELETED, sheet.warnings);
    sayHowItIsUndone(account, sheet);
    if (sheet.canGo()) {
      seats.forEach(at::take);
    }
    for (int h : seats) {
      sheet.money(book.holdings().line(h), 1);
    }
  }

  private void sayHowItIsUndone(Account account, PreviewInProgress sheet) {
    Integer restore = book.vendors().byId(account.vendor()).restoreDays();
    sheet.undoable = restore != null;
    if (restore == null) {
      sheet.warn(Code.ONE_WAY, "It cannot be undone.");
    } else {
      sheet.undoUntil = at.asOf.plusDays(restore).minusDays(1);
    }
  }

  private void blockDataRoute(
      Account account, Move.@Nullable DataRoute data, PreviewInProgress sheet) {
    if (data == null) {
      sheet.block(
          Code.NO_DATA_ROUTE, "Choose what becomes of the data: handed over, saved, not needed.");
    } else if (data == Move.DataRoute.NOT_NEEDED && account.person() != null) {
      String duties =
          book.groupsOf(account.person()).stream()
              .filter(group -> group.retentionDays() != null)
              .map(Group::name)
              .collect(Collectors.joining(", "));
      if (!duties.isEmpty()) {
        String text = "The data of %s must be kept. Have it handed over or saved.";
        sheet.block(Code.RETENTION_DUTY, text.formatted(duties));
      }
    }
  }

  @Override
  public void count(Move.Delete move, FreedSeats freed) {
    freed.freeAll(move.account());
  }
}
