package org.sobertally.core.leaver;

import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One way to deal with a leaver's account, with its dates and costs.
 *
 * @param plan the resting plan of {@link Kind#REST}; null for the others
 * @param successor the person who takes the data over, for {@link Kind#HAND_OVER}
 * @param addon the plan that the successor needs besides, to have room; null for none
 * @param cost over the horizon
 * @param lostOn the first day on which nobody reaches the data; null for never, or where it lives
 *     on at the successor's
 * @param oneWayFrom the first day on which the account as it was cannot be had back; null for never
 * @param met whether a duty to keep the data is met; null where nobody can say
 * @param recommended the cheapest that meets the duty; at most one of an account
 * @param segments what becomes of the data over the horizon, without gaps
 */
public record Route(
    Kind kind,
    @Nullable String plan,
    @Nullable String successor,
    @Nullable String addon,
    RouteCost cost,
    @Nullable LocalDate lostOn,
    @Nullable LocalDate oneWayFrom,
    @Nullable Boolean met,
    boolean recommended,
    List<Warning> warnings,
    List<Segment> segments) {

  /** What is done, in the order in which equal ones are preferred. */
  public enum Kind {
    /** Leave all as it is. */
    KEEP,
    /** Sign-in is shut, the seat stays. */
    SUSPEND,
    /** The vendor's plan that keeps the data while nobody works. */
    REST,
    TAKE_BACK,
    /**
     * The data goes to a successor's account at the same vendor, and then the account is deleted.
     */
    HAND_OVER,
    DELETE
  }

  /** What must be known of a route. */
  public enum Warning {
    DATA_LOST,
    ONE_WAY,
    NO_ROOM,
    NO_RULE_KNOWN,
    STORED_UNKNOWN,
    SEAT_STAYS_PAID,
    /** Whoever has left can sign in as before. */
    STILL_SIGNS_IN
  }

  Route asRecommended() {
    return new Route(
        kind, plan, successor, addon, cost, lostOn, oneWayFrom, met, true, warnings, segments);
  }
}
