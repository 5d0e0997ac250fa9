package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.sobertally.server.http.Problem;

/** Keeps slates, their moves and the calls that carry them out. */
@ApplicationScoped
class SlateStore {

  private final EntityManager entities;

  SlateStore(EntityManager entities) {
    this.entities = entities;
  }

  static String newId() {
    return UUID.randomUUID().toString();
  }

  void add(Object entity) {
    entities.persist(entity);
  }

  void remove(Object entity) {
    entities.remove(entity);
  }

  Slate slate(String id) {
    Slate slate = entities.find(Slate.class, id);
    if (slate == null) {
      throw Problem.notFound("There is no slate %s.".formatted(id));
    }
    return slate;
  }

  SlateMove move(String id) {
    return entities.find(SlateMove.class, id);
  }

  VendorCall call(String id) {
    return entities.find(VendorCall.class, id);
  }

  /** The newest first. */
  List<Slate> slates() {
    return entities
        .createQuery("from Slate s order by s.created desc, s.id", Slate.class)
        .getResultList();
  }

  /** Whether a slate waits for a decision past its deadline. */
  @Transactional
  boolean anyOverdue(LocalDate today) {
    return entities
            .createQuery(
                "select count(s) from Slate s where s.state = :sent and s.deadline < :today",
                Long.class)
            .setParameter("sent", Slate.State.SENT)
            .setParameter("today", today)
            .getSingleResult()
        > 0;
  }

  List<SlateMove> movesOf(String slate) {
    return entities
        .createQuery("from SlateMove m where m.slate = :slate order by m.place", SlateMove.class)
        .setParameter("slate", slate)
        .getResultList();
  }

  List<VendorCall> openCallsOf(String slate) {
    return entities
        .createQuery(
            """
            select c from VendorCall c, SlateMove m
            where c.move = m.id and m.slate = :slate and c.state in :open
            """,
            VendorCall.class)
        .setParameter("slate", slate)
        .setParameter("open", VendorCall.State.OPEN)
        .getResultList();
  }

  /** Accounts with a move on its way. */
  Set<String> unsettledAccounts() {
    return Set.copyOf(
        entities
            .createQuery(
                "select distinct m.account from SlateMove m where m.state in :unsettled",
                String.class)
            .setParameter("unsettled", SlateMove.State.UNSETTLED)
            .getResultList());
  }

  /** Of these holdings, the ones that another slate, sent and not ended, plans to move. */
  Set<String> plannedElsewhere(String slate, Collection<String> holdings) {
    if (holdings.isEmpty()) {
      return Set.of();
    }
    return Set.copyOf(
        entities
            .createQuery(
                """
                select distinct m.holding from SlateMove m, Slate s
                where m.slate = s.id and s.id <> :slate and m.holding in :holdings
                  and s.state in :waiting
                """,
                String.class)
            .setParameter("slate", slate)
            .setParameter("holdings", holdings)
            .setParameter("waiting", Set.of(Slate.State.SENT, Slate.State.GRANTED))
            .getResultList());
  }

  /** Calls that want doing by then, the longest due first. */
  List<String> dueCalls(Instant now) {
    return entities
        .createQuery(
            """
            select c.id from VendorCall c
            where c.state in :open and c.due <= :now order by c.due, c.created, c.id
            """,
            String.class)
        .setParameter("open", VendorCall.State.OPEN)
        .setParameter("now", now)
        .setMaxResults(200)
        .getResultList();
  }

  /** When the next open call is due. */
  Optional<Instant> nextDue() {
    return Optional.ofNullable(
        entities
            .createQuery(
                "select min(c.due) from VendorCall c where c.state in :open", Instant.class)
            .setParameter("open", VendorCall.State.OPEN)
            .getSingleResult());
  }
}
