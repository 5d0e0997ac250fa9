package org.sobertally.server.waiting;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.journal.JournalEntry;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** Who waits for which seat, in the order in which they asked. */
@ApplicationScoped
public class SeatQueue {

  private final Books books;
  private final EntityManager entities;
  private final Journal journal;
  private final TallyClock clock;

  SeatQueue(Books books, EntityManager entities, Journal journal, TallyClock clock) {
    this.books = books;
    this.entities = entities;
    this.journal = journal;
    this.clock = clock;
  }

  /** One person who waits for one plan. */
  record Waiting(String id, String plan, String person, Instant since) {}

  /**
   * Those who still wait: whoever holds the plan by now, has left or is unknown, waits no longer.
   */
  @Transactional
  List<Waiting> all() {
    Book book = books.current();
    List<Waiting> waiting = new ArrayList<>();
    for (Object row :
        entities
            .createNativeQuery("select id, plan, person, since from seat_queue order by since, id")
            .getResultList()) {
      Object[] values = (Object[]) row;
      Waiting one =
          new Waiting(
              (String) values[0],
              (String) values[1],
              (String) values[2],
              values[3] instanceof OffsetDateTime time ? time.toInstant() : (Instant) values[3]);
      if (book.people().has(one.person())
          && book.plans().has(one.plan())
          && book.people().byId(one.person()).statusOn(clock.today()) != Person.Status.LEFT
          && !holds(book, one.person(), one.plan())) {
        waiting.add(one);
      }
    }
    return waiting;
  }

  /** The plans for which somebody waits. */
  public Set<String> wantedPlans() {
    return all().stream().map(Waiting::plan).collect(Collectors.toCollection(TreeSet::new));
  }

  /** How many people wait for the plan. */
  public int countFor(String plan) {
    return (int) all().stream().filter(one -> one.plan().equals(plan)).count();
  }

  /** Whether the person holds a seat of the plan today. */
  public boolean holds(String person, String plan) {
    return holds(books.current(), person, plan);
  }

  private boolean holds(Book book, String person, String plan) {
    for (int a : book.accountsOf(book.people().require(person))) {
      for (int h : book.holdings().ofAccount(a)) {
        if (book.planOfLine(book.holdings().line(h)).id().equals(plan)
            && book.holdings().openOn(h, Days.of(clock.today()))) {
          return true;
        }
      }
    }
    return false;
  }

  /** The person waits from now on, behind everybody who waits already. */
  @Transactional
  public void join(String person, String plan, String actor) {
    Book book = books.current();
    if (!book.people().has(person)) {
      throw Refusal.notFound("There is no person %s.".formatted(person));
    }
    if (!book.plans().has(plan)) {
      throw Refusal.notFound("There is no plan %s.".formatted(plan));
    }
    String name = book.people().byId(person).name();
    Person.Status status = book.people().byId(person).statusOn(clock.today());
    if (status == Person.Status.LEFT || status == Person.Status.SUSPENDED) {
      throw Refusal.conflict("%s is suspended or has left.".formatted(name));
    }
    if (holds(book, person, plan)) {
      throw Refusal.conflict("%s holds a seat of it already.".formatted(name));
    }
    if (all().stream().anyMatch(w -> w.person().equals(person) && w.plan().equals(plan))) {
      throw Refusal.conflict("%s waits for it already.".formatted(name));
    }
    entities
        .createNativeQuery(
            """
            merge into seat_queue (id, plan, person, since, asked_by) key (plan, person)
            values (:id, :plan, :person, :since, :by)
            """)
        .setParameter("id", UUID.randomUUID().toString())
        .setParameter("plan", plan)
        .setParameter("person", person)
        .setParameter("since", clock.now().atOffset(ZoneOffset.UTC))
        .setParameter("by", actor)
        .executeUpdate();
    tell(actor, "QUEUED", "%s waits for a seat of %s.", name, book, plan, person);
  }

  /** The same for somebody who asks by a link themselves. */
  @Transactional
  void joinByLink(String person, String plan, String link) {
    join(person, plan, "by link");
    entities
        .createNativeQuery("update ask_link set asked = asked + 1 where id = :id")
        .setParameter("id", link)
        .executeUpdate();
  }

  /** The person waits no longer. */
  @Transactional
  void leave(String id, String actor) {
    Waiting one =
        all().stream()
            .filter(w -> w.id().equals(id))
            .findFirst()
            .orElseThrow(() -> Refusal.notFound("Nobody waits under this id."));
    entities
        .createNativeQuery("delete from seat_queue where id = :id")
        .setParameter("id", id)
        .executeUpdate();
    Book book = books.current();
    String name = book.people().byId(one.person()).name();
    tell(
        actor,
        "LEFT_QUEUE",
        "%s waits no longer for a seat of %s.",
        name,
        book,
        one.plan(),
        one.person());
  }

  private void tell(
      String actor, String kind, String text, String name, Book book, String plan, String person) {
    JournalEntry entry = new JournalEntry();
    entry.person = person;
    journal.add(actor, kind, text.formatted(name, book.plans().byId(plan).name()), entry);
  }
}
