package org.sobertally.server.intake;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.enterprise.context.ApplicationScoped;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.refusal.Refusal;

/** Keeps files that were brought, how sources are read, and what each intake changed. */
@ApplicationScoped
class IntakeStore {

  private static final Duration FILE_LIVES = Duration.ofDays(1);
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Session entities;

  IntakeStore(Session entities) {
    this.entities = entities;
  }

  String keepFile(String name, byte[] content, String actor, Instant now) {
    entities
        .createQuery("delete from IntakeFile f where f.brought < :old")
        .setParameter("old", now.minus(FILE_LIVES))
        .executeUpdate();
    IntakeFile file = new IntakeFile();
    file.id = UUID.randomUUID().toString();
    file.name = name;
    file.content = content;
    file.broughtBy = actor;
    file.brought = now;
    entities.persist(file);
    return file.id;
  }

  IntakeFile file(String id) {
    IntakeFile found = entities.find(IntakeFile.class, id);
    if (found == null) {
      throw Refusal.notFound("This file is not here any more. Bring it again.");
    }
    return found;
  }

  /** How sources are read, the one used last first. */
  List<Mapping> mappings() {
    return entities
        .createQuery("from KnownMapping m order by m.used desc", KnownMapping.class)
        .getResultList()
        .stream()
        .map(known -> read(known.mapping, Mapping.class))
        .toList();
  }

  void remember(Mapping mapping, Instant now) {
    KnownMapping known = new KnownMapping();
    known.source = mapping.source();
    known.mapping = write(mapping);
    known.used = now;
    entities.merge(known);
  }

  /** Keeps the intake under the next number, what it changed and the days of use it brought. */
  void add(TakenFile intake, List<BookRows.Change> changes, Map<Long, Integer> uses) {
    intake.number =
        entities
            .createQuery("select coalesce(max(i.number), 0) + 1 from TakenFile i", Integer.class)
            .getSingleResult();
    intake.mayGo = true;
    entities.persist(intake);
    entities.flush();
    // By the hundred thousand: these two go in by set.
    entities.doWork(
        connection -> {
          insertChanges(connection, intake.id, changes);
          insertUses(connection, intake.id, uses);
        });
  }

  private void insertChanges(Connection connection, String intake, List<BookRows.Change> changes)
      throws SQLException {
    try (PreparedStatement insert =
        connection.prepareStatement("insert into intake_change values (?, ?, ?, ?, ?)")) {
      for (int n = 0; n < changes.size(); n++) {
        BookRows.Change change = changes.get(n);
        insert.setString(1, intake);
        insert.setInt(2, n);
        insert.setString(3, change.file());
        insert.setString(4, change.before() == null ? null : write(change.before()));
        insert.setString(5, change.after() == null ? null : write(change.after()));
        insert.addBatch();
      }
      insert.executeBatch();
    }
  }

  private static void insertUses(Connection connection, String intake, Map<Long, Integer> uses)
      throws SQLException {
    try (PreparedStatement insert =
        connection.prepareStatement("insert into intake_use values (?, ?, ?)")) {
      for (Map.Entry<Long, Integer> use : uses.entrySet()) {
        insert.setString(1, intake);
        insert.setLong(2, use.getKey());
        insert.setInt(3, use.getValue());
        insert.addBatch();
      }
      insert.executeBatch();
    }
  }

  /** What came in, the newest first. */
  List<TakenFile> all() {
    return entities
        .createQuery("from TakenFile i order by i.number desc", TakenFile.class)
        .getResultList();
  }

  /** What the intake changed, in its order. */
  List<BookRows.Change> changes(String intake) {
    return entities
        .createNativeQuery(
            """
            select file, cast(before as varchar) as before, cast(after as varchar) as after
            from intake_change where intake = :intake order by seq
            """,
            ChangedRow.class)
        .setParameter("intake", intake)
        .getResultList()
        .stream()
        .map(row -> new BookRows.Change(row.file(), cells(row.before()), cells(row.after())))
        .toList();
  }

  /** A row of the book before and after, its cells as JSON. */
  record ChangedRow(String file, @Nullable String before, @Nullable String after) {}

  private static String @Nullable [] cells(@Nullable String value) {
    return value == null ? null : read(value, String[].class);
  }

  /** The days of use that nothing had told of before, a mask by slot. */
  Map<Long, Integer> uses(String intake) {
    return entities
        .createNativeQuery("select slot, days from intake_use where intake = :intake", NewUse.class)
        .setParameter("intake", intake)
        .getResultList()
        .stream()
        .collect(Collectors.toMap(NewUse::slot, NewUse::days));
  }

  /** Days of use of one slot. */
  record NewUse(long slot, int days) {}

  void takenBack(String id, String actor, Instant now) {
    TakenFile intake = entities.find(TakenFile.class, id);
    intake.takenBack = now;
    intake.takenBackBy = actor;
    intake.mayGo = false;
    for (String table : List.of("intake_change", "intake_use")) {
      entities
          .createNativeQuery("delete from " + table + " where intake = :intake")
          .setParameter("intake", id)
          .executeUpdate();
    }
  }

  private static String write(Object value) {
    try {
      return JSON.writeValueAsString(value);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  private static <T> T read(String text, Class<T> type) {
    try {
      return JSON.readValue(text, type);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }
}
