package org.sobertally.server.directory;

import de.captaingoldfish.scim.sdk.common.constants.ScimType;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.exceptions.ConflictException;
import de.captaingoldfish.scim.sdk.common.exceptions.ScimException;
import de.captaingoldfish.scim.sdk.common.resources.User;
import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.file.ManagerChains;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.directory.ScimRow.Kind;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.leading.FieldLeads;
import org.sobertally.server.leading.LeadRules;
import org.sobertally.server.leading.Source;
import org.sobertally.server.time.TallyClock;

/** Changes people and groups as an identity provider says. */
@ApplicationScoped
class Directory {

  private static final String ACTOR = "Identity provider";

  private final Books books;
  private final BookEditor editor;
  private final Journal journal;
  private final TallyClock clock;
  private final FieldLeads leads;
  private final ScimStore store;

  Directory(
      Books books,
      BookEditor editor,
      Journal journal,
      TallyClock clock,
      ScimStore store,
      FieldLeads leads) {
    this.leads = leads;
    this.store = store;
    this.books = books;
    this.editor = editor;
    this.journal = journal;
    this.clock = clock;
  }

  Book book() {
    return books.current();
  }

  /** Somebody else has it already (RFC 7644 §3.12). */
  static ScimException taken(String message) {
    ConflictException conflict = new ConflictException(message);
    conflict.setScimType(ScimType.RFC7644.UNIQUENESS);
    return conflict;
  }

  private static ScimException invalid(@Nullable String message) {
    return new BadRequestException(message, null, ScimType.RFC7644.INVALID_VALUE);
  }

  /** An id for somebody new that nobody has. */
  String freeId(String wanted) {
    String id = wanted;
    for (int n = 2; books.current().people().has(id); n++) {
      id = wanted + "." + n;
    }
    return id;
  }

  /**
   * Adds the person whom a provider sent; one whom it had deleted comes back as they were, changed
   * so.
   *
   * @param whose finds the id of the person that it is, who may not be there yet
   * @param requireFree refuses a name that somebody else has
   * @return the person's id
   */
  String addUser(User user, String name, Function<User, String> whose, Runnable requireFree) {
    return books.write(
        change -> {
          requireFree.run();
          String id = whose.apply(user);
          if (!change.book().people().has(id)) {
            store.forget(Kind.USER, id);
          }
          ScimRow row = store.find(Kind.USER, id).orElse(null);
          if (change.book().people().has(id) && (row == null || !row.gone)) {
            throw taken("There is a person %s already.".formatted(id));
          }
          savePerson(change, id, values -> fill(values, user, row, true, Set.of()));
          remember(id, name, user, Set.of());
          return id;
        });
  }

  /** Changes the person as the provider says now. */
  void changeUser(String id, User user, String name, Runnable requireFree) {
    books.write(
        change -> {
          requireFree.run();
          ScimRow row = store.find(Kind.USER, id).orElse(null);
          Set<String> ofTheFile = new TreeSet<>();
          savePerson(
              change,
              id,
              values -> {
                ofTheFile.addAll(Users.ofTheFile(values, user, row));
                fill(values, user, row, false, ofTheFile);
              });
          remember(id, name, user, ofTheFile);
          return null;
        });
  }

  private void remember(String id, String name, User user, Set<String> ofTheFile) {
    String resource = Users.stored(user, ofTheFile);
    store.put(Kind.USER, id, name, user.getExternalId().orElse(null), resource);
  }

  /** Silence about it leaves somebody as they are; who is added is active, had they left or not. */
  private void fill(
      Map<String, String> values,
      User user,
      @Nullable ScimRow before,
      boolean added,
      Set<String> ofTheFile) {
    Users.fill(values, user, before, ofTheFile);
    boolean left = "LEFT".equals(values.get("status"));
    user.isActive()
        .or(() -> added && left ? Optional.of(true) : Optional.empty())
        .ifPresent(active -> setActive(values, active));
  }

  private void setActive(Map<String, String> values, boolean active) {
    String status = values.get("status");
    boolean isActive = !"SUSPENDED".equals(status) && !"LEFT".equals(status);
    if (active != isActive) {
      values.put("status", active ? "ACTIVE" : "SUSPENDED");
      values.put("status_since", clock.today().toString());
      values.put("until", null);
    }
  }

  /** Whoever is deleted there has left here: nobody vanishes. */
  void deleteUser(String id, User user) {
    books.write(
        change -> {
          savePerson(
              change,
              id,
              values -> {
                if (!"LEFT".equals(values.get("status"))) {
                  values.put("status", "LEFT");
                  values.put("status_since", clock.today().toString());
                  values.put("until", null);
                }
              });
          store.markGone(
              Kind.USER, id, user.getUserName().orElse(id), Users.stored(user, Set.of()));
          return null;
        });
  }

