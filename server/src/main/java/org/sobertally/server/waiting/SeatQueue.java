package org.sobertally.server.waiting;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
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
import org.sobertally.server.refusal.Required;
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

  /**
   * Those who still wait: whoever holds the plan by now, has left or is unknown, waits no longer.
   */
  @Transactional
  List<QueuedPerson> all() {
    Book book = books.current();
    return entities
        .createQuery("from QueuedPerson q order by q.since, q.id", QueuedPerson.class)
        .getResultList()
        .stream()
        .filter(one -> waits(book, one))
        .toList();
  }

  private boolean waits(Book book, QueuedPerson one) {
    return book.people().has(one.person)
        && book.plans().has(one.plan)
        && book.people().byId(one.person).statusOn(clock.today()) != Person.Status.LEFT
        && !holds(book, one.person, one.plan);
  }

  /** The plans for which somebody waits. */
  public Set<String> wantedPlans() {
    return all().stream().map(one -> one.plan).collect(Collectors.toCollection(TreeSet::new));
  }

  /** How many people wait for the plan. */
  public int countFor(String plan) {
    return (int) all().stream().filter(one -> one.plan.equals(plan)).count();
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
    Person who = book.people().get(Required.person(book, person));
    Required.plan(book, plan);
    Person.Status status = who.statusOn(clock.today());
    if (status == Person.Status.LEFT || status == Person.Status.SUSPENDED) {
      throw Refusal.conflict("%s is suspended or has left.".formatted(who.name()));
    }
    if (holds(book, person, plan)) {
      throw Refusal.conflict("%s holds a seat of it already.".formatted(who.name()));
    }
    if (all().stream().anyMatch(w -> w.person.equals(person) && w.plan.equals(plan))) {
      throw Refusal.conflict("%s waits for it already.".formatted(who.name()));
    }
    QueuedPerson queued = row(person, plan);
    queued.since = clock.now();
    queued.askedBy = actor;
    entities.persist(queued);
    tell(actor, "QUEUED", "%s waits for a seat of %s.", who.name(), book, plan, person);
  }

  /** Who waited before and held one since is in the table still. */
  private QueuedPerson row(String person, String plan) {
    return entities
        .createQuery(
            "from QueuedPerson q where q.plan = :plan and q.person = :person", QueuedPerson.class)
        .setParameter("plan", plan)
        .setParameter("person", person)
        .getResultList()
        .stream()
        .findFirst()
        .orElseGet(
            () -> {
              QueuedPerson fresh = new QueuedPerson();
              fresh.id = UUID.randomUUID().toString();
              fresh.plan = plan;
              fresh.person = person;
              return fresh;
            });
  }

  /** The same for somebody who asks by a link themselves. */
  @Transactional
  void joinByLink(String person, String plan, String link) {
    join(person, plan, "by link");
    entities.find(AskLink.class, link, LockModeType.PESSIMISTIC_WRITE).asked++;
  }

  /** The person waits no longer. */
  @Transactional
  void leave(String id, String actor) {
    QueuedPerson one =
        all().stream()
            .filter(w -> w.id.equals(id))
            .findFirst()
            .orElseThrow(() -> Refusal.notFound("Nobody waits under this id."));
    entities.remove(entities.getReference(QueuedPerson.class, id));
    Book book = books.current();
    String name = book.people().byId(one.person).name();
    tell(
        actor,
        "LEFT_QUEUE",
        "%s waits no longer for a seat of %s.",
        name,
        book,
        one.plan,
        one.person);
  }

  private void tell(
      String actor, String kind, String text, String name, Book book, String plan, String person) {
    JournalEntry entry = new JournalEntry();
    entry.person = person;
    journal.add(actor, kind, text.formatted(name, book.plans().byId(plan).name()), entry);
  }
}
