package org.sobertally.server.intake;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.sql.Blob;
import java.sql.Clob;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.refusal.Refusal;

/** Keeps files that were brought, how sources are read, and what each intake changed. */
@ApplicationScoped
class IntakeStore {

  private static final Duration FILE_LIVES = Duration.ofDays(1);
  private static final ObjectMapper JSON = new ObjectMapper();

  private final EntityManager entities;

  IntakeStore(EntityManager entities) {
    this.entities = entities;
  }

  /** One intake of a single file. */
  record Row(
      String id,
      int number,
      String source,
      FileKind kind,
      @Nullable String vendor,
      String fileName,
      Instant taken,
      String actor,
      int good,
      int rejected,
      int changed,
      boolean mayGo,
      @Nullable Instant takenBack,
      @Nullable String takenBackBy) {

    /** Whether taking the other back first is needed: it may stand on this one's ground. */
    boolean sharesGroundWith(Row other) {
      return vendor == null || other.vendor == null || vendor.equals(other.vendor);
    }
  }

  String keepFile(String name, byte[] content, String actor, Instant now) {
    entities
        .createNativeQuery("delete from intake_file where brought < :old")
        .setParameter("old", now.minus(FILE_LIVES))
        .executeUpdate();
    String id = UUID.randomUUID().toString();
    entities
        .createNativeQuery(
            """
            insert into intake_file (id, name, content, brought_by, brought)
            values (:id, :name, :content, :actor, :now)
            """)
        .setParameter("id", id)
        .setParameter("name", name)
        .setParameter("content", content)
        .setParameter("actor", actor)
        .setParameter("now", now)
        .executeUpdate();
    return id;
  }

  /** A file that was brought. */
  record Kept(String name, byte[] content) {}

  Kept file(String id) {
    List<?> found =
        entities
            .createNativeQuery(
                "select name, content from intake_file where id = :id", Object[].class)
            .setParameter("id", id)
            .getResultList();
    if (found.isEmpty()) {
      throw Refusal.notFound("This file is not here any more. Bring it again.");
    }
    Object[] row = (Object[]) found.get(0);
    return new Kept((String) row[0], bytes(row[1]));
  }