  private void savePerson(Books.Change change, String id, Consumer<Map<String, String>> with) {
    Map<String, String> before = editor.valuesOfPerson(id);
    Map<String, String> values = before == null ? newcomer(id) : new HashMap<>(before);
    with.accept(values);
    LeadRules.Led led = leads.rules().led(Source.DIRECTORY, before, values);
    leads.keep(led.asides());
    String mail = before == null ? null : before.get("email");
    if (mail != null && !mail.equalsIgnoreCase(led.values().get("email"))) {
      leads.hadMail(id, mail);
    }
    requireManager(change.book(), id, led.values());
    try {
      editor.putPerson(change, led.values()).ifPresent(person -> tell(person, before));
    } catch (BookRows.NotAValueException e) {
      throw invalid(e.getMessage());
    }
  }

  private Map<String, String> newcomer(String id) {
    Map<String, String> values = new HashMap<>();
    values.put("person", id);
    values.put("status", "ACTIVE");
    values.put("kind", "PERSON");
    values.put("joined", clock.today().toString());
    return values;
  }

  private void tell(Person person, @Nullable Map<String, String> before) {
    String was = before == null ? null : before.get("status");
    String text;
    if (was == null) {
      text = "%s came into the directory.".formatted(person.name());
    } else if (!person.status().name().equals(was)) {
      text = "%s: %s, before %s.".formatted(person.name(), said(person.status().name()), said(was));
    } else {
      text = "%s: the directory says something else than before.".formatted(person.name());
    }
    JournalEntry entry = new JournalEntry();
    entry.person = person.id();
    journal.add(ACTOR, "DIRECTORY", text, entry);
  }

  private static String said(String status) {
    return status.toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  private static void requireManager(Book book, String person, Map<String, String> values) {
    String manager = values.get("manager");
    if (manager == null) {
      return;
    }
    boolean self = manager.equals(person);
    if (!self && !book.people().has(manager)) {
      throw invalid("There is no person %s to report to.".formatted(manager));
    }
    // Up from them only: everybody's chains would take too long for one person of fifty thousand.
    Set<String> chain = new LinkedHashSet<>(List.of(person));
    String at = manager;
    while (at != null && chain.add(at)) {
      at = book.people().byId(at).manager();
    }
    if (person.equals(at)) {
      List<String> circle = new ArrayList<>(chain);
      circle.add(at);
      throw invalid(ManagerChains.say(circle));
    }
  }

  /** What a provider sent of a group. */
  record Sent(@Nullable String externalId, String json) {}

  /**
   * Stores the group with these members; who leads it and stays a member goes on leading it.
   *
   * @param fresh whether there must be no such group yet
   */
  void saveGroup(String id, String name, List<String> members, boolean fresh, Sent sent) {
    books.write(
        change -> {
          Book book = change.book();
          Group before = book.groups().has(id) ? book.groups().byId(id) : null;
          if (fresh && before != null) {
            throw taken("There is a group %s already.".formatted(id));
          }
          if (before == null) {
            store.forget(Kind.GROUP, id);
          }
          for (String member : members) {
            if (!book.people().has(member)) {
              throw invalid("There is no person %s.".formatted(member));
            }
          }
          Group after = group(id, name, members, before);
          if (!after.equals(before)) {
            editor.put(change, after);
            journal.add(ACTOR, "DIRECTORY", say(before, after));
          }
          store.put(Kind.GROUP, id, name, sent.externalId(), sent.json());
          return null;
        });
  }

  /** In the order of the members' ids, as the book is read. */
  private static Group group(String id, String name, List<String> members, @Nullable Group before) {
    List<String> sorted = members.stream().distinct().sorted().toList();
    if (before == null) {
      return new Group(id, name, null, sorted);
    }
    List<String> leads = before.leads().stream().filter(sorted::contains).toList();
    return new Group(id, name, before.retentionDays(), sorted, leads);
  }

  private static String say(@Nullable Group before, Group after) {
    Set<String> had = before == null ? Set.of() : Set.copyOf(before.members());
    Set<String> has = Set.copyOf(after.members());
    return "%s the group %s: %d joined it, %d left it."
        .formatted(
            before == null ? "Made" : "Changed",
            after.name(),
            has.stream().filter(one -> !had.contains(one)).count(),
            had.stream().filter(one -> !has.contains(one)).count());
  }

  /** Takes the group away, unless a standing rule is of it. */
  void dropGroup(String id) {
    books.write(
        change -> {
          Group group = change.book().groups().byId(id);
          boolean ruled =
              change.book().standingRules().stream().anyMatch(rule -> rule.group().equals(id));
          if (ruled) {
            throw new ConflictException(
                "A standing rule is of the group %s. It stays for the record.".formatted(id));
          }
          editor.drop(change, group);
          store.markGone(Kind.GROUP, id, group.name(), "{}");
          journal.add(ACTOR, "DIRECTORY", "Took away the group %s.".formatted(group.name()));
          return null;
        });
  }
}
