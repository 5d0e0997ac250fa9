package org.sobertally.server.journal;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.access.AccessChanged;
import org.sobertally.server.time.TallyClock;

/** Everything that happened, in order; entries belong to the transaction that causes them. */
@ApplicationScoped
public class Journal {

  private static final int LONGEST_TEXT = 2000;

  private static final String NEWEST =
      """
      from JournalEntry e
      where (:slate is null or e.slate = :slate)
        and (:anyLine = true or e.line in :lines)
        and (:person is null or e.person = :person)
        and (:actor is null or e.actor = :actor)
        and (cast(:from as LocalDate) is null or e.day >= :from)
        and (cast(:to as LocalDate) is null or e.day <= :to)
        and (:anyKind = true or e.kind in :kinds)
        and e.id < :before
      order by e.id desc
      """;

  private final EntityManager entities;
  private final TallyClock clock;
  private final Chain chain;

  Journal(EntityManager entities, TallyClock clock, Chain chain) {
    this.chain = chain;
    this.entities = entities;
    this.clock = clock;
  }

  void onAccess(@Observes AccessChanged change) {
    add(change.actor(), change.kind(), change.text());
  }

  /** Adds an entry that concerns no one slate or subscription. */
  public void add(String actor, String kind, String text) {
    add(actor, kind, text, new JournalEntry());
  }

  /** Adds an entry whose references are filled in already. */
  public void add(String actor, String kind, String text, JournalEntry entry) {
    entry.happened = clock.now().truncatedTo(ChronoUnit.MICROS);
    entry.day = clock.today();
    entry.actor = actor;
    entry.kind = kind;
    entry.text = text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT - 1) + "…" : text;
    entities.persist(entry);
    chain.add(entry);
  }

  /** The newest entries first, those before {@code before} where it is given. */
  List<JournalEntry> newest(Filter filter, Optional<Long> before, int limit) {
    return entities
        .createQuery(NEWEST, JournalEntry.class)
        .setParameter("slate", filter.slate())
        .setParameter("anyLine", filter.lines().isEmpty())
        .setParameter("lines", filter.lines().isEmpty() ? List.of("") : filter.lines())
        .setParameter("person", filter.person())
        .setParameter("actor", filter.actor())
        .setParameter("from", filter.from())
        .setParameter("to", filter.to())
        .setParameter("anyKind", filter.kinds().isEmpty())
        .setParameter("kinds", filter.kinds().isEmpty() ? List.of("") : filter.kinds())
        .setParameter("before", before.orElse(Long.MAX_VALUE))
        .setMaxResults(limit)
        .getResultList();
  }

  /** What entries must be about; null for anything, and no kinds for any kind. */
  record Filter(
      @Nullable String slate,
      List<String> lines,
      @Nullable String person,
      @Nullable String actor,
      @Nullable LocalDate from,
      @Nullable LocalDate to,
      List<String> kinds) {}

  /**
   * The entries of these kinds on the days from one to another, both included, the newest first.
   */
  @Transactional
  public List<JournalEntry> of(LocalDate from, LocalDate to, List<String> kinds, int limit) {
    Filter filter = new Filter(null, List.of(), null, null, from, to, kinds);
    return newest(filter, Optional.empty(), limit);
  }

  /** The entries about the person, the newest first. */
  @Transactional
  public List<JournalEntry> ofPerson(String person) {
    return entities
        .createQuery(
            "from JournalEntry e where e.person = :person order by e.id desc", JournalEntry.class)
        .setParameter("person", person)
        .setMaxResults(1_000)
        .getResultList();
  }

  /** The newest entry, if there is any. */
  public Optional<JournalEntry> last() {
    return entities
        .createQuery("from JournalEntry e order by e.id desc", JournalEntry.class)
        .setMaxResults(1)
        .getResultStream()
        .findFirst();
  }

  /** The entries about moves of the subscription that posted a seat, oldest first. */
  public List<JournalEntry> postingsOf(String line) {
    return entities
        .createQuery(
            "from JournalEntry e where e.line = :line and e.fromPlace is not null order by e.id",
            JournalEntry.class)
        .setParameter("line", line)
        .getResultList();
  }
}
