package org.sobertally.core.book;

/**
 * What counts where a plan says nothing of its own.
 *
 * @param idleLine days without use at which a seat counts as idle
 * @param openingGrace days in which a first use is awaited
 * @param needWindow the days back within which a part must have been used to be needed
 * @param invitationGrace days in which an invitation may stay unanswered
 */
public record HouseRules(int idleLine, int openingGrace, int needWindow, int invitationGrace) {

  public static final HouseRules DEFAULT = new HouseRules(60, 30, 90, 14);
}
