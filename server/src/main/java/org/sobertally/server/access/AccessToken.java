package org.sobertally.server.access;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** What a script may sign itself in with; kept as a hash only. */
@Entity
@Table(name = "access_token")
class AccessToken {
  @Id
  @Column(columnDefinition = "char(64)")
  @JdbcTypeCode(SqlTypes.CHAR)
  String hash;

  String id;
  String name;

  @Enumerated(EnumType.STRING)
  Role role;

  Instant created;

  @Column(name = "created_by")
  @Nullable String createdBy;
}
