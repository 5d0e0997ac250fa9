package org.sobertally.server.statement;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** The sheet of a month as it was when it was sent. */
@Entity
@Table(name = "issued_sheet")
class IssuedSheet {

  /** As in {@code 2027-01}. */
  @Id
  @Column(name = "sheet_month")
  String month;

  LocalDate issued;

  /** A PDF. */
  @Lob byte[] pages;
}
