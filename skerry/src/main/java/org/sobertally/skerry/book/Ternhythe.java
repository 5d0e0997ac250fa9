package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/**
 * Messaging, granted at a token price to lifeline operators while 80 % of held seats are used
 * within any 60 days. It is looked at on 1 December; today it stands just under.
 */
final class Ternhythe implements VendorStory {

  private static final String VENDOR = "ternhythe";
  private static final List<String> PARTS = List.of("chat", "channels", "calls");
  private static final int HOLDERS = 481;

  /** Of a thousand seats held, how many are used. */
  private static final int USED = 797;

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Ternhythe", null, null, null, null, null);
    draft.row(
        "plans.csv",
        "tern-talk",
        VENDOR,
        "Talk",
        null,
        null,
        "NAMED",
        "chat channels calls",
        null,
        null,
        null,
        null,
        null);
    draft.row("parts.csv", VENDOR, "chat", "Chat", "chat", null);
    draft.row("parts.csv", VENDOR, "channels", "Channels", null, null);
    draft.row("parts.csv", VENDOR, "calls", "Calls", "video", null);
    draft.row(
        "agreements.csv",
        "th-grant",
        VENDOR,
        "Ternhythe lifeline grant",
        "EUR",
        LocalDate.of(2025, 2, 1),
        LocalDate.of(2026, 2, 1),
        60,
        "AUTO",
        "MONTHLY",
        80,
        60,
        "HELD",
        LocalDate.of(2026, 12, 1));
    draft.row("lines.csv", "th-talk", "th-grant", "tern-talk", 500, "6.00", "FLAT", null, null);
    draft.evidence(VENDOR, 0);
    Seats seats = new Seats(draft, VENDOR, "th-talk");
    int used = 0;
    int held = 0;
    for (Member member : crew.stream().skip(100).limit(HOLDERS).toList()) {
      Habit habit = Habit.SHIFTS;
      if (member.works() && draft.chance("talk " + member.id()).nextInt(160) == 0) {
        habit = Habit.INVITED;
      } else {
        boolean idle = 1000 * (used + 1) > USED * (held + 1);
        habit = idle ? idleHabit(held) : held % 3 == 0 ? Habit.OFTEN : Habit.SHIFTS;
        held++;
        boolean counts = member.works() && !idle || member.status().equals("SUSPENDED") && !idle;
        used += counts ? 1 : 0;
      }
      seats.give(member, habit, PARTS);
    }
  }

  private static Habit idleHabit(int held) {
    return held % 5 == 0 ? Habit.NEVER : held % 7 == 0 ? Habit.UNSEEN : Habit.STOPPED_LONG;
  }
}
