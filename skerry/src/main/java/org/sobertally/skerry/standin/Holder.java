package org.sobertally.skerry.standin;

import java.util.Set;

/**
 * An account as the vendor knows it, and the plans it holds.
 *
 * @param active whether it can be signed in to
 * @param invited whether it is an invitation that was not taken up
 * @param admin whether it has administrator rights
 */
public record Holder(
    String account,
    String email,
    boolean active,
    boolean invited,
    boolean admin,
    Set<String> plans) {

  public Holder {
    plans = Set.copyOf(plans);
  }

  /** An account that was taken up, without administrator rights. */
  public Holder(String account, String email, boolean active, Set<String> plans) {
    this(account, email, active, false, false, plans);
  }

  Holder with(boolean nowActive, Set<String> nowPlans) {
    return new Holder(account, email, nowActive, invited, admin, nowPlans);
  }
}
