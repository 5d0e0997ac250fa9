package org.sobertally.server.groups;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.scheduler.Scheduled;
import io.quarkus.scheduler.Scheduled.ConcurrentExecution;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.directory.DirectoryGroups;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.names.Slugs;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.refusal.Required;

/** Makes groups, changes who is in them, and has some follow a department. */
@ApplicationScoped
class Groups {

  private static final String ITSELF = "Sober Tally";

  private final Books books;
  private final BookEditor editor;
  private final EntityManager entities;
  private final DirectoryGroups directory;
  private final Journal journal;

  Groups(
      Books books,
      BookEditor editor,
      EntityManager entities,
      DirectoryGroups directory,
      Journal journal) {
    this.books = books;
    this.editor = editor;
    this.entities = entities;
    this.directory = directory;
    this.journal = journal;
  }

  /** Departments by the group that follows them. */
  Map<String, String> follows() {
    Map<String, String> follows = new HashMap<>();
    QuarkusTransaction.joiningExisting()
        .run(
            () ->
                entities
                    .createQuery("from GroupFollow", GroupFollow.class)
                    .getResultList()
                    .forEach(follow -> follows.put(follow.group, follow.department)));
    return follows;
  }

  /**
   * Makes a group.
   *
   * @param department whose people it has from now on; null for nobody yet
   * @return its id
   */
  String make(String name, String department, String actor) {
    return books.write(
        change -> {
          Book book = change.book();
          boolean taken =
              book.groups().all().stream().anyMatch(group -> group.name().equalsIgnoreCase(name));
          if (taken) {
            throw Refusal.conflict("There is a group %s already.".formatted(name));
          }
          String id = freeId(book, name);
          List<String> members = department == null ? List.of() : peopleOf(book, department);
          if (department != null && members.isEmpty()) {
            throw Refusal.notTaken("department: nobody is in %s.".formatted(department), List.of());
          }
          editor.put(change, new Group(id, name, null, members));
          if (department != null) {
            follow(id, department);
          }
          journal.add(
              actor,
              "GROUP_CHANGED",
              department == null
                  ? "Made the group %s.".formatted(name)
                  : "Made the group %s, which follows the department %s: %d people."
                      .formatted(name, department, members.size()));
          return id;
        });
  }

  private static String freeId(Book book, String name) {
    String base = Slugs.of(name);
    String id = base;
    for (int n = 2; book.groups().has(id); n++) {
      id = base + "-" + n;
    }
    return id;
  }

  private void follow(String group, @Nullable String department) {
    GroupFollow known = entities.find(GroupFollow.class, group);
    if (department == null) {
      if (known != null) {
        entities.remove(known);
      }
      return;
    }
    GroupFollow follow = known == null ? new GroupFollow() : known;
    follow.group = group;
    follow.department = department;
    if (known == null) {
      entities.persist(follow);
    }
  }

  /** Who is in the department and has not left, by id. */
  private static List<String> peopleOf(Book book, @Nullable String department) {
    return book.people().all().stream()
        .filter(person -> Objects.equals(department, person.department()))
        .filter(person -> person.status() != Person.Status.LEFT)
        .map(Person::id)
        .sorted()
        .toList();
  }

  /** Another name, another time for which data is kept, another department that it follows. */
  void change(String id, String name, Integer retentionDays, String department, String actor) {
    change(
        id,
        actor,
        "Changed the group %s.".formatted(name),
        (book, group) -> {
          follow(id, department);
          List<String> members = department == null ? group.members() : peopleOf(book, department);
          return with(group, name, retentionDays, members, group.leads());
        });
  }

  private interface Work {
    Group on(Book book, Group group);
  }

  private void change(String id, String actor, String text, Work work) {
    books.write(
        change -> {
          Book book = change.book();
          Group group = known(book, id);
          requireOurs(group);
          Group after = work.on(book, group);
          if (!after.equals(group)) {
            editor.put(change, after);
          }
          journal.add(actor, "GROUP_CHANGED", text);
          return null;
        });
  }

  private static Group with(
      Group group, String name, @Nullable Integer days, List<String> members, List<String> leads) {
    Set<String> in = new HashSet<>(members);
    return new Group(group.id(), name, days, members, leads.stream().filter(in::contains).toList());
  }

