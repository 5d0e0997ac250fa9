package org.sobertally.server.pools;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Who was asked to leave a pool and for whom a seat is set aside, within the caller's transaction.
 */
@ApplicationScoped
class PoolStore {

  private final EntityManager entities;

  PoolStore(EntityManager entities) {
    this.entities = entities;
  }

  /** Everybody who was asked to leave, by session. */
  Map<String, PoolAsk> asks() {
    return entities
        .createQuery("from PoolAsk", PoolAsk.class)
        .getResultStream()
        .collect(Collectors.toMap(ask -> ask.session, Function.identity()));
  }

  PoolAsk ask(String session) {
    return entities.find(PoolAsk.class, session);
  }

  /** Those whose grace is over and whose turn it is, oldest first. */
  List<PoolAsk> due(Instant now, Instant turn) {
    return entities
        .createQuery(
            """
            from PoolAsk a where a.state in :open and a.until <= :now
              and (a.due is null or a.due <= :turn)
            order by a.until, a.session
            """,
            PoolAsk.class)
        .setParameter("open", List.of(PoolEnds.State.ASKED, PoolEnds.State.ENDING))
        .setParameter("now", now)
        .setParameter("turn", turn)
        .getResultList();
  }

  /** Asks whoever sits there to leave; one who was asked before is asked anew. */
  void ask(String session, String by, Instant now, Instant until) {
    PoolAsk ask = new PoolAsk();
    ask.session = session;
    ask.askedBy = by;
    ask.asked = now;
    ask.until = until;
    ask.state = PoolEnds.State.ASKED;
    entities.merge(ask);
  }

  /** Loans of the pool that last beyond the day. */
  List<PoolLoan> loans(String plan, LocalDate today) {
    return entities
        .createQuery(
            "from PoolLoan l where l.plan = :plan and l.until > :today order by l.until, l.id",
            PoolLoan.class)
        .setParameter("plan", plan)
        .setParameter("today", today)
        .getResultList();
  }

  /** Sets a seat aside. */
  void lend(String plan, String person, LocalDate until, String by) {
    PoolLoan loan = new PoolLoan();
    loan.id = UUID.randomUUID().toString();
    loan.plan = plan;
    loan.person = person;
    loan.until = until;
    loan.lentBy = by;
    entities.persist(loan);
  }

  /** Ends a loan before its day. */
  void endLoan(String id) {
    entities.remove(entities.getReference(PoolLoan.class, id));
  }

  /** How many were refused a seat of the pool since then. */
  int refused(String plan, Instant since) {
    return ((Number)
            entities
                .createNativeQuery(
                    "select count(*) from pool_refused where plan = :plan and happened >= :since")
                .setParameter("plan", plan)
                .setParameter("since", since.atOffset(ZoneOffset.UTC))
                .getSingleResult())
        .intValue();
  }
}
