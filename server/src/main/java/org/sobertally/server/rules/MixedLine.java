package org.sobertally.server.rules;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** A subscription whose seats come in more than one way, on purpose. */
@Entity
@Table(name = "mixed_line")
class MixedLine {

  @Id String line;
  LocalDate since;

  @Column(name = "said_by")
  String by;
}
