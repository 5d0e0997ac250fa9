package org.sobertally.server.intake;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Where a source's newest file is fetched from. */
@Entity
@Table(name = "intake_address")
class IntakeAddress {

  @Id String source;

  String url;

  /** The token; null where none is sent. */
  @Nullable String sealed;

  /** Whether the address may be one of our own network. */
  boolean inside;

  @Column(name = "every_hours")
  int everyHours;

  /** When it is looked at next, by the machine's clock. */
  Instant due;

  @Nullable Instant looked;

  /** What became of it then. */
  @Nullable String said;
}
