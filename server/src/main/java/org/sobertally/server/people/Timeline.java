package org.sobertally.server.people;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.server.journal.JournalEntry;

/** What happened to a person: what the book knows, and what the journal tells of them. */
final class Timeline {

  /**
   * @param actor who did it, where that was here
   * @param slate on which it went, where it did
   */
  @Schema(name = "PersonEvent")
  record Event(
      LocalDate day,
      String what,
      @Schema(nullable = true) @Nullable String actor,
      @Schema(nullable = true) @Nullable String slate) {}

  private Timeline() {}

  static List<Event> of(Book book, LocalDate day, String id, List<JournalEntry> journal) {
    List<Event> events = new ArrayList<>();
    Person person = book.people().byId(id);
    add(events, person.joined(), "Joined.");
    add(events, person.leaves(), "Last day at work.");
    if (person.status() != Person.Status.ACTIVE) {
      add(events, person.since(), said(person.status()));
      if (person.status() == Person.Status.ON_LEAVE) {
        add(events, person.until(), "Back from leave.");
      }
    }
    for (int a : book.accountsOf(book.people().require(id))) {
      ofAccount(book, a, events);
    }
    for (JournalEntry entry : journal) {
      events.add(new Event(entry.day, entry.text, entry.actor, entry.slate));
    }
    events.removeIf(event -> event.day().isAfter(day));
    // The sort is stable: what the journal tells of one day stays in its order.
    events.sort(Comparator.comparing(Event::day).reversed());
    return events;
  }

  private static void add(List<Event> events, @Nullable LocalDate day, String what) {
    if (day != null) {
      events.add(new Event(day, what, null, null));
    }
  }

  private static String said(Person.Status status) {
    return switch (status) {
      case LEFT -> "Left.";
      case SUSPENDED -> "Suspended.";
      case ON_LEAVE -> "Went on leave.";
      case ACTIVE -> "Came back.";
    };
  }

  private static void ofAccount(Book book, int a, List<Event> events) {
    Account account = book.accounts().get(a);
    String vendor = book.vendors().byId(account.vendor()).name();
    if (account.state() != Account.State.ACTIVE) {
      String state = account.state().name().toLowerCase(Locale.ROOT);
      add(events, account.stateSince(), "The account at %s was %s.".formatted(vendor, state));
    }
    Holdings holdings = book.holdings();
    for (int h : holdings.ofAccount(a)) {
      String plan = book.planOfLine(holdings.line(h)).name();
      String how =
          switch (holdings.method(h)) {
            case HAND -> "";
            case RULE -> " by a standing rule";
            case VENDOR -> " by the vendor’s own sync";
          };
      add(
          events,
          Days.date(holdings.from(h)),
          "Was handed a seat of %s %s%s.".formatted(vendor, plan, how));
      if (holdings.until(h) != Days.OPEN) {
        add(
            events,
            Days.date(holdings.until(h)),
            "The seat of %s %s came back.".formatted(vendor, plan));
      }
      for (Keep keep : book.keepsOf(holdings.id(h))) {
        add(
            events,
            keep.until(),
            "The keep of %s %s ended: %s.".formatted(vendor, plan, keep.reason()));
      }
    }
  }
}
