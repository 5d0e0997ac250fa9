package org.sobertally.server.access;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A signed-in browser; its cookie is kept as a hash only. */
@Entity
@Table(name = "access_session")
class AccessSession {
  @Id
  @Column(columnDefinition = "char(64)")
  @JdbcTypeCode(SqlTypes.CHAR)
  String hash;

  String login;
  String csrf;
  Instant started;
  Instant expires;
}
