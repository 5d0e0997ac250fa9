package org.sobertally.core.slate;

import static java.util.Objects.requireNonNull;

import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Remark.Code;

/** A seat goes out. */
final class HandOutRule implements MoveRule<Move.HandOut> {

  private final Workings at;
  private final Book book;
  private final GettingSeat getting;

  HandOutRule(Workings at) {
    this.at = at;
    this.book = at.book;
    this.getting = at.getting;
  }

  @Override
  public void preview(Move.HandOut move, PreviewInProgress sheet) {
    int line = book.lines().require(move.line());
    Account account =
        move.account() != null && book.accounts().has(move.account())
            ? book.accounts().byId(move.account())
            : null;
    String person = move.person();
    if (person != null) {
      account = getting.accountOf(person, line);
    } else if (account == null) {
      sheet.block(Code.NO_ACCOUNT, "There is no account %s.".formatted(move.account()));
      return;
    } else {
      person = account.person();
    }
    getting.blockNoSeat(line, sheet.blocks);
    getting.blockShut(account, person, sheet.blocks);
    String who = account == null ? requireNonNull(person) : account.id();
    getting.blockHeldAlready(who, account, line, sheet.blocks);
    blockClosed(account, sheet);
    if (account == null) {
      warnOfNewAccount(line, sheet);
    }
    if (!at.vendor(line).reusable()) {
      String text = "Once taken back, the seat can serve nobody else at %s.";
      sheet.warn(Code.NOT_REUSABLE, text.formatted(at.vendor(line).name()));
    }
    getting.warnOfOtherTier(person, account, line, sheet);
    boolean promised =
        account == null ? getting.invites(line) : account.stateOn(at.asOf) == Account.State.INVITED;
    if (sheet.canGo() && at.giveSpare(line, promised)) {
      // A spare seat is paid already: it costs nothing more.
      return;
    }
    sheet.money(line, -1);
    sheet.cashFrom = Cash.stopsOn(book, line, at.asOf).orElse(null);
  }

  private void warnOfNewAccount(int line, PreviewInProgress sheet) {
    String text =
        getting.invites(line)
            ? "An invitation from %s goes out; the seat is promised until it is taken up."
            : "An account at %s is opened.";
    sheet.warn(Code.OPENS_ACCOUNT, text.formatted(at.vendor(line).name()));
  }

  /** A login that an earlier move shuts or closes gets no seat. */
  private void blockClosed(@Nullable Account account, PreviewInProgress sheet) {
    if (account != null && !at.opened.contains(account.id())) {
      sheet.blockAfter(at.accountClaims.get(account.id()));
    }
  }

  @Override
  public void count(Move.HandOut move, FreedSeats freed) {
    freed.handOut(move.line());
  }
}
