package org.sobertally.core.slate;

import java.math.BigDecimal;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.leaver.Successors;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;

/**
 * The book as it would be once a move was made: what later steps of a slate are looked at by. Moves
 * of quantities, keeps and seats of accounts that are not there yet leave it as it is.
 */
final class Aftermath {

  private Aftermath() {}

  static Book of(Book book, LocalDate day, Move asked) {
    Move move = asked.resolved(book, day);
    if (move instanceof Move.TakeBack back) {
      return ended(book, day, back.holding());
    } else if (move instanceof Move.Switch change) {
      int h = book.holdings().numberOf(change.holding());
      return h < 0
          ? book
          : held(ended(book, day, change.holding()), day, book.holding(h).account(), change.line());
    } else if (move instanceof Move.HandOut out) {
      return out.account() == null ? book : held(book, day, out.account(), out.line());
    } else if (move instanceof Move.Suspend suspend) {
      return inState(book, day, suspend.account(), Account.State.SUSPENDED);
    } else if (move instanceof Move.BringBack back) {
      return inState(book, day, back.account(), Account.State.ACTIVE);
    } else if (move instanceof Move.HandOver over) {
      return handedOver(book, day, over);
    } else if (move instanceof Move.Delete delete) {
      return deleted(book, day, delete.account());
    }
    return book;
  }

  private static Book ended(Book book, LocalDate day, String holding) {
    int h = book.holdings().numberOf(holding);
    return h >= 0 && book.holdings().openOn(h, Days.of(day))
        ? book.withHoldingUntil(holding, day)
        : book;
  }

  private static Book held(Book book, LocalDate day, String account, String line) {
    String id = "after " + account + " " + line + " " + day;
    return book.accounts().has(account) && book.holdings().numberOf(id) < 0
        ? book.withHolding(new Holding(id, account, line, day, null, Holding.Method.HAND))
        : book;
  }

  private static Book inState(Book book, LocalDate day, String account, Account.State state) {
    return book.accounts().has(account)
        ? book.withAccount(with(book.accounts().byId(account), state, day, null))
        : book;
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

  private static Book deleted(Book book, LocalDate day, String account) {
    if (!book.accounts().has(account)) {
      return book;
    }
    Book after = book;
    for (int h : book.holdings().ofAccount(book.accounts().require(account))) {
      after = ended(after, day, book.holdings().id(h));
    }
    return inState(after, day, account, Account.State.DELETED);
  }

  private static Book handedOver(Book book, LocalDate day, Move.HandOver over) {
    if (!book.accounts().has(over.account()) || !book.people().has(over.successor())) {
      return book;
    }
    Account from = book.accounts().byId(over.account());
    int vendor = book.vendors().require(from.vendor());
    String into =
        new Successors(book, day).accountFor(book.people().require(over.successor()), vendor);
    Book after = book.withAccount(with(from, from.state(), from.stateSince(), BigDecimal.ZERO));
    if (into == null || from.storedGb() == null) {
      return after;
    }
    Account to = book.accounts().byId(into);
    BigDecimal has = to.storedGb() == null ? BigDecimal.ZERO : to.storedGb();
    return after.withAccount(with(to, to.state(), to.stateSince(), has.add(from.storedGb())));
  }
}
