package org.sobertally.core.people;

import org.jspecify.annotations.Nullable;

/**
 * One stage of what a vendor does with an account's data.
 *
 * @param after the state the account was put in
 * @param order the stages follow each other in this order
 * @param days how long the stage lasts; null for ever
 * @param reach who can still reach the data
 */
public record DataRule(
    String vendor, After after, int order, String name, @Nullable Integer days, Reach reach) {

  /** The state whose stages a rule describes. */
  public enum After {
    TAKEN_BACK,
    RESTING,
    SUSPENDED,
    DELETED
  }

  /** Who can still reach the data. */
  public enum Reach {
    OWNER,
    ADMIN,
    PAID,
    NOBODY
  }
}
