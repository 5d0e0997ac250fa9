package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/** The support desk, paid in crowns and well used: the model pupil. */
final class Gantryfold implements VendorStory {

  private static final String VENDOR = "gantryfold";

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Gantryfold", "PT1S", null, null, null, 30);
    draft.plan("gantry-helper", VENDOR, "Helper", "gantry", 1, "NAMED", "answers");
    draft.plan("gantry-agent", VENDOR, "Agent", "gantry", 2, "NAMED", "answers tickets reports");
    draft.row("parts.csv", VENDOR, "answers", "Answers", null, null);
    draft.row("parts.csv", VENDOR, "tickets", "Tickets", null, null);
    draft.row("parts.csv", VENDOR, "reports", "Reports", null, null);
    draft.agreement(
        "gf-desk",
        VENDOR,
        "Gantryfold support desk",
        "NOK",
        LocalDate.of(2026, 2, 1),
        60,
        "AT_RENEWAL");
    draft.row(
        "lines.csv", "gf-helper", "gf-desk", "gantry-helper", 40, "1150.00", "FLAT", null, null);
    draft.row(
        "lines.csv", "gf-agent", "gf-desk", "gantry-agent", 58, "4320.00", "FLAT", null, null);
    for (int month = 1; month <= 9; month++) {
      String rate = "0.08%d".formatted(540 + 7 * month);
      draft.row("rates.csv", "NOK", LocalDate.of(2026, month, 1), rate);
    }
    draft.row("rates.csv", "NOK", LocalDate.of(2025, 9, 1), "0.08510");
    draft.dataRule(VENDOR, "TAKEN_BACK", 1, "Kept for administrators", 30, "ADMIN");
    draft.dataRule(VENDOR, "DELETED", 1, "Can be brought back", 30, "ADMIN");
    draft.evidence(VENDOR, 0);
    Seats agents = new Seats(draft, VENDOR, "gf-agent");
    Seats helpers = new Seats(draft, VENDOR, "gf-helper");
    for (Member member : crew) {
      if (!member.department().equals("Ticket offices") || !member.works()) {
        continue;
      }
      if (agents.count() < 57) {
        agents.give(member, Habit.DAILY, List.of("tickets", "answers", "reports"));
      } else if (helpers.count() < 39) {
        helpers.give(member, Habit.OFTEN, List.of("answers"));
      }
    }
  }
}
