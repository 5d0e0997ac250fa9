package org.sobertally.server.rounds;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.refusal.Refusal;

/** Rounds as they are stored. */
@ApplicationScoped
class RoundStore {

  private static final int BATCH = 1_000;

  private final EntityManager entities;
  private final DataSource database;

  RoundStore(EntityManager entities, DataSource database) {
    this.entities = entities;
    this.database = database;
  }

  void add(Object entity) {
    entities.persist(entity);
  }

  @Transactional
  List<RoundPlan> plans() {
    return entities
        .createQuery("from RoundPlan p order by p.name, p.id", RoundPlan.class)
        .getResultList();
  }

  RoundPlan plan(String id) {
    RoundPlan plan = entities.find(RoundPlan.class, id);
    if (plan == null) {
      throw Refusal.notFound("There is no such plan of rounds.");
    }
    return plan;
  }

  /** The newest first. */
  @Transactional
  List<Round> rounds() {
    return entities.createQuery("from Round r order by r.number desc", Round.class).getResultList();
  }

  Round round(String id) {
    Round round = entities.find(Round.class, id);
    if (round == null) {
      throw Refusal.notFound("There is no round %s.".formatted(id));
    }
    return round;
  }

  int nextNumber() {
    return entities
            .createQuery("select coalesce(max(r.number), 0) from Round r", Integer.class)
            .getSingleResult()
        + 1;
  }

  /** The seats of a round, the most money first. */
  @Transactional
  List<RoundItem> items(String round) {
    return entities
        .createQuery(
            "from RoundItem i where i.round = :round order by i.yearly desc, i.name, i.id",
            RoundItem.class)
        .setParameter("round", round)
        .getResultList();
  }

  /** A part of them, of one state or of all. */
  @Transactional
  List<RoundItem> items(String round, RoundItem.@Nullable State state, int first, int most) {
    return entities
        .createQuery(
            "from RoundItem i where i.round = :round and (:state is null or i.state = :state)"
                + " order by i.yearly desc, i.name, i.id",
            RoundItem.class)
        .setParameter("round", round)
        .setParameter("state", state)
        .setFirstResult(first)
        .setMaxResults(most)
        .getResultList();
  }

  int count(String round, RoundItem.@Nullable State state) {
    return entities
        .createQuery(
            "select count(i) from RoundItem i"
                + " where i.round = :round and (:state is null or i.state = :state)",
            Long.class)
        .setParameter("round", round)
        .setParameter("state", state)
        .getSingleResult()
        .intValue();
  }

  List<RoundItem> itemsOf(String round, String person) {
    return entities
        .createQuery(
            "from RoundItem i where i.round = :round and i.person = :person"
                + " order by i.yearly desc, i.id",
            RoundItem.class)
        .setParameter("round", round)
        .setParameter("person", person)
        .getResultList();
  }

  /**
   * The seats of one round of which the same becomes.
   *
   * @param yearly what they cost a year together
   */
  record Total(
      String round,
      RoundItem.State state,
      long items,
      long answered,
      long cameBack,
      BigDecimal yearly,
      LocalDate lastTakenBack) {}

  /** Of every round; counted by the database, for there may be very many seats. */
  @Transactional
  List<Total> totals() {
    return entities
        .createQuery(
            "select new org.sobertally.server.rounds.RoundStore$Total(i.round, i.state, count(i),"
                + " count(i.answer), count(i.cameBack), sum(i.yearly), max(i.takenBack))"
                + " from RoundItem i group by i.round, i.state",
            Total.class)
        .getResultList();
  }

  /** Seats of a plan that rounds took back, and how many of them were needed again soon after. */
  record Returns(String plan, long takenBack, long cameBack) {}

  @Transactional
  List<Returns> returns() {
    return entities
        .createQuery(
            "select new org.sobertally.server.rounds.RoundStore$Returns(i.plan, count(i),"
                + " count(i.cameBack)) from RoundItem i where i.takenBack is not null"
                + " group by i.plan order by i.plan",
            Returns.class)
        .getResultList();
  }

  /** A slate that a round sent. */
  record RoundSlate(String round, String slate) {}

  @Transactional
  List<RoundSlate> slates() {
    return entities
        .createQuery(
            "select distinct new org.sobertally.server.rounds.RoundStore$RoundSlate("
                + "i.round, i.slate) from RoundItem i where i.slate is not null",
            RoundSlate.class)
        .getResultList();
  }

