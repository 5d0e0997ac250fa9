package org.sobertally.core.ledger;

/**
 * How many seats of a subscription lie where on one day. Always {@code bought = spare + promised +
 * held + resting}.
 *
 * @param spare below zero where more are held than bought
 */
public record Places(int bought, int spare, int promised, int held, int resting) {

  public Places {
    if (bought != spare + promised + held + resting) {
      throw new IllegalArgumentException(
          "%d bought are not %d spare + %d promised + %d held + %d resting."
              .formatted(bought, spare, promised, held, resting));
    }
  }

  /** How many more are held than bought. */
  public int missing() {
    return Math.max(0, -spare);
  }
}
