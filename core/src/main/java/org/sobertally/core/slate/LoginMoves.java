package org.sobertally.core.slate;

import java.util.List;
import java.util.stream.Collectors;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.slate.Preview.MovePreview;
import org.sobertally.core.slate.Remark.Code;

/** Moves of a login as a whole, and those that move no seat. */
final class LoginMoves {

  private final Workings at;
  private final Book book;
  private final LosingSeat losing;
  private final GettingSeat getting;

  LoginMoves(Workings at, LosingSeat losing, GettingSeat getting) {
    this.at = at;
    this.book = at.book;
    this.losing = losing;
    this.getting = getting;
  }

  MovePreview suspend(Move.Suspend move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
    Account account = sheet.login(move.account());
    if (account == null) {
      return sheet.done();
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
    return sheet.done();
  }

  MovePreview bringBack(Move.BringBack move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
    Account account = sheet.login(move.account());
    if (account == null) {
      return sheet.done();
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
    return sheet.done();
  }

  MovePreview delete(Move.Delete move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
    Account account = sheet.login(move.account());
    if (account == null) {
      return sheet.done();
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
    Integer restore = book.vendors().byId(account.vendor()).restoreDays();
    sheet.undoable = restore != null;
    if (restore == null) {
      sheet.warn(Code.ONE_WAY, "It cannot be undone.");
    } else {
      sheet.undoUntil = at.asOf.plusDays(restore).minusDays(1);
    }
    if (sheet.canGo()) {
      seats.forEach(at::take);
    }
    for (int h : seats) {
      sheet.money(book.holdings().line(h), 1);
    }
    return sheet.done();
  }

  private void blockDataRoute(Account account, Move.DataRoute data, PreviewInProgress sheet) {
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

  MovePreview keep(Move.KeepIt move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
    int h = sheet.heldNow(move.holding());
    if (h < 0) {
      return sheet.done();
    }
    if (move.reason() == null || move.reason().isBlank()) {
      sheet.block(Code.INCOMPLETE, "A keep needs a reason.");
    }
    if (move.until() == null || !move.until().isAfter(at.asOf)) {
      sheet.block(Code.INCOMPLETE, "A keep needs a day after today on which it ends.");
    }
    sheet.claim(h, "keeps this seat");
    return sheet.done();
  }

  /** Nothing changes in the book, which is what the vendor is to follow. */
  MovePreview putRight(Move.PutRight move) {
    PreviewInProgress sheet = new PreviewInProgress(at, move);
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
    return sheet.done();
  }
}
