package org.sobertally.server.leading;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.LocalDate;

/** What a source said of somebody in a field that another leads. */
@Entity
@Table(name = "person_aside")
@IdClass(PersonAside.Key.class)
class PersonAside {

  record Key(String person, String field, Source source) implements Serializable {}

  @Id String person;
  @Id String field;

  @Id
  @Enumerated(EnumType.STRING)
  Source source;

  String said;

  @Column(name = "on_day")
  LocalDate on;
}
