package org.sobertally.server.directory;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A person or a group as its identity provider sent it; what the book makes of it is beside it. */
@Entity
@Table(name = "scim_resource")
@IdClass(ScimRow.Key.class)
class ScimRow {

  enum Kind {
    USER,
    GROUP
  }

  /** Ids are unique among users and among groups. */
  record Key(Kind kind, String id) implements Serializable {}

  @Id
  @Enumerated(EnumType.STRING)
  Kind kind;

  @Id String id;

  /** A user's {@code userName} or a group's {@code displayName}, in small letters. */
  @Column(name = "name_key")
  @Nullable String nameKey;

  @Column(name = "external_id")
  @Nullable String externalId;

  /** As JSON. */
  @Column(columnDefinition = "clob")
  String resource;

  Instant created;
  Instant modified;

  /** Deleted there. */
  boolean gone;
}
