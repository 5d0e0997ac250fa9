package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import java.util.Random;
import org.sobertally.skerry.book.Crew.Member;
import org.sobertally.skerry.book.Seats.Habit;

/** The business ledger: it wants people signed out before a change, and its seats rest 30 days. */
final class Ledgerness implements VendorStory {

  private static final String VENDOR = "ledgerness";
  private static final List<String> CORE = List.of("bookings", "invoices", "approvals", "reports");
  private static final List<String> LIGHT = List.of("approvals", "reports");

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Ledgerness", null, "true", 30, null, null);
    draft.row(
        "plans.csv",
        "ledger-light",
        VENDOR,
        "Light",
        "ledger",
        1,
        "NAMED",
        "approvals reports",
        null,
        null,
        null,
        null,
        null);
    draft.row(
        "plans.csv",
        "ledger-core",
        VENDOR,
        "Core",
        "ledger",
        2,
        "NAMED",
        "bookings invoices approvals reports",
        null,
        null,
        null,
        90,
        null);
    for (String part : CORE) {
      String name = Character.toUpperCase(part.charAt(0)) + part.substring(1);
      draft.row("parts.csv", VENDOR, part, name, null, null);
    }
    draft.row(
        "agreements.csv",
        "ln-books",
        VENDOR,
        "Ledgerness business ledger",
        "EUR",
        LocalDate.of(2023, 3, 31),
        LocalDate.of(2024, 3, 31),
        86,
        "AUTO",
        "AT_RENEWAL",
        null,
        null,
        null,
        null);
    draft.row("lines.csv", "ln-core", "ln-books", "ledger-core", 64, "540.00", "FLAT", null, null);
    draft.row(
        "lines.csv", "ln-light", "ln-books", "ledger-light", 40, "180.00", "FLAT", null, null);
    draft.dataRule(VENDOR, "TAKEN_BACK", 1, "Ledgers kept", null, "ADMIN");
    draft.evidence(VENDOR, 0);
    giveCore(draft, crew);
    Seats light = new Seats(draft, VENDOR, "ln-light");
    List<Member> offices = crew.stream().filter(m -> m.department().equals("Head office")).toList();
    for (Member member : offices.subList(18, 55)) {
      int roll = draft.chance("light " + member.id()).nextInt(100);
      light.give(member, roll < 80 ? Habit.OFTEN : Habit.STOPPED, LIGHT);
    }
  }

  private static void giveCore(Draft draft, List<Member> crew) {
    Seats core = new Seats(draft, VENDOR, "ln-core");
    List<String> departments = List.of("Finance", "Purchasing", "Head office");
    List<Member> holders =
        crew.stream().filter(m -> departments.contains(m.department())).limit(60).toList();
    for (Member member : holders) {
      Random chance = draft.chance("core " + member.id());
      int roll = chance.nextInt(100);
      Habit habit =
          roll < 66
              ? Habit.DAILY
              : roll < 76 ? Habit.AT_TIMES : roll < 90 ? Habit.STOPPED : Habit.NEVER;
      core.give(member, member.works() ? habit : Habit.DAILY, roll % 4 == 0 ? LIGHT : CORE);
    }
    // One seat came back in the middle of September and still rests.
    Member former = holders.get(7);
    draft.row(
        "holdings.csv",
        "h-ln-core-0900",
        VENDOR + "-" + former.id() + "-old",
        "ln-core",
        LocalDate.of(2024, 5, 6),
        LocalDate.of(2026, 9, 14),
        "HAND");
    draft.row(
        "accounts.csv",
        VENDOR + "-" + former.id() + "-old",
        VENDOR,
        null,
        "stand-in.desk@skerryline.example",
        "SUSPENDED",
        LocalDate.of(2026, 9, 14),
        null,
        null);
  }
}
