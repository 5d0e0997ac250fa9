package org.sobertally.core.book;

/**
 * What counts where a plan says nothing of its own.
 *
 * @param idleLine days without use at which a seat counts as idle
 * @param openingGrace days in which a first use is awaited
 * @param needWindow the days back within which a part must have been used to be needed
 * @param invitationGrace days in which an invitation may stay unanswered
 * @param leaverHorizon the days over which ways to deal with a leaver's account are compared
 */
public record HouseRules(
    int idleLine, int openingGrace, int needWindow, int invitationGrace, int leaverHorizon) {

  private static final int THREE_YEARS = 1_095;

  /** With the usual horizon of three years. */
  public HouseRules(int idleLine, int openingGrace, int needWindow, int invitationGrace) {
    this(idleLine, openingGrace, needWindow, invitationGrace, THREE_YEARS);
  }

  public static final HouseRules DEFAULT = new HouseRules(60, 30, 90, 14);
}
