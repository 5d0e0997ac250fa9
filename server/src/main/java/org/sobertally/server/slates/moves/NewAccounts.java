package org.sobertally.server.slates.moves;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.book.Book;

/**
 * Names the accounts that a slate opens: the vendor's id and the person's, and a number if taken.
 */
public final class NewAccounts {

  private record Whose(String vendor, String person) {}

  private final Book book;
  private final Set<String> taken = new HashSet<>();
  private final Map<Whose, String> given = new HashMap<>();

  public NewAccounts(Book book) {
    this.book = book;
  }

  /** Two seats at one vendor for one person are of one account. */
  public void give(SlateMove move) {
    if (move.newAccount && move.account == null) {
      move.account =
          given.computeIfAbsent(new Whose(move.vendor, move.person()), whose -> free(move));
    }
  }

  private String free(SlateMove move) {
    String wanted = move.vendor + "-" + move.person;
    String id = wanted;
    int n = 2;
    while (book.accounts().has(id) || !taken.add(id)) {
      id = wanted + "." + n++;
    }
    return id;
  }
}
