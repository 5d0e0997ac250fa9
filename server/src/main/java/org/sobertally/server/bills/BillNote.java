package org.sobertally.server.bills;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** What was said of a bill last, by whom. */
@Entity
@Table(name = "bill_note")
class BillNote {
  @Id String bill;

  @Enumerated(EnumType.STRING)
  BillState state;

  @Nullable String note;
  String author;
  LocalDate noted;
}
