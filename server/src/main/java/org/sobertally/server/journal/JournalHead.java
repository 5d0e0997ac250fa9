package org.sobertally.server.journal;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Where the chain ends. It is moved on by {@link Chain}, past Hibernate, and only read by this. */
@Entity
@Immutable
@Table(name = "journal_head")
@SuppressWarnings("NullAway.Init")
class JournalHead {

  static final int THE_ONE = 1;

  @Id int id;

  long seq;

  @Column(columnDefinition = "char(64)")
  @JdbcTypeCode(SqlTypes.CHAR)
  String hash;
}
