package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/** Safety training by invitation: a pile is unanswered while others wait for a seat. */
final class Beaconfell implements VendorStory {

  private static final String VENDOR = "beaconfell";
  private static final List<String> PARTS = List.of("drills", "papers");

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Beaconfell", "PT1S", null, null, null, 14);
    draft.row(
        "plans.csv",
        "beacon-drills",
        VENDOR,
        "Drills",
        null,
        null,
        "NAMED",
        "drills papers",
        null,
        null,
        null,
        120,
        45);
    draft.row("parts.csv", VENDOR, "drills", "Drills", null, null);
    draft.row("parts.csv", VENDOR, "papers", "Papers", null, null);
    draft.agreement(
        "bf-safety",
        VENDOR,
        "Beaconfell safety training",
        "EUR",
        LocalDate.of(2025, 11, 1),
        20,
        "AT_RENEWAL");
    draft.row(
        "lines.csv", "bf-drills", "bf-safety", "beacon-drills", 150, "38.00", "FLAT", null, null);
    draft.row(
        "allowances.csv",
        "bf-credits",
        VENDOR,
        "Lesson credits",
        "credits",
        "bf-safety",
        null,
        1_200,
        "AGREEMENT",
        "YEAR");
    draft.meter("bf-credits", LocalDate.of(2025, 11, 1), LocalDate.of(2026, 9, 30), 1_136);
    draft.evidence(VENDOR, 0);
    Seats seats = new Seats(draft, VENDOR, "bf-drills");
    for (Member member : crew) {
      int roll = draft.chance("drills " + member.id()).nextInt(100);
      boolean safety = member.department().equals("Safety");
      boolean afloat = member.department().equals("Engine crew") && !member.seasonal();
      if ((safety || afloat || roll < 14) && member.works() && seats.count() < 150) {
        seats.give(member, habit(roll), PARTS);
      }
    }
  }

  private static Habit habit(int roll) {
    if (roll % 6 == 0) {
      return Habit.INVITED;
    }
    return roll % 17 == 3 ? Habit.STOPPED_LONG : Habit.AT_TIMES;
  }
}
