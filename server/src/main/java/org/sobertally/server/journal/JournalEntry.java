package org.sobertally.server.journal;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** One thing that happened. Rows are only ever added. */
@Entity
@Table(name = "journal")
@SuppressWarnings("NullAway.Init")
public class JournalEntry {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  public Long id;

  public Instant happened;

  @Column(name = "as_of_day")
  public LocalDate day;

  public String actor;
  public String kind;
  public String text;
  public @Nullable String slate;
  public @Nullable String move;
  public @Nullable String line;
  public @Nullable String holding;
  public @Nullable String person;

  @Column(name = "from_place")
  public @Nullable String fromPlace;

  @Column(name = "to_place")
  public @Nullable String toPlace;

  public @Nullable Integer seats;
  public @Nullable BigDecimal yearly;

  @Column(columnDefinition = "char(3)")
  @JdbcTypeCode(SqlTypes.CHAR)
  public @Nullable String currency;

  @Column(name = "cash_from")
  public @Nullable LocalDate cashFrom;

  /** Its place in the chain, from 1 on. */
  @Column(insertable = false, updatable = false)
  Long seq;

  /** The hash of the entry before. */
  @Column(columnDefinition = "char(64)", insertable = false, updatable = false)
  @JdbcTypeCode(SqlTypes.CHAR)
  String previous;

  /** Of what it says and of {@link #previous}. */
  @Column(columnDefinition = "char(64)", insertable = false, updatable = false)
  @JdbcTypeCode(SqlTypes.CHAR)
  String hash;
}
