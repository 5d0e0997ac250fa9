package org.sobertally.skerry.standin;

import java.time.Duration;
import java.util.Map;

/**
 * What is particular about a vendor.
 *
 * @param signOutFirst whether a seat is only taken from somebody signed out
 * @param visibleAfter how long until a change shows when read
 * @param seats how many seats of each plan there are
 * @param rest how long a seat that came back serves nobody but who had it
 * @param reusable whether a seat that came back may ever be handed out again
 * @param invites whether a new account is an invitation until it is taken up
 */
public record Temper(
    boolean signOutFirst,
    Duration visibleAfter,
    Map<String, Integer> seats,
    Duration rest,
    boolean reusable,
    boolean invites) {

  public Temper {
    seats = Map.copyOf(seats);
  }

  /** A vendor that hands out again at once what came back, and opens accounts without asking. */
  public Temper(boolean signOutFirst, Duration visibleAfter, Map<String, Integer> seats) {
    this(signOutFirst, visibleAfter, seats, Duration.ZERO, true, false);
  }
}
