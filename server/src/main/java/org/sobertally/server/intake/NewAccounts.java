package org.sobertally.server.intake;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;

/** Opens accounts at a vendor that a file names and the book does not have. */
final class NewAccounts {

  private final FileChanges draft;
  private final String vendor;
  private final AccountLookup whos;
  private final Set<String> ids = new HashSet<>();

  /**
   * @param whos knows each account that is opened from then on
   */
  NewAccounts(FileChanges draft, String vendor, AccountLookup whos) {
    this.draft = draft;
    this.vendor = vendor;
    this.whos = whos;
  }

  /**
   * An account of the person who is called so, or of nobody where that is a mail address. Where the
   * row says the name of somebody whom nobody knows, they come into the directory with it.
   *
   * @return its id
   */
  String open(String who, int row) throws BadRowException, BookRows.NotAValueException {
    String person = whos.person(who, "who");
    if (person == null && who.indexOf('@') > 0 && !draft.text(row, "name").isEmpty()) {
      person = bring(who, row);
    }
    if (person == null && who.indexOf('@') < 1) {
      throw new BadRowException("who", "Nobody has this id, and it is no mail address.");
    }
    Person known =
        person == null || !draft.book.people().has(person)
            ? null
            : draft.book.people().byId(person);
    String id = free(vendor + "-" + (known == null ? who.toLowerCase(Locale.ROOT) : person));
    String email = known == null ? who : known.email();
    Map<String, String> values = new HashMap<>();
    values.put("account", id);
    values.put("vendor", vendor);
    values.put("person", person);
    values.put("email", email);
    values.put("state", "ACTIVE");
    draft.put(BookSchema.ACCOUNTS, null, values);
    draft.count(Count.ACCOUNTS);
    if (person == null) {
      draft.count(Count.NOBODY);
    }
    whos.addAccount(id, email, person);
    return id;
  }

  private String bring(String mail, int row) throws BookRows.NotAValueException {
    String id = mail.toLowerCase(Locale.ROOT);
    Map<String, String> values = new HashMap<>();
    values.put("person", id);
    values.put("name", draft.text(row, "name"));
    values.put("email", mail);
    values.put("department", draft.text(row, "department"));
    values.put("site", draft.text(row, "site"));
    values.put("status", "ACTIVE");
    draft.put(BookSchema.PEOPLE, null, values);
    draft.count(Count.PEOPLE);
    whos.addPerson(id, mail);
    return id;
  }

  private String free(String wanted) {
    String id = wanted;
    for (int n = 2; ids.contains(id) || draft.book.accounts().has(id); n++) {
      id = wanted + "." + n;
    }
    ids.add(id);
    return id;
  }
}
