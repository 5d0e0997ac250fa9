package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.SlateMove;
import org.sobertally.server.store.OneMoment;

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

  /**
   * From here on the transaction reads everything as it is now, whatever others commit meanwhile: a
   * slate, its moves and their calls must fit each other. To be called before anything is read.
   */
  void lookAtOneMoment() {
    OneMoment.from(entities);
  }

  void add(Object entity) {
    entities.persist(entity);
  }

  /** Puts a move on a slate, in its place. */
  void plan(SlateMove move, Slate on, int place) {
    move.id = newId();
    move.slate = on.id;
    move.place = place;
    move.become(SlateMove.State.PLANNED);
    add(move);
  }

  void remove(Object entity) {
    entities.remove(entity);
  }

  Slate slate(String id) {
    Slate slate = entities.find(Slate.class, id);
    if (slate == null) {
      throw Refusal.notFound("There is no slate %s.".formatted(id));
    }
    return slate;
  }

  @Transactional
  SlateMove move(String id) {
    return entities.find(SlateMove.class, id);
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

  /**
   * Moves of one slate that are alike, counted.
   *
   * @param yearly of all of them together; null where none was frozen yet
   */
  record Alike(
      String slate,
      SlateMove.State state,
      MoveKind kind,
      @Nullable String plan,
      @Nullable String toLine,
      String vendor,
      @Nullable Integer seats,
      @Nullable Integer seatsHeld,
      @Nullable Boolean toHold,
      @Nullable LocalDate keepUntil,
      @Nullable LocalDate cashFrom,
      @Nullable String currency,
      SlateMove.@Nullable How settledHow,
      long count,
      @Nullable BigDecimal yearly) {

    /** One that is alike to no other. */
    static Alike alone(SlateMove move) {
      return new Alike(
          move.slate,
          move.state,
          move.kind,
          move.plan,
          move.toLine,
          move.vendor,
          move.seats,
          move.seatsHeld,
          move.toHold,
          move.keepUntil,
          move.cashFrom,
          move.currency,
          move.settledHow,
          1,
          move.yearly);
    }

    /** As one move, to be told in words. */
    SlateMove sample() {
      SlateMove move = new SlateMove();
      move.kind = kind;
      move.plan = plan;
      move.toLine = toLine;
      move.vendor = vendor;
      move.seats = seats;
      move.seatsHeld = seatsHeld;
      move.toHold = toHold;
      move.keepUntil = keepUntil;
      return move;
    }
  }

  /** The moves of all slates, those that are alike together. */
  List<Alike> movesAlike() {
    return entities
        .createQuery(
            """
            select m.slate, m.state, m.kind, m.plan, m.toLine, m.vendor, m.seats, m.seatsHeld,
              m.toHold, m.keepUntil,
              m.cashFrom, m.currency, m.settledHow, count(m), sum(m.yearly)
            from SlateMove m
            group by m.slate, m.state, m.kind, m.plan, m.toLine, m.vendor, m.seats, m.seatsHeld,
              m.toHold, m.keepUntil,
              m.cashFrom, m.currency, m.settledHow
            order by min(m.place)
            """,
            Alike.class)
        .getResultList();
  }

  /**
   * Moves of posted slates that wait, and whose day is not to come, in the order of their places.
   * Not those that wait for an earlier move of their account which goes on; one that failed is
   * over.
   */
  @Transactional
  List<String> dueSteps(LocalDate today) {
    return entities
        .createQuery(
            """
            select m.id from SlateMove m, Slate s
            where m.slate = s.id and s.state = :posted and m.state = :planned
              and (m.due is null or m.due <= :today)
              and (m.waits = false or m.account is null
                or not exists (select 1 from SlateMove o
                  where o.account = m.account and o.slate = m.slate and o.place < m.place
                    and o.state in :goesOn)
                or exists (select 1 from SlateMove o
                  where o.account = m.account and o.slate = m.slate and o.place < m.place
                    and o.state in :failed))
            order by s.posted, m.place
            """,
            String.class)
        .setParameter("posted", Slate.State.POSTED)
        .setParameter("planned", SlateMove.State.PLANNED)
        .setParameter("goesOn", SlateMove.State.GOES_ON)
        .setParameter("failed", SlateMove.State.CAME_TO_NOTHING)
        .setParameter("today", today)
        .getResultList();
  }

  /** The moves of its slate and account that stand before it; of one without an account, none. */
  List<SlateMove> earlierOfAccount(SlateMove move) {
    return entities
        .createQuery(
            """
            select o from SlateMove o
            where o.account = :account and o.slate = :slate and o.place < :place
            order by o.place
            """,
            SlateMove.class)
        .setParameter("account", move.account)
        .setParameter("slate", move.slate)
        .setParameter("place", move.place)
        .getResultList();
  }

  /** Steps of posted slates that are not made yet, by day. */
  List<SlateMove> waitingSteps() {
    return entities
        .createQuery(
            """
            select m from SlateMove m, Slate s
            where m.slate = s.id and s.state = :posted and m.state = :planned
            order by m.due, s.posted, m.place
            """,
            SlateMove.class)
        .setParameter("posted", Slate.State.POSTED)
        .setParameter("planned", SlateMove.State.PLANNED)
        .getResultList();
  }

  /** Hand-overs of posted slates that are not done and to which the successor has not agreed. */
  List<SlateMove> unansweredHandOvers() {
    return entities
        .createQuery(
            """
            select m from SlateMove m, Slate s
            where m.slate = s.id and s.state = :posted and m.kind = :kind and m.agreedOn is null
              and m.state in :open
            order by s.posted, m.place
            """,
            SlateMove.class)
        .setParameter("posted", Slate.State.POSTED)
        .setParameter("kind", MoveKind.HAND_OVER)
        .setParameter("open", Set.of(SlateMove.State.PLANNED, SlateMove.State.SENT))
        .getResultList();
  }

  /** Whether any move of the slate is in the state. */
  boolean anyMove(String slate, SlateMove.State state) {
    return !entities
        .createQuery(
            "select m.id from SlateMove m where m.slate = :slate and m.state = :state",
            String.class)
        .setParameter("slate", slate)
        .setParameter("state", state)
        .setMaxResults(1)
        .getResultList()
        .isEmpty();
  }

  /** Accounts with a move on its way. */
  Set<String> unsettledAccounts() {
    return Set.copyOf(
        entities
            .createQuery(
                """
                select distinct m.account from SlateMove m
                where m.state in :unsettled and m.account is not null
                """,
                String.class)
            .setParameter("unsettled", SlateMove.State.UNSETTLED)
            .getResultList());
  }

  /** What is on the author's drafts. */
  @Transactional
  List<SlateMove> movesOnDraftOf(String author) {
    return entities
        .createQuery(
            """
            select m from SlateMove m, Slate s
            where m.slate = s.id and s.author = :author and s.state = :draft order by m.place
            """,
            SlateMove.class)
        .setParameter("author", author)
        .setParameter("draft", Slate.State.DRAFT)
        .getResultList();
  }

  /** What other slates, sent and not ended, plan to move. */
  List<MovesElsewhere.Planned> plannedElsewhere(String slate) {
    return entities
        .createQuery(
            """
            select new org.sobertally.server.slates.MovesElsewhere$Planned(
              m.holding, m.account, m.kind)
            from SlateMove m, Slate s
            where m.slate = s.id and s.id <> :slate
              and s.state in :open and (s.state <> :posted or m.state = :planned)
            """,
            MovesElsewhere.Planned.class)
        .setParameter("slate", slate)
        .setParameter("open", Slate.OPEN)
        .setParameter("posted", Slate.State.POSTED)
        .setParameter("planned", SlateMove.State.PLANNED)
        .getResultList();
  }

  /** Seats of slates that are sent, granted, or posted and not settled. */
  Set<String> holdingsUnderWay() {
    return Set.copyOf(
        entities
            .createQuery(
                """
                select distinct m.holding from SlateMove m, Slate s
                where m.slate = s.id and m.holding is not null
                  and s.state in :open and (s.state <> :posted or m.state in :unsettled)
                """,
                String.class)
            .setParameter("open", Slate.OPEN)
            .setParameter("posted", Slate.State.POSTED)
            .setParameter(
                "unsettled",
                Set.of(SlateMove.State.SENT, SlateMove.State.UNDOING, SlateMove.State.PLANNED))
            .getResultList());
  }

  /** Confirmed moves of the kind whose last day of undoing lies in the range, both included. */
  List<SlateMove> undoableUntil(MoveKind kind, LocalDate from, LocalDate to) {
    return entities
        .createQuery(
            "from SlateMove m where m.kind = :kind and m.state = :confirmed"
                + " and m.undoUntil between :from and :to",
            SlateMove.class)
        .setParameter("kind", kind)
        .setParameter("confirmed", SlateMove.State.CONFIRMED)
        .setParameter("from", from)
        .setParameter("to", to)
        .getResultList();
  }
}
