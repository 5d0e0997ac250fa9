package org.sobertally.core.explain;

/** A figure of a subscription that was counted from its holdings. */
public enum Figure {
  /** Every seat held, promised ones included. */
  NAMED,
  /** Handed out, the invitation not taken up. */
  PROMISED,
  IN_USE,
  PARKED,
  NOT_STARTED,
  IDLE,
  NEVER_OPENED,
  UNANSWERED,
  SUSPENDED,
  LEFT,
  /** Counted as in use because nobody can say yet. */
  CANNOT_SAY,
  ON_LEAVE,
  /** Used within the window of the promised or usual utilisation. */
  USED,
  /** Not used within it. */
  NOT_USED,
  /** Used within the 30 days to the measure day. */
  MONTHLY_ACTIVE,
  /** Would not be held, or would be held as a cheaper plan, under the cheapest cover. */
  RECOVERABLE
}
