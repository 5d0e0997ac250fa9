package org.sobertally.core.leaver;

import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.time.Days;

/**
 * How an account stands at its vendor, as far as its data goes, and since when.
 *
 * @param since null for what is held, whose data has no clock
 */
public record AccountClock(AccountState state, @Nullable LocalDate since) {

  /** What an account is to its data. */
  public enum AccountState {
    HELD(null),
    SUSPENDED(After.SUSPENDED),
    TAKEN_BACK(After.TAKEN_BACK),
    RESTING(After.RESTING),
    DELETED(After.DELETED);

    private final @Nullable After after;

    AccountState(@Nullable After after) {
      this.after = after;
    }

    /** Whose rules hold; null for what is held, for which there are none. */
    public @Nullable After after() {
      return after;
    }
  }

  /**
   * The first of these that fits on the day: deleted; resting, since its open holding of a resting
   * plan began; suspended, with an open named holding; held, with one; taken back, since the last
   * of its named or resting holdings ended. Empty for an account that never held any.
   */
  public static Optional<AccountClock> of(Book book, int account, LocalDate asOf) {
    Account login = book.accounts().get(account);
    Account.State state = book.standings().stateOn(account, Days.of(asOf));
    Seats seats = Seats.of(book, account, Days.of(asOf));
    if (state == Account.State.DELETED) {
      boolean unknown = seats.lastEnd == Days.NONE || seats.lastEnd > Days.of(asOf);
      LocalDate known = unknown ? asOf : Days.known(seats.lastEnd);
      LocalDate since = login.stateSince() == null ? known : login.stateSince();
      return Optional.of(new AccountClock(AccountState.DELETED, since));
    }
    if (seats.restingFrom != Days.OPEN) {
      return Optional.of(new AccountClock(AccountState.RESTING, Days.known(seats.restingFrom)));
    }
    if (seats.named && state == Account.State.SUSPENDED) {
      LocalDate since = login.stateSince() == null ? asOf : login.stateSince();
      return Optional.of(new AccountClock(AccountState.SUSPENDED, since));
    }
    if (seats.named) {
      return Optional.of(new AccountClock(AccountState.HELD, null));
    }
    return seats.takenBack == Days.NONE
        ? Optional.empty()
        : Optional.of(new AccountClock(AccountState.TAKEN_BACK, Days.known(seats.takenBack)));
  }

  /**
   * What is known of an account's seats on a day.
   *
   * @param named whether it holds a named one
   * @param restingFrom since when the first of those resting rests; {@link Days#OPEN} for none
   * @param takenBack when the last that is over ended; {@link Days#NONE} for none
   * @param lastEnd the last end, in the past or to come, of whatever it held
   */
  private record Seats(boolean named, int restingFrom, int takenBack, int lastEnd) {

    static Seats of(Book book, int account, int today) {
      Holdings holdings = book.holdings();
      boolean named = false;
      int resting = Days.OPEN;
      int ended = Days.NONE;
      int anyEnd = Days.NONE;
      for (int p = holdings.accountStart(account); p < holdings.accountEnd(account); p++) {
        int h = holdings.atPlaceOfAccount(p);
        PlanModel model = book.planOfLine(holdings.line(h)).model();
        boolean kept = model == PlanModel.NAMED || model == PlanModel.RESTING;
        int until = holdings.until(h);
        if (until != Days.OPEN) {
          anyEnd = Math.max(anyEnd, until);
        }
        if (kept && holdings.openOn(h, today)) {
          named |= model == PlanModel.NAMED;
          if (model == PlanModel.RESTING) {
            resting = Math.min(resting, holdings.from(h));
          }
        } else if (kept && until <= today) {
          ended = Math.max(ended, until);
        }
      }
      return new Seats(named, resting, ended, anyEnd);
    }
  }
}
