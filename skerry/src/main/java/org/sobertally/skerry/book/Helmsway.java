package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/**
 * Crew rostering: seasonal. Crews sent home are still paid for, and a standing rule hands seats to
 * everyone in the deck crew, the suspended included.
 */
final class Helmsway implements VendorStory {

  private static final String VENDOR = "helmsway";
  private static final List<String> PARTS = List.of("roster", "swaps", "hours");

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Helmsway", null, null, null, null, 30);
    draft.row(
        "plans.csv",
        "helm-roster",
        VENDOR,
        "Roster",
        null,
        null,
        "NAMED",
        "roster swaps hours",
        null,
        null,
        null,
        45,
        21);
    draft.row("parts.csv", VENDOR, "roster", "Roster", null, null);
    draft.row("parts.csv", VENDOR, "swaps", "Shift swaps", null, null);
    draft.row("parts.csv", VENDOR, "hours", "Hours", null, null);
    draft.agreement(
        "hw-crew",
        VENDOR,
        "Helmsway crew rostering",
        "EUR",
        LocalDate.of(2025, 1, 15),
        67,
        "AT_RENEWAL");
    draft.row("lines.csv", "hw-roster", "hw-crew", "helm-roster", 310, "48.00", "FLAT", null, null);
    draft.row(
        "standing_rules.csv",
        "r-deck-roster",
        "deck",
        "helm-roster",
        LocalDate.of(2025, 3, 1),
        null);
    draft.dataRule(VENDOR, "SUSPENDED", 1, "Shut", null, "ADMIN");
    draft.dataRule(VENDOR, "TAKEN_BACK", 1, "Hours kept for administrators", 365, "ADMIN");
    draft.evidence(VENDOR, 0);
    Seats seats = new Seats(draft, VENDOR, "hw-roster");
    for (Member member : crew) {
      boolean deck = member.department().equals("Deck crew");
      boolean engine = member.department().equals("Engine crew") && seats.count() < 296;
      if (deck || engine) {
        int roll = draft.chance("roster " + member.id()).nextInt(100);
        Habit habit = habit(member, roll);
        seats.give(member, habit, PARTS, deck ? "RULE" : "HAND");
      }
    }
  }

  private static Habit habit(Member member, int roll) {
    if (!member.works() || roll < 84) {
      return Habit.SHIFTS;
    }
    return roll < 92 ? Habit.STOPPED : roll < 95 ? Habit.NEVER : Habit.AT_TIMES;
  }
}
