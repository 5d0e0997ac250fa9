package org.sobertally.server.pools;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Somebody was asked to leave a pool; what becomes of their session at the vendor. */
@Entity
@Table(name = "pool_ask")
class PoolAsk {

  @Id String session;

  @Column(name = "asked_by")
  String askedBy;

  Instant asked;

  /** When the grace is over. */
  Instant until;

  @Enumerated(EnumType.STRING)
  PoolEnds.State state;

  int attempts;

  /** When it is looked at again; null for as soon as the grace is over. */
  @Nullable Instant due;

  /** The vendor's last word. */
  @Nullable String answer;
}
