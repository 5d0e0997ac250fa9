package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/** Analytics: more than half of those who could write reports only look at them. */
final class Deepglass implements VendorStory {

  private static final String VENDOR = "deepglass";

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Deepglass", "PT2S", null, null, null, 30);
    draft.plan("deep-viewer", VENDOR, "Viewer", "deep", 1, "NAMED", "look");
    draft.plan("deep-author", VENDOR, "Author", "deep", 2, "NAMED", "look compose publish");
    draft.row("parts.csv", VENDOR, "look", "Look", null, null);
    draft.row("parts.csv", VENDOR, "compose", "Compose", null, null);
    draft.row("parts.csv", VENDOR, "publish", "Publish", null, null);
    draft.agreement(
        "dg-reports",
        VENDOR,
        "Deepglass analytics",
        "EUR",
        LocalDate.of(2025, 12, 15),
        45,
        "AT_RENEWAL");
    draft.row(
        "lines.csv", "dg-viewer", "dg-reports", "deep-viewer", 64, "96.00", "FLAT", null, null);
    draft.row(
        "lines.csv", "dg-author", "dg-reports", "deep-author", 42, "540.00", "FLAT", null, null);
    // Last month they ran out on the 27th; this month they are used with more care.
    draft.row(
        "allowances.csv",
        "dg-reports",
        VENDOR,
        "Report runs",
        "runs",
        null,
        null,
        20_000,
        "AGREEMENT",
        "MONTH");
    draft.meter("dg-reports", LocalDate.of(2026, 8, 1), LocalDate.of(2026, 8, 28), 20_000);
    draft.meter("dg-reports", LocalDate.of(2026, 9, 1), LocalDate.of(2026, 9, 30), 14_300);
    draft.evidence(VENDOR, 0);
    Seats authors = new Seats(draft, VENDOR, "dg-author");
    Seats viewers = new Seats(draft, VENDOR, "dg-viewer");
    for (Member member : crew) {
      String department = member.department();
      boolean counts =
          department.equals("Finance")
              || department.equals("Route planning")
              || department.equals("Purchasing")
              || department.equals("Head office");
      int roll = draft.chance("reports " + member.id()).nextInt(100);
      if (counts && roll < 44 && authors.count() < 42) {
        List<String> parts = roll % 5 < 2 ? List.of("look", "compose", "publish") : List.of("look");
        authors.give(member, roll % 13 == 1 ? Habit.STOPPED_LONG : Habit.OFTEN, parts);
      } else if (counts && viewers.count() < 50) {
        viewers.give(member, roll % 11 == 0 ? Habit.STOPPED : Habit.AT_TIMES, List.of("look"));
      }
    }
  }
}
