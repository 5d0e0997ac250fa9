package org.sobertally.server.directory;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.directory.ScimRow.Kind;

/** Keeps what identity providers sent. */
@ApplicationScoped
class ScimStore {

  private final EntityManager entities;

  ScimStore(EntityManager entities) {
    this.entities = entities;
  }

  /** Names are the same however they are written (RFC 7643 §4.1.1). */
  static String key(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  @Transactional
  Optional<ScimRow> find(Kind kind, String id) {
    return Optional.ofNullable(entities.find(ScimRow.class, new ScimRow.Key(kind, id)));
  }

  @Transactional
  Map<String, ScimRow> all(Kind kind) {
    Map<String, ScimRow> found = new HashMap<>();
    entities
        .createQuery("from ScimRow r where r.kind = :kind", ScimRow.class)
        .setParameter("kind", kind)
        .getResultList()
        .forEach(row -> found.put(row.id, row));
    return found;
  }

  /** Those of that name, deleted ones included. */
  @Transactional
  List<ScimRow> named(Kind kind, String name) {
    return entities
        .createQuery(
            "from ScimRow r where r.kind = :kind and r.nameKey = :name order by r.id",
            ScimRow.class)
        .setParameter("kind", kind)
        .setParameter("name", key(name))
        .getResultList();
  }

  /** Those with that id of the provider's, deleted ones included. */
  @Transactional
  List<ScimRow> external(Kind kind, String externalId) {
    return entities
        .createQuery(
            "from ScimRow r where r.kind = :kind and r.externalId = :id order by r.id",
            ScimRow.class)
        .setParameter("kind", kind)
        .setParameter("id", externalId)
        .getResultList();
  }

  /** What was sent of somebody whom the book no longer has is not theirs who come anew. */
  void forget(Kind kind, String id) {
    ScimRow row = entities.find(ScimRow.class, new ScimRow.Key(kind, id));
    if (row != null) {
      entities.remove(row);
      entities.flush();
    }
  }

  /** Stores what was sent, within the caller's transaction. */
  void put(Kind kind, String id, String name, @Nullable String externalId, String resource) {
    ScimRow row = entities.find(ScimRow.class, new ScimRow.Key(kind, id));
    Instant now = Instant.now().truncatedTo(ChronoUnit.MILLIS);
    boolean fresh = row == null;
    if (fresh) {
      row = new ScimRow();
      row.kind = kind;
      row.id = id;
    }
    if (fresh || row.gone) {
      row.created = now;
    }
    row.modified = now;
    row.gone = false;
    row.nameKey = key(name);
    row.externalId = externalId;
    row.resource = resource;
    if (fresh) {
      entities.persist(row);
    }
    entities.flush();
  }

  /** It was deleted there, within the caller's transaction; what it was is kept. */
  void markGone(Kind kind, String id, String name, String resource) {
    if (entities.find(ScimRow.class, new ScimRow.Key(kind, id)) == null) {
      put(kind, id, name, null, resource);
    }
    entities.find(ScimRow.class, new ScimRow.Key(kind, id)).gone = true;
  }
}
