package org.sobertally.core.ledger;

/** Where a seat lies. */
public enum Place {
  /** With the vendor: not bought. */
  OUTSIDE,
  /** Bought and free to be handed out; below zero where more are held than bought. */
  SPARE,
  /** Handed out, the invitation not taken up. */
  PROMISED,
  HELD,
  /** Came back and may not be handed out before a day. */
  RESTING
}
