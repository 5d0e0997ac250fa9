package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.sobertally.core.slate.MoveKind;

/** Calls to vendors as they are stored, within the caller's transaction. */
@ApplicationScoped
class CallStore {

  private final EntityManager entities;

  CallStore(EntityManager entities) {
    this.entities = entities;
  }

  VendorCall call(String id) {
    return entities.find(VendorCall.class, id);
  }

  /** The call, held until the transaction ends: nobody else changes it meanwhile. */
  VendorCall callHeld(String id) {
    return entities.find(VendorCall.class, id, LockModeType.PESSIMISTIC_WRITE);
  }

  /** How many calls of a slate are in a state in which they are not settled. */
  record Unsettled(String slate, VendorCall.State state, long count) {}

  List<Unsettled> unsettledCalls() {
    return entities
        .createQuery(
            """
            select m.slate, c.state, count(c) from VendorCall c, SlateMove m
            where c.move = m.id and c.state not in :settled group by m.slate, c.state
            """,
            Unsettled.class)
        .setParameter("settled", Set.of(VendorCall.State.CONFIRMED, VendorCall.State.FAILED))
        .getResultList();
  }

  /** The calls of the slate that are not settled. */
  List<VendorCall> callsOf(String slate) {
    return entities
        .createQuery(
            """
            select c from VendorCall c, SlateMove m
            where c.move = m.id and m.slate = :slate and c.state not in :settled
            """,
            VendorCall.class)
        .setParameter("slate", slate)
        .setParameter("settled", Set.of(VendorCall.State.CONFIRMED, VendorCall.State.FAILED))
        .getResultList();
  }

  /** The call of the move that is not settled. */
  @Transactional
  Optional<VendorCall> openCall(String slate, String move) {
    return callsOf(slate).stream().filter(call -> call.move.equals(move)).findFirst();
  }

  /** Calls that were confirmed because an intake showed them. */
  List<VendorCall> callsSeenIn(String intake) {
    return entities
        .createQuery("from VendorCall c where c.seenIn = :intake", VendorCall.class)
        .setParameter("intake", intake)
        .getResultList();
  }

  /** Vendors with a call that is on its way to them. */
  List<String> vendorsWithOpenCalls() {
    return entities
        .createQuery(
            "select distinct c.vendor from VendorCall c where c.state in :open order by c.vendor",
            String.class)
        .setParameter("open", VendorCall.State.OPEN)
        .getResultList();
  }

  /** How many changes of a slate wait to be made at a vendor by hand. */
  record WaitsByHand(String slate, String vendor, long count) {}

  List<WaitsByHand> waitingByHand() {
    return entities
        .createQuery(
            """
            select m.slate, c.vendor, count(c) from VendorCall c, SlateMove m
            where c.move = m.id and c.state = :state group by m.slate, c.vendor
            order by m.slate, c.vendor
            """,
            WaitsByHand.class)
        .setParameter("state", VendorCall.State.BY_HAND)
        .getResultList();
  }

  /** Every call that somebody makes by hand and has not made yet. */
  @Transactional
  List<VendorCall> callsByHand() {
    return entities
        .createQuery("from VendorCall c where c.state = :state", VendorCall.class)
        .setParameter("state", VendorCall.State.BY_HAND)
        .getResultList();
  }

  /** How many calls an intake confirmed. */
  record Confirmed(String intake, long count) {}

  /** How many calls each intake confirmed that are confirmed still. */
  @Transactional
  Map<String, Integer> confirmedByIntake() {
    return entities
        .createQuery(
            """
            select c.seenIn, count(c) from VendorCall c
            where c.seenIn is not null and c.state = :confirmed group by c.seenIn
            """,
            Confirmed.class)
        .setParameter("confirmed", VendorCall.State.CONFIRMED)
        .getResultList()
        .stream()
        .collect(Collectors.toMap(Confirmed::intake, of -> (int) of.count()));
  }

  /** A move that somebody makes by hand. */
  record MoveByHand(String move, String slate) {}

  /** The slates of the moves that somebody makes by hand and has not made yet, by move. */
  @Transactional
  Map<String, String> slatesByHand() {
    return entities
        .createQuery(
            """
            select distinct m.id, m.slate from SlateMove m, VendorCall c
            where c.move = m.id and c.state = :state
            """,
            MoveByHand.class)
        .setParameter("state", VendorCall.State.BY_HAND)
        .getResultList()
        .stream()
        .collect(Collectors.toMap(MoveByHand::move, MoveByHand::slate));
  }

  /** A call that wants doing. */
  record Due(String id, String vendor, String account, MoveKind kind, boolean undoes) {

    /** Whether it does not matter which of the two is made first. */
    boolean isAlike(Due other) {
      return kind == other.kind && undoes == other.undoes;
    }
  }

  /** Calls that want doing by then at other vendors than these, the longest due first. */
  List<Due> dueCalls(Instant now, Set<String> busy) {
    return entities
        .createQuery(
            """
            select c.id, c.vendor, c.account, m.kind, c.undoes
            from VendorCall c join SlateMove m on m.id = c.move
            where c.state in :open and c.due <= :now and c.vendor not in :busy
            order by c.due, c.created, c.id
            """,
            Due.class)
        .setParameter("open", VendorCall.State.OPEN)
        .setParameter("now", now)
        .setParameter("busy", orNone(busy))
        .setMaxResults(200)
        .getResultList();
  }

  /** When the next open call at other vendors than these is due. */
  Optional<Instant> nextDue(Set<String> busy) {
    return Optional.ofNullable(
        entities
            .createQuery(
                """
                select min(c.due) from VendorCall c
                where c.state in :open and c.vendor not in :busy
                """,
                Instant.class)
            .setParameter("open", VendorCall.State.OPEN)
            .setParameter("busy", orNone(busy))
            .getSingleResult());
  }

  /** A list to be compared with must not be empty; no vendor has this id. */
  private static Set<String> orNone(Set<String> vendors) {
    return vendors.isEmpty() ? Set.of("") : vendors;
  }
}
