package org.sobertally.server.journal;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What somebody outside needs to see that an excerpt of the journal says what it said when it was
 * written: all that each entry's hash is over, and the hashes of the whole chain.
 */
@ApplicationScoped
public class JournalProof {

  /** More would be no paper any more; the journal itself is exported then. */
  private static final int MOST = 20_000;

  private final EntityManager entities;

  JournalProof(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * One entry.
   *
   * @param said everything that its hash is over, by name, in the order in which it is hashed; null
   *     for what it does not say
   */
  public record Entry(
      LocalDate day,
      String actor,
      String kind,
      String text,
      @Nullable String slate,
      Map<String, @Nullable String> said,
      String hash) {}

  /** One link of the chain: the hash of the entry in this place. */
  public record Link(long seq, String hash) {}

  /**
   * The entries about a subscription, and about the slates that moved a seat of it, in their order.
   *
   * @param from the first day
   * @param to the last day
   */
  @Transactional
  public List<Entry> about(String line, LocalDate from, LocalDate to) {
    return entities
        .createQuery(
            """
            from JournalEntry e
            where e.day >= :from and e.day <= :to and e.seq is not null
              and (e.line = :line
                or e.line is null and e.slate in (
                  select m.slate from JournalEntry m where m.line = :line))
            order by e.seq
            """,
            JournalEntry.class)
        .setParameter("line", line)
        .setParameter("from", from)
        .setParameter("to", to)
        .setMaxResults(MOST)
        .getResultStream()
        .map(
            entry ->
                new Entry(
                    entry.day,
                    entry.actor,
                    entry.kind,
                    entry.text,
                    entry.slate,
                    Seal.said(entry),
                    entry.hash))
        .toList();
  }

  /** The whole chain, from its first entry to its head. */
  @Transactional
  public List<Link> chain() {
    return entities
        .createQuery(
            "select e.seq, e.hash from JournalEntry e where e.seq is not null order by e.seq",
            Link.class)
        .getResultList();
  }
}
