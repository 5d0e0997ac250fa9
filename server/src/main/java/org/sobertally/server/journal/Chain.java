package org.sobertally.server.journal;

import io.quarkus.runtime.StartupEvent;
import jakarta.annotation.Priority;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import jakarta.persistence.EntityManager;
import jakarta.transaction.RollbackException;
import jakarta.transaction.Synchronization;
import jakarta.transaction.SystemException;
import jakarta.transaction.TransactionManager;
import jakarta.transaction.TransactionSynchronizationRegistry;
import jakarta.transaction.Transactional;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import javax.sql.DataSource;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;

/**
 * Chains the journal's entries by their hashes. They are sealed at the end of their transaction,
 * one transaction at a time, so that nobody waits for the chain's head while they work.
 */
@ApplicationScoped
class Chain {

  /** Before anything is written to the journal. */
  private static final int EARLY = 10;

  private static final int PAGE = 1_000;

  private final EntityManager entities;
  private final DataSource database;
  private final TransactionManager transactions;
  private final TransactionSynchronizationRegistry registry;

  Chain(
      EntityManager entities,
      DataSource database,
      TransactionManager transactions,
      TransactionSynchronizationRegistry registry) {
    this.entities = entities;
    this.database = database;
    this.transactions = transactions;
    this.registry = registry;
  }

  /** Entries from before there was a chain are put into it in their order. */
  @Transactional
  void onStart(@Observes @Priority(EARLY) StartupEvent event) {
    seal(
        entities
            .createQuery(
                "from JournalEntry e where e.seq is null order by e.id", JournalEntry.class)
            .getResultList());
  }

  /** The entry is sealed when its transaction is about to be committed. */
  void add(JournalEntry entry) {
    @SuppressWarnings("unchecked")
    List<JournalEntry> unsealed = (List<JournalEntry>) registry.getResource(Chain.class);
    if (unsealed == null) {
      unsealed = new ArrayList<>();
      registry.putResource(Chain.class, unsealed);
      sealAtTheEnd(unsealed);
    }
    unsealed.add(entry);
  }

  private void sealAtTheEnd(List<JournalEntry> unsealed) {
    try {
      transactions
          .getTransaction()
          .registerSynchronization(
              new Synchronization() {
                @Override
                public void beforeCompletion() {
                  seal(unsealed);
                }

                @Override
                public void afterCompletion(int status) {
                  // Nothing is left to be done.
                }
              });
    } catch (RollbackException | SystemException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Past Hibernate, which has done its work by then; on the transaction's own connection. */
  private void seal(List<JournalEntry> entries) {
    if (entries.isEmpty()) {
      return;
    }
    try (Connection connection = database.getConnection();
        PreparedStatement lock =
            connection.prepareStatement(
                "select seq, hash from journal_head where id = 1 for update");
        PreparedStatement link =
            connection.prepareStatement(
                "update journal set seq = ?, previous = ?, hash = ? where id = ?");
        PreparedStatement move =
            connection.prepareStatement("update journal_head set seq = ?, hash = ? where id = 1");
        ResultSet head = lock.executeQuery()) {
      head.next();
      seal(entries, head.getLong(1), head.getString(2), link);
      JournalEntry last = entries.get(entries.size() - 1);
      move.setLong(1, last.seq);
      move.setString(2, last.hash);
      move.executeUpdate();
    } catch (SQLException e) {
      throw new IllegalStateException("The journal could not be sealed.", e);
    }
  }

  private static void seal(
      List<JournalEntry> entries, long after, String hash, PreparedStatement link)
      throws SQLException {
    long seq = after;
    String previous = hash;
    for (JournalEntry entry : entries) {
      entry.seq = ++seq;
      entry.previous = previous;
      entry.hash = Seal.of(entry);
      previous = entry.hash;
      link.setLong(1, entry.seq);
      link.setString(2, entry.previous);
      link.setString(3, entry.hash);
      link.setLong(4, entry.id);
      link.addBatch();
    }
    link.executeBatch();
  }

  /**
   * Whether every entry says what it said when it was written.
   *
   * @param entries how many there are
   * @param intact whether the chain holds from its first entry to its head
   * @param brokenAt the first entry that does not fit, where one is there to be named
   * @param why what does not fit; null where all does
   * @param head the hash of the last entry: written down elsewhere, it shows later whether the
   *     whole chain was written anew
   */
  @Schema(name = "JournalCheck")
  public record Check(
      long entries,
      boolean intact,
      @Schema(nullable = true) @Nullable Long brokenAt,
      @Schema(nullable = true) @Nullable String why,
      String head) {}

  @Transactional
  Check check() {
    JournalHead head = entities.find(JournalHead.class, JournalHead.THE_ONE);
    long count = 0;
    String previous = Seal.FIRST;
    List<JournalEntry> page;
    do {
      // What is added meanwhile comes after the head that was read, and is another check's.
      page = after(count, head.seq);
      for (JournalEntry entry : page) {
        String why = fault(entry, count, previous);
        if (why != null) {
          return new Check(count, false, entry.id, why, head.hash);
        }
        count++;
        previous = entry.hash;
      }
      entities.clear();
    } while (page.size() == PAGE);
    String why = endFault(head, count, previous);
    return new Check(count, why == null, null, why, head.hash);
  }

  private List<JournalEntry> after(long seq, long last) {
    return entities
        .createQuery(
            "from JournalEntry e where e.seq > :after and e.seq <= :last order by e.seq",
            JournalEntry.class)
        .setParameter("after", seq)
        .setParameter("last", last)
        .setMaxResults(PAGE)
        .getResultList();
  }

  private @Nullable String endFault(JournalHead head, long count, String last) {
    if (head.seq != count || !last.equals(head.hash)) {
      return "The newest entries are missing: the chain ends before its head.";
    }
    long unsealed =
        entities
            .createQuery("select count(e) from JournalEntry e where e.seq is null", Long.class)
            .getSingleResult();
    return unsealed > 0 ? "%d entries are outside the chain.".formatted(unsealed) : null;
  }

  private static @Nullable String fault(JournalEntry entry, long before, String previous) {
    if (entry.seq != before + 1) {
      return "%d entries before it are missing.".formatted(entry.seq - before - 1);
    }
    if (!previous.equals(entry.previous)) {
      return "It does not follow the entry before it.";
    }
    return Seal.of(entry).equals(entry.hash) ? null : "It says something else than when written.";
  }
}
