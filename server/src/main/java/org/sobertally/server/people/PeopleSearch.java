package org.sobertally.server.people;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.book.Table;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.roll.PeopleRoll;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.http.Params;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.refusal.Required;
import org.sobertally.server.visibility.Reach;

/** Finds people by what is known of them. */
@ApplicationScoped
class PeopleSearch {

  /** In which order people are listed. */
  enum Sort {
    NAME,
    COST,
    RECOVERABLE,
    LAST_USED,
    SEATS,
    DEPARTMENT,
    SITE,
    MANAGER,
    STATUS,
    /** Those in whom the most kinds were found first. */
    FOUND
  }

  /** What can be asked of who leads somebody. */
  enum Owner {
    NONE
  }

  enum Flag {
    TRUE,
    FALSE
  }

  /**
   * Of one table of people: what the words are looked for in, by their numbers, and their numbers
   * in the order of their names.
   */
  private record Texts(Table<Person> people, String[] lower, int[] byName) {}

  private volatile @Nullable Texts texts;

  /**
   * The numbers of the people who fit, in order.
   *
   * @param reach who can be found at all, and which groups can be asked for
   */
  int[] find(
      Book book,
      UseStates states,
      PeopleRoll roll,
      PeopleFilter filter,
      @Nullable String sortText,
      Reach reach) {
    Sort sort = Params.choice("sort", sortText, Sort.class).orElse(Sort.NAME);
    List<IntPredicate> tests = new ArrayList<>();
    BitSet among = reach.people(book);
    if (among != null) {
      tests.add(among::get);
    }
    addTestsOfPerson(book, states, filter, reach, tests);
    addTestsOfSeats(book, states, roll, filter, tests);
    if (filter.words != null && !filter.words.isBlank()) {
      String[] lower = textsOf(book).lower();
      for (String word : filter.words.strip().toLowerCase(Locale.ROOT).split("\\s+")) {
        tests.add(p -> lower[p].contains(word));
      }
    }
    IntPredicate[] all = tests.toArray(IntPredicate[]::new);
    IntStream fitting = Arrays.stream(textsOf(book).byName()).filter(p -> fits(all, p));
    // The sort is stable: people who are alike stay in the order of their names.
    return sort == Sort.NAME
        ? fitting.toArray()
        : fitting.boxed().sorted(order(book, states, roll, sort)).mapToInt(p -> p).toArray();
  }

  private static boolean fits(IntPredicate[] tests, int person) {
    for (IntPredicate test : tests) {
      if (!test.test(person)) {
        return false;
      }
    }
    return true;
  }

  private static Comparator<Integer> order(
      Book book, UseStates states, PeopleRoll roll, Sort sort) {
    Table<Person> people = book.people();
    // Of whom nothing is said stands last.
    Comparator<String> words = Comparator.nullsLast(Comparator.naturalOrder());
    int day = Days.of(states.asOf());
    return switch (sort) {
      case NAME -> throw new IllegalStateException("They are in this order already.");
      case COST -> Comparator.comparing(roll::costAmount).reversed();
      case RECOVERABLE -> Comparator.comparing(roll::recoverableAmount).reversed();
      case LAST_USED -> Comparator.comparing(roll::lastUsed);
      case SEATS -> Comparator.comparing(roll::seats).reversed();
      case DEPARTMENT -> Comparator.comparing(p -> people.get(p).department(), words);
      case SITE -> Comparator.comparing(p -> people.get(p).site(), words);
      case MANAGER -> Comparator.comparing(p -> managerName(people, p), words);
      case STATUS -> Comparator.comparing(p -> book.standings().statusOn(p, day));
      case FOUND -> Comparator.comparing(roll::kindsFound).reversed();
    };
  }

  private static @Nullable String managerName(Table<Person> people, int person) {
    String manager = people.get(person).manager();
    return manager == null || !people.has(manager) ? null : people.byId(manager).name();
  }

  private Texts textsOf(Book book) {
    Texts known = texts;
    if (known == null || known.people() != book.people()) {
      String[] lower =
          book.people().all().stream()
              .map(
                  p ->
                      String.join(
                              "\n",
                              p.name(),
                              p.email(),
                              p.id(),
                              p.department() == null ? "" : p.department())
                          .toLowerCase(Locale.ROOT))
              .toArray(String[]::new);
      int[] byName =
          IntStream.range(0, lower.length)
              .boxed()
              .sorted(Comparator.comparing(p -> book.people().get(p).name()))
              .mapToInt(p -> p)
              .toArray();
      known = new Texts(book.people(), lower, byName);
      texts = known;
    }
    return known;
  }

