package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;

/** Storage beside the suite, month by month: what was taken back can serve nobody else. */
final class Saltcote implements VendorStory {

  private static final String VENDOR = "saltcote";
  private static final List<String> PARTS = List.of("vault");

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Saltcote", null, null, null, "false", null);
    draft.row(
        "plans.csv",
        "salt-100",
        VENDOR,
        "100 GB",
        "salt",
        1,
        "ADDON",
        "vault",
        100,
        null,
        null,
        null,
        null);
    draft.row(
        "plans.csv",
        "salt-1000",
        VENDOR,
        "1 TB",
        "salt",
        2,
        "ADDON",
        "vault",
        1000,
        null,
        null,
        null,
        null);
    draft.row("parts.csv", VENDOR, "vault", "Vault", null, null);
    draft.agreement(
        "sc-room", VENDOR, "Saltcote storage", "EUR", LocalDate.of(2025, 3, 1), 0, "MONTHLY");
    draft.row("lines.csv", "sc-100", "sc-room", "salt-100", 46, "24.00", "FLAT", null, null);
    draft.row("lines.csv", "sc-1000", "sc-room", "salt-1000", 28, "108.00", "FLAT", null, null);
    // In September four rooms too many are charged.
    LocalDate september = LocalDate.of(2026, 9, 1);
    draft.row("bills.csv", "SC-2609", "sc-room", september, september, september.plusMonths(1));
    draft.row("bill_rows.csv", "SC-2609", 1, "sc-100", "100 GB, 50 rooms", 50, "100.00");
    draft.row("bill_rows.csv", "SC-2609", 2, "sc-1000", "1 TB, 28 rooms", 28, "252.00");
    draft.evidence(VENDOR, 0);
    int number = 0;
    for (Member member : crew) {
      String department = member.department();
      boolean keepsMuch = department.equals("Dockyard") || department.equals("Route planning");
      boolean keepsSome = department.equals("Legal") || department.equals("Head office");
      int roll = draft.chance("vault " + member.id()).nextInt(100);
      if (keepsMuch && roll < 60 && number < 26) {
        number++;
        give(draft, member, "sc-1000", roll < 22 ? 20 + roll : 160 + 9 * roll, roll);
      } else if (keepsSome && roll < 62) {
        give(draft, member, "sc-100", 4 + roll, roll);
      }
    }
  }

  private static void give(Draft draft, Member member, String line, int storedGb, int roll) {
    String account = VENDOR + "-" + member.id();
    draft.row(
        "accounts.csv",
        account,
        VENDOR,
        member.id(),
        member.email(),
        "ACTIVE",
        null,
        null,
        storedGb);
    LocalDate from = LocalDate.of(2025, 3, 3).plusDays(4L * roll);
    draft.row("holdings.csv", "h-" + line + "-" + member.id(), account, line, from, null, "HAND");
    Use use = Use.often(from, roll % 11 == 5 ? LocalDate.of(2026, 5, 20) : Draft.EVIDENCE_TO);
    draft.use(account, PARTS, use);
  }
}
