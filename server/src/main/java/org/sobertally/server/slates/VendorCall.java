package org.sobertally.server.slates;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Set;

/** One call to a vendor. It is written down before it is made. */
@Entity
@Table(name = "vendor_call")
class VendorCall {

  /** How far a call has come. */
  enum State {
    /** To be made. */
    PENDING,
    /** Made, or about to be: the vendor is read before it is made again. */
    STARTED,
    /** The vendor says it is done; it does not show yet. */
    ACCEPTED,
    CONFIRMED,
    FAILED;

    /** There is still something to do. */
    static final Set<State> OPEN = Set.of(PENDING, STARTED, ACCEPTED);
  }

  @Id String id;
  String move;
  String vendor;
  String account;
  String plan;

  /** Whether the account is to hold the plan, or no longer. */
  boolean wanted;

  @Enumerated(EnumType.STRING)
  State state;

  int attempts;
  int checks;
  Instant created;
  Instant due;
  Instant answered;
  String answer;
}
