package org.sobertally.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** A holding as the database keeps it; the whole-book tables are otherwise read set by set. */
@Entity
@Table(name = "book_holdings")
public class HoldingRow {

  @Id
  @Column(name = "`HOLDING`")
  public String holding;

  @Column(name = "`ACCOUNT`")
  public String account;

  @Column(name = "`LINE`")
  public String line;

  @Column(name = "`FROM`")
  public LocalDate from;

  @Column(name = "`UNTIL`")
  public LocalDate until;

  @Column(name = "`METHOD`")
  public String method;
}
