package org.sobertally.server.rounds;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What one holder is asked in one round. */
@Entity
@Table(name = "round_letter")
class RoundLetter {
  @Id String id;
  String round;
  String person;
  String email;
  @Nullable Instant reminded;

  /** How often its link was answered with. */
  int answers;
}
