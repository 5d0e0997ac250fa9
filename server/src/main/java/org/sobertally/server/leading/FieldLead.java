package org.sobertally.server.leading;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** Who leads a field. */
@Entity
@Table(name = "field_lead")
class FieldLead {

  @Id String field;

  @Enumerated(EnumType.STRING)
  Source source;
}