  /** The slates on which its seats are. */
  List<String> slatesOf(String round) {
    return entities
        .createQuery(
            "select distinct i.slate from RoundItem i"
                + " where i.round = :round and i.slate is not null order by i.slate",
            String.class)
        .setParameter("round", round)
        .getResultList();
  }

  /** Seats that came back and for whose return is still watched. */
  List<RoundItem> takenBackSince(LocalDate day) {
    return entities
        .createQuery(
            "from RoundItem i where i.state = :taken and i.cameBack is null"
                + " and i.takenBack >= :day",
            RoundItem.class)
        .setParameter("taken", RoundItem.State.TAKEN_BACK)
        .setParameter("day", day)
        .getResultList();
  }

  /** Holdings that a round which is not over is about. */
  Set<String> inOpenRounds() {
    return new HashSet<>(
        entities
            .createQuery(
                "select i.holding from RoundItem i, Round r where i.round = r.id"
                    + " and r.state in :open and i.state in :undecided",
                String.class)
            .setParameter("open", Round.State.OPEN)
            .setParameter(
                "undecided",
                Set.of(
                    RoundItem.State.ASKED,
                    RoundItem.State.NOT_ASKED,
                    RoundItem.State.PROPOSED,
                    RoundItem.State.POSTED))
            .getResultList());
  }

  RoundLetter letter(String id) {
    return entities.find(RoundLetter.class, id);
  }

  /** Letters that were not answered and not followed by another. */
  List<RoundLetter> unanswered(String round) {
    return entities
        .createQuery(
            "from RoundLetter l where l.round = :round and l.reminded is null and exists ("
                + "select 1 from RoundItem i where i.round = l.round and i.person = l.person"
                + " and i.state = :asked and i.answer is null)",
            RoundLetter.class)
        .setParameter("round", round)
        .setParameter("asked", RoundItem.State.ASKED)
        .getResultList();
  }

  void flush() {
    entities.flush();
  }

  /** Many at once; within the caller's transaction. */
  void addItems(List<RoundItem> items) {
    String insert =
        """
        insert into round_item (id, round, holding, account, person, name, plan, line, kinds, why,
          last_used, yearly, currency, state)
        values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
        """;
    try (Connection connection = database.getConnection();
        PreparedStatement statement = connection.prepareStatement(insert)) {
      int waiting = 0;
      for (RoundItem item : items) {
        bind(item, statement);
        statement.addBatch();
        if (++waiting % BATCH == 0) {
          statement.executeBatch();
        }
      }
      statement.executeBatch();
    } catch (SQLException e) {
      throw new IllegalStateException("A round could not be written down.", e);
    }
  }

  private static void bind(RoundItem item, PreparedStatement statement) throws SQLException {
    List<@Nullable String> texts =
        Arrays.asList(
            item.id,
            item.round,
            item.holding,
            item.account,
            item.person,
            item.name,
            item.plan,
            item.line,
            item.kinds,
            item.why);
    int place = 1;
    for (String text : texts) {
      statement.setString(place++, text);
    }
    statement.setDate(place++, item.lastUsed == null ? null : Date.valueOf(item.lastUsed));
    statement.setBigDecimal(place++, item.yearly);
    statement.setString(place++, item.currency);
    statement.setString(place, item.state.name());
  }

  /** Many at once; within the caller's transaction. */
  void addLetters(List<RoundLetter> letters) {
    try (Connection connection = database.getConnection();
        PreparedStatement statement =
            connection.prepareStatement(
                "insert into round_letter (id, round, person, email) values (?, ?, ?, ?)")) {
      int waiting = 0;
      for (RoundLetter letter : letters) {
        statement.setString(1, letter.id);
        statement.setString(2, letter.round);
        statement.setString(3, letter.person);
        statement.setString(4, letter.email);
        statement.addBatch();
        if (++waiting % BATCH == 0) {
          statement.executeBatch();
        }
      }
      statement.executeBatch();
    } catch (SQLException e) {
      throw new IllegalStateException("The letters of a round could not be written down.", e);
    }
  }

  /** The plans whose time has come. */
  List<RoundPlan> due(Instant now) {
    return entities
        .createQuery(
            "from RoundPlan p where p.active = true and p.nextDue <= :now order by p.nextDue",
            RoundPlan.class)
        .setParameter("now", now)
        .getResultList();
  }

  List<Round> open() {
    return entities
        .createQuery("from Round r where r.state in :open order by r.number", Round.class)
        .setParameter("open", Round.State.OPEN)
        .getResultList();
  }
}
