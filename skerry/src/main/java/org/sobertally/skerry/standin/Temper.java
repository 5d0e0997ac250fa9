package org.sobertally.skerry.standin;

import java.time.Duration;
import java.util.Map;

/**
 * What is particular about a vendor.
 *
 * @param signOutFirst whether a seat is only taken from somebody signed out
 * @param visibleAfter how long until a change shows when read
 * @param seats how many seats of each plan there are
 */
public record Temper(boolean signOutFirst, Duration visibleAfter, Map<String, Integer> seats) {
  public Temper {
    seats = Map.copyOf(seats);
  }
}