  private static byte[] bytes(Object value) {
    try {
      return value instanceof Blob blob ? blob.getBytes(1, (int) blob.length()) : (byte[]) value;
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  private static String text(Object value) {
    try {
      return value instanceof Clob clob
          ? clob.getSubString(1, (int) clob.length())
          : (String) value;
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  /** How sources are read, the one used last first. */
  List<Mapping> mappings() {
    List<Mapping> all = new ArrayList<>();
    for (Object mapping :
        entities
            .createNativeQuery(
                "select mapping from intake_mapping order by used desc", Object.class)
            .getResultList()) {
      all.add(read(text(mapping), Mapping.class));
    }
    return all;
  }

  void remember(Mapping mapping, Instant now) {
    entities
        .createNativeQuery(
            """
            merge into intake_mapping (source, mapping, used) key (source)
            values (:source, :mapping, :now)
            """)
        .setParameter("source", mapping.source())
        .setParameter("mapping", write(mapping))
        .setParameter("now", now)
        .executeUpdate();
  }

  void add(Row row, List<BookRows.Change> changes, Map<Long, Integer> uses) {
    entities
        .createNativeQuery(
            """
            insert into intake (id, number, source, kind, vendor, file_name, taken, actor, good,
              rejected, changed, may_go)
            values (:id, (select coalesce(max(number), 0) + 1 from intake), :source, :kind, :vendor,
              :file, :taken, :actor, :good, :rejected, :changed, true)
            """)
        .setParameter("id", row.id())
        .setParameter("source", row.source())
        .setParameter("kind", row.kind().name())
        .setParameter("vendor", row.vendor())
        .setParameter("file", row.fileName())
        .setParameter("taken", row.taken())
        .setParameter("actor", row.actor())
        .setParameter("good", row.good())
        .setParameter("rejected", row.rejected())
        .setParameter("changed", row.changed())
        .executeUpdate();
    entities
        .unwrap(Session.class)
        .doWork(
            connection -> {
              try (PreparedStatement insert =
                  connection.prepareStatement("insert into intake_change values (?, ?, ?, ?, ?)")) {
                for (int n = 0; n < changes.size(); n++) {
                  BookRows.Change change = changes.get(n);
                  insert.setString(1, row.id());
                  insert.setInt(2, n);
                  insert.setString(3, change.file());
                  insert.setString(4, change.before() == null ? null : write(change.before()));
                  insert.setString(5, change.after() == null ? null : write(change.after()));
                  insert.addBatch();
                }
                insert.executeBatch();
              }
              try (PreparedStatement insert =
                  connection.prepareStatement("insert into intake_use values (?, ?, ?)")) {
                for (Map.Entry<Long, Integer> use : uses.entrySet()) {
                  insert.setString(1, row.id());
                  insert.setLong(2, use.getKey());
                  insert.setInt(3, use.getValue());
                  insert.addBatch();
                }
                insert.executeBatch();
              }
            });
  }

  /** What came in, the newest first. */
  List<Row> all() {
    List<Row> rows = new ArrayList<>();
    for (Object found :
        entities
            .createNativeQuery(
                """
                select id, number, source, kind, vendor, file_name, taken, actor, good, rejected,
                  changed, may_go, taken_back, taken_back_by
                from intake order by number desc
                """,
                Object[].class)
            .getResultList()) {
      Object[] row = (Object[]) found;
      rows.add(
          new Row(
              (String) row[0],
              ((Number) row[1]).intValue(),
              (String) row[2],
              FileKind.valueOf((String) row[3]),
              (String) row[4],
              (String) row[5],
              instant(row[6]),
              (String) row[7],
              ((Number) row[8]).intValue(),
              ((Number) row[9]).intValue(),
              ((Number) row[10]).intValue(),
              (Boolean) row[11],
              instant(row[12]),
              (String) row[13]));
    }
    return rows;
  }

  private static Instant instant(Object value) {
    return value instanceof java.time.OffsetDateTime time ? time.toInstant() : (Instant) value;
  }

  /** What the intake changed, in its order. */
  List<BookRows.Change> changes(String intake) {
    List<BookRows.Change> changes = new ArrayList<>();
    for (Object found :
        entities
            .createNativeQuery(
                "select file, before, after from intake_change where intake = :intake order by seq",
                Object[].class)
            .setParameter("intake", intake)
            .getResultList()) {
      Object[] row = (Object[]) found;
      changes.add(new BookRows.Change((String) row[0], cells(row[1]), cells(row[2])));
    }
    return changes;
  }

  private static String @Nullable [] cells(Object value) {
    return value == null ? null : read(text(value), String[].class);
  }

  Map<Long, Integer> uses(String intake) {
    Map<Long, Integer> uses = new HashMap<>();
    for (Object found :
        entities
            .createNativeQuery(
                "select slot, days from intake_use where intake = :intake", Object[].class)
            .setParameter("intake", intake)
            .getResultList()) {
      Object[] row = (Object[]) found;
      uses.put(((Number) row[0]).longValue(), ((Number) row[1]).intValue());
    }
    return uses;
  }

  void takenBack(String intake, String actor, Instant now) {
    entities
        .createNativeQuery(
            """
            update intake set taken_back = :now, taken_back_by = :actor, may_go = false
            where id = :intake
            """)
        .setParameter("now", now)
        .setParameter("actor", actor)
        .setParameter("intake", intake)
        .executeUpdate();
    for (String table : List.of("intake_change", "intake_use")) {
      entities
          .createNativeQuery("delete from " + table + " where intake = :intake")
          .setParameter("intake", intake)
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
