package org.sobertally.core.slate;

/** One planned change. */
public sealed interface Move {

  /** The seat of the holding comes back. */
  record TakeBack(String holding) implements Move {}

  /** The account gets a seat of the subscription; undoes a take-back. */
  record HandOut(String account, String line) implements Move {}
}
