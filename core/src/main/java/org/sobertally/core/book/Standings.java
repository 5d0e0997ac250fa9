package org.sobertally.core.book;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * The statuses of people and the states of accounts as columns, by their numbers: the same answers
 * as {@link Person#statusOn} and {@link Account#stateOn}, for loops over many holdings.
 */
public final class Standings {

  private static final Person.Status[] STATUSES = Person.Status.values();
  private static final Account.State[] STATES = Account.State.values();

  private final byte[] status;
  private final int[] statusSince;
  private final int[] until;
  private final byte[] state;
  private final int[] stateSince;

  private final int[] joined;
  private final int latestJoined;
  private final long[] plain;

  Standings(List<Person> people, List<Account> accounts, Owners owners) {
    status = new byte[people.size()];
    statusSince = new int[people.size()];
    until = new int[people.size()];
    for (int p = 0; p < status.length; p++) {
      Person person = people.get(p);
      status[p] = (byte) person.status().ordinal();
      statusSince[p] = orAlways(person.since());
      until[p] =
          person.status() == Person.Status.ON_LEAVE ? Days.orOpen(person.until()) : Days.OPEN;
    }
    joined = new int[people.size()];
    int latest = Days.NONE;
    for (int p = 0; p < joined.length; p++) {
      joined[p] = orAlways(people.get(p).joined());
      latest = Math.max(latest, joined[p]);
    }
    latestJoined = latest;
    state = new byte[accounts.size()];
    stateSince = new int[accounts.size()];
    for (int a = 0; a < state.length; a++) {
      state[a] = (byte) accounts.get(a).state().ordinal();
      stateSince[a] = orAlways(accounts.get(a).stateSince());
    }
    plain = new long[(accounts.size() + 63) >> 6];
    for (int a = 0; a < state.length; a++) {
      boolean person =
          owners.of(a) < 0 || people.get(owners.of(a)).status() == Person.Status.ACTIVE;
      if (person && accounts.get(a).state() == Account.State.ACTIVE) {
        plain[a >> 6] |= 1L << (a & 63);
      }
    }
  }

  /** Whether anybody's first day comes after the day. */
  public boolean anyStartsAfter(int day) {
    return latestJoined > day;
  }

  /** Whether the person's first day comes after the day; not of nobody, below zero. */
  public boolean startsAfter(int person, int day) {
    return person >= 0 && joined[person] > day;
  }

  /**
   * Whether the account is active on every day, and so is its person: true of most, and then
   * nothing else need be looked up.
   */
  public boolean plain(int account) {
    return (plain[account >> 6] >>> (account & 63) & 1) != 0;
  }

  private static int orAlways(@Nullable LocalDate since) {
    return since == null ? Days.NONE : Days.of(since);
  }

  /**
   * @param person the person's number; −1 for nobody, who is active
   */
  public Person.Status statusOn(int person, int day) {
    return person < 0 || day < statusSince[person] || day >= until[person]
        ? Person.Status.ACTIVE
        : STATUSES[status[person]];
  }

  public Account.State stateOn(int account, int day) {
    return day < stateSince[account] ? Account.State.ACTIVE : STATES[state[account]];
  }
}
