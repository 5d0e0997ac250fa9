package org.sobertally.server.rules;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.LocalDate;

/** Who drew a line or a window here, and when. */
@Entity
@Table(name = "house_line")
@IdClass(LineNote.Key.class)
class LineNote {

  /** The plan of the house's own lines. */
  static final String HOUSE = "";

  record Key(String plan, String name) implements Serializable {}

  @Id String plan;

  /** The setting: {@code idle_line} and its like. */
  @Id String name;

  @Column(name = "changed_by")
  String by;

  @Column(name = "changed")
  LocalDate on;
}