  private void requireOurs(Group group) {
    if (directory.keeps(group.id())) {
      throw Refusal.conflict(
          "The directory keeps %s: whoever looks after the identity provider changes it there."
              .formatted(group.name()));
    }
  }

  /** Somebody belongs to the group, and leads it or not; who did already stays. */
  void add(String id, String person, boolean lead, String actor) {
    Map<String, String> follows = follows();
    Book now = books.current();
    String name = now.people().byId(person).name();
    change(
        id,
        actor,
        "%s %s %s.".formatted(name, lead ? "leads" : "is in", known(now, id).name()),
        (book, group) -> {
          boolean member = group.members().contains(person);
          if (!member && follows.containsKey(id)) {
            throw Refusal.conflict(
                "The group follows the department %s: its people come by themselves."
                    .formatted(follows.get(id)));
          }
          List<String> members = member ? group.members() : and(group.members(), person);
          List<String> leads =
              lead ? and(without(group.leads(), person), person) : without(group.leads(), person);
          return new Group(id, group.name(), group.retentionDays(), members, leads);
        });
  }

  void remove(String id, String person, String actor) {
    Map<String, String> follows = follows();
    if (follows.containsKey(id)) {
      throw Refusal.conflict(
          "The group follows the department %s: its people go by themselves."
              .formatted(follows.get(id)));
    }
    Book now = books.current();
    String name = now.people().has(person) ? now.people().byId(person).name() : person;
    change(
        id,
        actor,
        "%s is no longer in %s.".formatted(name, known(now, id).name()),
        (book, group) ->
            new Group(
                id,
                group.name(),
                group.retentionDays(),
                without(group.members(), person),
                without(group.leads(), person)));
  }

  private static List<String> and(List<String> some, String one) {
    return Stream.concat(some.stream(), Stream.of(one)).sorted().toList();
  }

  private static List<String> without(List<String> some, String one) {
    return some.stream().filter(other -> !other.equals(one)).toList();
  }

  /** The group is no more, unless a standing rule is of it. */
  void drop(String id, String actor) {
    books.write(
        change -> {
          Group group = known(change.book(), id);
          requireOurs(group);
          boolean ruled =
              change.book().standingRules().stream().anyMatch(rule -> rule.group().equals(id));
          if (ruled) {
            throw Refusal.conflict(
                "A standing rule is of %s. It stays for the record.".formatted(group.name()));
          }
          editor.drop(change, group);
          follow(id, null);
          journal.add(actor, "GROUP_CHANGED", "Took away the group %s.".formatted(group.name()));
          return null;
        });
  }

  static Group known(Book book, String id) {
    Required.group(book, id);
    return book.groups().byId(id);
  }

  /** Brings every group that follows a department up to date; writes only where one differs. */
  @Scheduled(every = "1m", delayed = "30s", concurrentExecution = ConcurrentExecution.SKIP)
  void keepUp() {
    Map<String, String> follows = follows();
    follows.keySet().removeIf(id -> isUpToDate(books.current(), id, follows.get(id)));
    if (follows.isEmpty()) {
      return;
    }
    books.write(
        change -> {
          follows.forEach(
              (id, department) -> {
                Book book = change.book();
                if (isUpToDate(book, id, department)) {
                  return;
                }
                Group group = book.groups().byId(id);
                UnaryOperator<List<String>> sorted =
                    members -> members.stream().distinct().sorted().toList();
                List<String> before = sorted.apply(group.members());
                List<String> after = peopleOf(book, department);
                editor.put(
                    change, with(group, group.name(), group.retentionDays(), after, group.leads()));
                long joined = after.stream().filter(one -> !before.contains(one)).count();
                long left = before.stream().filter(one -> !after.contains(one)).count();
                journal.add(
                    ITSELF,
                    "GROUP_CHANGED",
                    "%s follows %s: %d joined it, %d left it."
                        .formatted(group.name(), department, joined, left));
              });
          return null;
        });
  }

  private static boolean isUpToDate(Book book, String id, @Nullable String department) {
    return !book.groups().has(id)
        || Set.copyOf(book.groups().byId(id).members())
            .equals(Set.copyOf(peopleOf(book, department)));
  }
}
