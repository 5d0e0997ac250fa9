package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/**
 * Sea charts, whose activity arrives late: on 30 September it is complete to the 21st, nine days
 * behind. The application must say so and hold nothing after that day against anybody.
 */
final class Portlanne implements VendorStory {

  private static final String VENDOR = "portlanne";
  private static final List<String> PARTS = List.of("charts", "tides");
  private static final int DAYS_LATER_THAN_OTHERS = 7;

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Portlanne", "PT3S", null, null, null, null);
    draft.plan("port-charts", VENDOR, "Charts", null, null, "NAMED", "charts tides");
    draft.row("parts.csv", VENDOR, "charts", "Charts", null, "true");
    draft.row("parts.csv", VENDOR, "tides", "Tides", null, null);
    draft.agreement(
        "pl-charts",
        VENDOR,
        "Portlanne sea charts",
        "EUR",
        LocalDate.of(2025, 5, 1),
        30,
        "MONTHLY");
    draft.row(
        "lines.csv", "pl-charts", "pl-charts", "port-charts", 60, "295.00", "FLAT", null, null);
    // Renewed in spring, at another price.
    LocalDate renewed = LocalDate.of(2026, 5, 1);
    draft.row("terms.csv", "pl-charts", renewed, renewed.plusYears(1), null, null, null);
    draft.row("line_prices.csv", "pl-charts", renewed, "310.00", null, null);
    // In September the vendor still charges the old price.
    LocalDate september = LocalDate.of(2026, 9, 1);
    draft.row("bills.csv", "PL-4471", "pl-charts", september, september, september.plusMonths(1));
    draft.row("bill_rows.csv", "PL-4471", 1, "pl-charts", "Charts, 60 seats", 60, "1475.00");
    draft.evidence(VENDOR, DAYS_LATER_THAN_OTHERS);
    Seats seats = new Seats(draft, VENDOR, "pl-charts");
    for (Member member : crew) {
      boolean bridge = member.department().equals("Deck crew") && !member.seasonal();
      boolean planner = member.department().equals("Route planning");
      if ((bridge && seats.count() < 36 || planner) && seats.count() < 57) {
        int roll = draft.chance("charts " + member.id()).nextInt(100);
        Habit habit = roll < 74 ? Habit.SHIFTS : roll < 86 ? Habit.AT_TIMES : Habit.STOPPED;
        seats.give(member, habit, PARTS);
        tellInstalled(draft, member, roll);
      }
    }
  }

  /** Charts must be set up; a few have the seat and never did. */
  private static void tellInstalled(Draft draft, Member member, int roll) {
    if (roll % 9 != 4) {
      LocalDate seen = LocalDate.of(2025, 9, 4).plusDays(roll);
      draft.row("installs.csv", VENDOR + "-" + member.id(), "charts", "bridge-" + roll % 12, seen);
    }
  }
}
