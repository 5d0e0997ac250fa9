package org.sobertally.server.intake;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;

/** Finds people and a vendor's accounts by what files call them: an id or a mail address. */
final class AccountLookup {

  private static final String SEVERAL = "";

  private final Map<String, List<String>> oldMails;
  private final Map<String, String> people = new HashMap<>();
  private final Map<String, String> accounts = new HashMap<>();
  private final Map<String, String> accountsOfPeople = new HashMap<>();

  /**
   * @param vendor null where only people are looked for
   * @param names what people and accounts are called besides
   */
  AccountLookup(Book book, @Nullable String vendor, FileChanges.Leading names) {
    this.oldMails = names.oldMails();
    for (Person person : book.people().all()) {
      know(people, person.id(), person.id());
      know(people, person.email(), person.id());
    }
    if (vendor != null) {
      for (Account account : book.accounts().all()) {
        if (account.vendor().equals(vendor)) {
          addAccount(account.id(), account.email(), account.person());
        }
      }
      names.accounts().forEach((theirs, ours) -> know(accounts, theirs, ours));
    }
  }

  void addPerson(String id, String email) {
    know(people, id, id);
    know(people, email, id);
  }

  void addAccount(String id, String email, @Nullable String person) {
    know(accounts, id, id);
    know(accounts, email, id);
    if (person != null) {
      know(accountsOfPeople, person, id);
    }
  }

  private static void know(Map<String, String> index, String name, String id) {
    index.merge(key(name), id, (one, other) -> one.equals(other) ? one : SEVERAL);
  }

  private static String key(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  /** The person's id, null if there is nobody. */
  @Nullable String person(String text, String field) throws FileChanges.BadRowException {
    String person = one(people, text, field, "people");
    List<String> before = person == null ? oldMails.getOrDefault(key(text), List.of()) : List.of();
    return before.size() == 1 ? one(people, before.get(0), field, "people") : person;
  }

  /** The account's id at the vendor, also by its person; null if there is none. */
  @Nullable String account(String text, String field) throws FileChanges.BadRowException {
    String account = one(accounts, text, field, "accounts");
    if (account != null) {
      return account;
    }
    String person = person(text, field);
    return person == null ? null : one(accountsOfPeople, person, field, "accounts");
  }

  private static @Nullable String one(
      Map<String, String> index, String text, String field, String what)
      throws FileChanges.BadRowException {
    String found = index.get(key(text));
    if (SEVERAL.equals(found)) {
      throw new FileChanges.BadRowException(
          field, "Several %s are called '%s'. Use an id.".formatted(what, text));
    }
    return found;
  }
}
