package org.sobertally.server.intake;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.time.Instant;

/** How the files of a source were read last. */
@Entity
@Table(name = "intake_mapping")
class KnownMapping {
  @Id String source;

  /** A {@link Mapping} as JSON. */
  @Lob String mapping;

  Instant used;
}