  private static void addTestsOfPerson(
      Book book, UseStates states, PeopleFilter filter, Reach reach, List<IntPredicate> tests) {
    Table<Person> people = book.people();
    String group = Params.said(filter.group);
    String site = Params.said(filter.site);
    String department = Params.said(filter.department);
    String manager = Params.said(filter.manager);
    if (group != null) {
      tests.add(members(book, group, reach)::get);
    }
    if (site != null) {
      tests.add(p -> site.equals(people.get(p).site()));
    }
    if (department != null) {
      tests.add(p -> department.equals(people.get(p).department()));
    }
    if (manager != null) {
      tests.add(p -> manager.equals(people.get(p).manager()));
    }
    int day = Days.of(states.asOf());
    Params.choice("status", filter.status, Person.Status.class)
        .ifPresent(status -> tests.add(p -> book.standings().statusOn(p, day) == status));
    Params.choice("service", filter.service, Flag.class)
        .map(wanted -> wanted == Flag.TRUE)
        .ifPresent(wanted -> tests.add(p -> people.get(p).kind() == Person.Kind.SERVICE == wanted));
    if (Params.choice("owner", filter.owner, Owner.class).isPresent()) {
      BitSet led = led(book);
      tests.add(p -> people.get(p).manager() == null && !led.get(p));
    }
  }

  private static BitSet members(Book book, String group, Reach reach) {
    // A lead is not told whether there is a group that is not theirs.
    if (!book.groups().has(group) && !reach.isLimited()) {
      throw Refusal.notFound("There is no group %s.".formatted(group));
    }
    return Reach.members(
        book, reach.groups(book).stream().filter(one -> one.id().equals(group)).toList());
  }

  /** Numbers of those who are in a group that somebody leads. */
  private static BitSet led(Book book) {
    BitSet led = new BitSet();
    for (Group one : book.groups().all()) {
      if (!one.leads().isEmpty()) {
        led.or(members(book, one));
      }
    }
    return led;
  }

  private static BitSet members(Book book, Group group) {
    BitSet members = new BitSet(book.people().size());
    for (String member : group.members()) {
      int number = book.people().numberOf(member);
      if (number >= 0) {
        members.set(number);
      }
    }
    return members;
  }

  private static void addTestsOfSeats(
      Book book, UseStates states, PeopleRoll roll, PeopleFilter filter, List<IntPredicate> tests) {
    OptionalInt unused = Params.number("unused", filter.unused, 1, 3650);
    String holds = Params.said(filter.holds);
    String lacks = Params.said(filter.lacks);
    String kind = Params.said(filter.kind);
    int since = Days.of(states.asOf()) - unused.orElse(0);
    if (holds != null) {
      // Who names a plan asks about the use of that plan.
      int usedBy = unused.isPresent() ? since : Integer.MAX_VALUE;
      tests.add(holders(book, states, holds, usedBy)::get);
    } else if (unused.isPresent()) {
      tests.add(p -> roll.seats(p) > 0 && roll.lastUsed(p) <= since);
    }
    if (lacks != null) {
      BitSet holders = holders(book, states, lacks, Integer.MAX_VALUE);
      tests.add(p -> !holders.get(p));
    }
    if (kind != null) {
      if (kind.equalsIgnoreCase("ANY")) {
        tests.add(roll::foundAny);
      } else {
        Params.choice("kind", kind, FindingKind.class)
            .ifPresent(one -> tests.add(p -> roll.found(p, one)));
      }
    }
  }

  /** Who holds a seat of the plan now that was not used after the day. */
  private static BitSet holders(Book book, UseStates states, String plan, int usedBy) {
    Required.plan(book, plan);
    BitSet holders = new BitSet(book.people().size());
    Holdings holdings = book.holdings();
    int number = book.plans().require(plan);
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planNumberOfLine(line) == number) {
        for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
          int person = book.personOfAccount(holdings.account(h));
          if (person >= 0 && states.isOpen(h) && states.lastUsed(h) <= usedBy) {
            holders.set(person);
          }
        }
      }
    }
    return holders;
  }
}
