package org.sobertally.core.findings;

import java.util.Set;
import org.sobertally.core.people.Account;

/** Accounts that belong to nobody in the directory, with and without a seat. */
final class Nobodys implements Finder.OfSeats, Finder.OfBareAccounts {

  private final Look look;

  Nobodys(Look look) {
    this.look = look;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.NOBODYS);
  }

  @Override
  public void look(Finder.Seat seat, Sink to) {
    if (look.covers.person(seat.cover()) < 0) {
      to.at(FindingKind.NOBODYS, seat.holding())
          .cover(seat.cover())
          .gives(look.price[seat.line()])
          .add();
    }
  }

  @Override
  public void lookAtBare(int account, Sink to) {
    if (look.book.standings().stateOn(account, look.day) != Account.State.DELETED) {
      to.atAccount(FindingKind.NOBODYS, account).add();
    }
  }

  @Override
  public String say(Findings found, int n) {
    Account account = found.book.accounts().get(found.account(n));
    String rights = account.admin() ? " It has administrator rights." : "";
    return found.holding(n) < 0
        ? "Account %s belongs to nobody in the directory and holds no seat.%s"
            .formatted(called(account), rights)
        : "Account %s belongs to nobody in the directory; its seat costs %s a year.%s"
            .formatted(called(account), Sentences.cost(found, n), rights);
  }

  /** By its address, which people know. */
  private static String called(Account account) {
    return account.email() == null || account.email().isBlank() ? account.id() : account.email();
  }
}
