package org.sobertally.server.kept;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.math.BigDecimal;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.statement.StoppedMoney;

/**
 * One entry of the ledger of savings: money that is not paid from a day on. The rate of a foreign
 * price is frozen in it.
 */
@Entity
@Table(name = "saving")
public class Saving {

  @Id String id;

  /** The move, the renewal or the entry that caused it. */
  @Column(name = "move")
  String cause;

  @Nullable String slate;
  String agreement;

  /** The subscription; null where the whole agreement costs less. */
  @Nullable String line;

  int seats;

  /** The first day on which the money is not paid. */
  @Column(name = "from_day")
  LocalDate from;

  /** Above zero where it is saved; a correction may be below. */
  BigDecimal yearly;

  @Column(columnDefinition = "char(3)")
  String currency;

  /** What was decided, in words; null of entries from before this was kept. */
  @Nullable String what;

  @Column(name = "decided_by")
  @Nullable String decidedBy;

  @Column(name = "decided_on")
  @Nullable LocalDate decidedOn;

  @Column(name = "signed_by")
  @Nullable String signedBy;

  @Column(name = "signed_on")
  @Nullable LocalDate signedOn;

  /** By what it was seen when it was signed. */
  @Nullable String proof;

  /** The entry that it puts right; null where it is none. */
  @Nullable String corrects;

  /** Who wrote it down, where it puts something right. */
  @Column(name = "written_by")
  @Nullable String writtenBy;

  /** Why it puts something right. */
  @Nullable String reason;

  /** Whether the money is not paid any more on the day. */
  boolean hasStoppedOn(LocalDate day) {
    return !from.isAfter(day);
  }

  /** As what is counted by days. */
  StoppedMoney stopped() {
    return new StoppedMoney(from, yearly);
  }
}
