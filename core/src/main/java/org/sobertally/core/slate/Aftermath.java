package org.sobertally.core.slate;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.leaver.Successors;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;

/**
 * The book as it would be once moves were made on a day, one after the other: what later steps of a
 * slate are looked at by. Moves of quantities, keeps and seats of accounts that are not there yet
 * leave it as it is.
 *
 * <p>A book is copied for each version of it. So what moves do is gathered, and becomes a version
 * when the book is asked for, or where the next move depends on what the ones before it did.
 */
final class Aftermath {

  private final LocalDate day;
  private Book book;
  private final Map<String, Account> changed = new LinkedHashMap<>();
  private final Set<Integer> ended = new LinkedHashSet<>();
  private final Map<String, Holding> held = new LinkedHashMap<>();

  /** Accounts whose state or seats the book does not show yet. */
  private final Set<String> stirred = new HashSet<>();

  Aftermath(Book book, LocalDate day) {
    this.book = book;
    this.day = day;
  }

  static Book of(Book book, LocalDate day, List<Move> moves) {
    Aftermath after = new Aftermath(book, day);
    moves.forEach(after::make);
    return after.book();
  }

  /** The book after all that was made. */
  Book book() {
    if (!changed.isEmpty() || !ended.isEmpty() || !held.isEmpty()) {
      book = book.withMoved(changed.values(), ended, day, List.copyOf(held.values()));
      changed.clear();
      ended.clear();
      held.clear();
      stirred.clear();
    }
    return book;
  }

  void make(Move asked) {
    if (asked instanceof Move.WakeAccount wake) {
      settle(wake.account());
    }
    Move move = asked.resolved(book, day);
    if (move instanceof Move.TakeBack back) {
      end(number(back.holding()));
    } else if (move instanceof Move.Switch change) {
      change(change);
    } else if (move instanceof Move.HandOut out) {
      if (out.account() != null) {
        hold(out.account(), out.line());
      }
    } else if (move instanceof Move.Suspend suspend) {
      put(suspend.account(), Account.State.SUSPENDED);
    } else if (move instanceof Move.BringBack back) {
      put(back.account(), Account.State.ACTIVE);
    } else if (move instanceof Move.HandOver over) {
      handOver(over);
    } else if (move instanceof Move.Delete delete) {
      delete(delete.account());
    }
  }

  /** Has the book show what was done to the account. */
  private void settle(String account) {
    if (stirred.contains(account)) {
      book();
    }
  }

  /** The holding's number in the book, also of one that came by an earlier move; −1 for none. */
  private int number(String holding) {
    int h = book.holdings().numberOf(holding);
    return h < 0 && !held.isEmpty() ? book().holdings().numberOf(holding) : h;
  }

  private void end(int holding) {
    if (holding >= 0 && book.holdings().openOn(holding, Days.of(day)) && ended.add(holding)) {
      stirred.add(book.holding(holding).account());
    }
  }

  private void change(Move.Switch change) {
    int h = number(change.holding());
    if (h >= 0) {
      String account = book.holding(h).account();
      end(h);
      hold(account, change.line());
    }
  }

  private void hold(String account, String line) {
    String id = "after " + account + " " + line + " " + day;
    if (book.accounts().has(account) && book.holdings().numberOf(id) < 0) {
      held.put(id, new Holding(id, account, line, day, null, Holding.Method.HAND));
      stirred.add(account);
    }
  }

  private void put(String account, Account.State state) {
    if (book.accounts().has(account)) {
      changed.put(account, with(now(account), state, day, null));
      stirred.add(account);
    }
  }

  private Account now(String account) {
    Account moved = changed.get(account);
    return moved == null ? book.accounts().byId(account) : moved;
  }

  private static Account with(
      Account a, Account.State state, @Nullable LocalDate since, @Nullable BigDecimal gb) {
    return new Account(
        a.id(),
        a.vendor(),
        a.person(),
        a.email(),
        state,
        since,
        a.admin(),
        gb == null ? a.storedGb() : gb);
  }

  private void delete(String account) {
    if (!book.accounts().has(account)) {
      return;
    }
    settle(account);
    for (int h : book.holdings().ofAccount(book.accounts().require(account))) {
      end(h);
    }
    put(account, Account.State.DELETED);
  }

  private void handOver(Move.HandOver over) {
    if (!book.accounts().has(over.account()) || !book.people().has(over.successor())) {
      return;
    }
    int successor = book.people().require(over.successor());
    for (int account : book.accountsOf(successor)) {
      settle(book.accounts().get(account).id());
    }
    Account from = now(over.account());
    int vendor = book.vendors().require(from.vendor());
    String into = new Successors(book, day).accountFor(successor, vendor);
    changed.put(from.id(), with(from, from.state(), from.stateSince(), BigDecimal.ZERO));
    if (into == null || from.storedGb() == null) {
      return;
    }
    Account to = now(into);
    BigDecimal has = to.storedGb() == null ? BigDecimal.ZERO : to.storedGb();
    changed.put(into, with(to, to.state(), to.stateSince(), has.add(from.storedGb())));
  }
}
