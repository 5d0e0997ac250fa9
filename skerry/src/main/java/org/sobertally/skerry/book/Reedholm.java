package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/**
 * Forms, polls and signatures; the three together cost less than two of them for some. It has no
 * programmatic link.
 */
final class Reedholm implements VendorStory {

  private static final String VENDOR = "reedholm";

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Reedholm", null, null, null, null, null);
    draft.plan("reed-forms", VENDOR, "Forms", null, null, "NAMED", "forms");
    draft.plan("reed-polls", VENDOR, "Polls", null, null, "NAMED", "polls");
    draft.plan("reed-signs", VENDOR, "Signs", null, null, "NAMED", "signs");
    draft.row(
        "plans.csv",
        "reed-trio",
        VENDOR,
        "Trio",
        null,
        null,
        "NAMED",
        "forms polls signs",
        null,
        null,
        "150.00",
        null,
        null);
    draft.row("parts.csv", VENDOR, "forms", "Forms", null, null);
    draft.row("parts.csv", VENDOR, "polls", "Polls", null, null);
    draft.row("parts.csv", VENDOR, "signs", "Signs", null, null);
    draft.agreement(
        "rh-papers", VENDOR, "Reedholm forms", "EUR", LocalDate.of(2026, 4, 1), 30, "AT_RENEWAL");
    draft.row("lines.csv", "rh-forms", "rh-papers", "reed-forms", 60, "80.00", "FLAT", null, null);
    draft.row("lines.csv", "rh-polls", "rh-papers", "reed-polls", 45, "60.00", "FLAT", null, null);
    draft.row("lines.csv", "rh-signs", "rh-papers", "reed-signs", 40, "120.00", "FLAT", null, null);
    draft.evidence(VENDOR, 0);
    Seats forms = new Seats(draft, VENDOR, "rh-forms");
    Seats polls = new Seats(draft, VENDOR, "rh-polls");
    Seats signs = new Seats(draft, VENDOR, "rh-signs");
    for (Member member : crew) {
      String department = member.department();
      boolean papers =
          department.equals("Purchasing")
              || department.equals("Legal")
              || department.equals("Finance")
              || department.equals("Head office");
      int roll = draft.chance("papers " + member.id()).nextInt(100);
      if (papers && member.works() && forms.count() < 58) {
        forms.give(member, roll % 12 == 7 ? Habit.STOPPED_LONG : Habit.OFTEN, List.of("forms"));
        if (roll < 30) {
          signs.giveMore(member, Habit.AT_TIMES, List.of("signs"));
        } else if (roll < 60) {
          polls.giveMore(member, Habit.AT_TIMES, List.of("polls"));
        }
      }
    }
  }
}
