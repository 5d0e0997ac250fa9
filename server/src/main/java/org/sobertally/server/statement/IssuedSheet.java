package org.sobertally.server.statement;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** The sheet of a month as it was when it was sent. */
@Entity
@Table(name = "issued_sheet")
class IssuedSheet {

  /** As in {@code 2027-01}. */
  @Id
  @Column(name = "sheet_month", columnDefinition = "char(7)")
  String month;

  LocalDate issued;

  /** A PDF. */
  byte[] pages;
}
