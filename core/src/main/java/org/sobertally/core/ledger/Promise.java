package org.sobertally.core.ledger;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * When a holding is an unanswered invitation: the epoch days {@code [from, until)} on which its
 * account is invited and not accepted, and its person neither left nor suspended. Empty where
 * {@code from ≥ until}.
 */
public record Promise(int from, int until) {

  private static final Promise NEVER = new Promise(Days.OPEN, Days.OPEN);

  public static Promise of(Book book, int holding) {
    Holdings holdings = book.holdings();
    Account account = book.accounts().get(holdings.account(holding));
    if (account.state() != Account.State.INVITED) {
      return NEVER;
    }
    int from = Math.max(holdings.from(holding), startOf(account.stateSince()));
    int until = holdings.until(holding);
    int person = book.personOfAccount(holdings.account(holding));
    if (person >= 0) {
      Person whose = book.people().get(person);
      if (whose.status() == Person.Status.LEFT || whose.status() == Person.Status.SUSPENDED) {
        until = Math.min(until, startOf(whose.since()));
      }
    }
    return from < until ? new Promise(from, until) : NEVER;
  }

  private static int startOf(@Nullable LocalDate since) {
    return since == null ? Days.NONE : Days.of(since);
  }

  public boolean on(int day) {
    return Days.within(day, from, until);
  }
}
