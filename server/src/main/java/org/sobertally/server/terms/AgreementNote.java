package org.sobertally.server.terms;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jspecify.annotations.Nullable;

/** Who looks after an agreement, and who bears it. */
@Entity
@Table(name = "agreement_note")
class AgreementNote {
  @Id String agreement;

  /** A person's id. */
  @Nullable String owner;

  /** A cost centre, or whatever the house calls it. */
  @Nullable String payer;
}
