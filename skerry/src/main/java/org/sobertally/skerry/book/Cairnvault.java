package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.List;
import org.sobertally.skerry.book.Crew.Member;

/**
 * A cloud console with accounts that belong to nobody in the directory, one of them an
 * administrator last seen long ago. Only the last day of use is known.
 */
final class Cairnvault implements VendorStory {

  private static final String VENDOR = "cairnvault";

  @Override
  public void tell(Draft draft, List<Member> crew) {
    draft.row("vendors.csv", VENDOR, "Cairnvault", null, null, null, null, 30);
    draft.plan("cairn-console", VENDOR, "Console", null, null, "NAMED", "console keys");
    draft.row("parts.csv", VENDOR, "console", "Console", null, null);
    draft.row("parts.csv", VENDOR, "keys", "Keys", null, null);
    draft.agreement(
        "cv-cloud", VENDOR, "Cairnvault console", "EUR", LocalDate.of(2026, 1, 1), 30, "MONTHLY");
    draft.row(
        "lines.csv",
        "cv-console",
        "cv-cloud",
        "cairn-console",
        34,
        "210.00",
        "FLAT",
        null,
        "Group");
    draft.lastSeenEvidence(VENDOR);
    int number = 0;
    for (Member member : crew) {
      int roll = draft.chance("console " + member.id()).nextInt(100);
      if (member.department().equals("Route planning") && member.works() && roll < 80) {
        tell(draft, member.id(), member.email(), number++, number < 3, roll);
      }
    }
    draft.row(
        "people.csv",
        "s-backup",
        "Nightly backup",
        "backup@skerryline.example",
        "Head office",
        null,
        null,
        null,
        "ACTIVE",
        null,
        null,
        LocalDate.of(2024, 5, 2),
        "SERVICE",
        null,
        "Group");
    tell(draft, "s-backup", "backup@skerryline.example", number++, false, 0);
    for (String login : List.of("old.root", "tide.pilot", "vendor.help", "trial7")) {
      boolean root = login.equals("old.root");
      tell(draft, null, login + "@skerryline.example", number++, root, root ? 380 : 60);
    }
  }

  private static void tell(
      Draft draft, String person, String email, int number, boolean admin, int daysAgo) {
    String account = "cairnvault-%02d".formatted(number);
    draft.row(
        "accounts.csv",
        account,
        VENDOR,
        person,
        email,
        "ACTIVE",
        null,
        admin ? "true" : null,
        null);
    LocalDate from = LocalDate.of(2024, 3, 4).plusDays(9L * number);
    draft.row(
        "holdings.csv", "h-cv-%02d".formatted(number), account, "cv-console", from, null, "HAND");
    LocalDate seen = Draft.EVIDENCE_TO.minusDays(daysAgo);
    if (!seen.isBefore(Draft.EVIDENCE_FROM)) {
      draft.use(account, "console", seen);
      if (number % 4 == 1 && !admin) {
        draft.use(account, "keys", seen.minusDays(number));
      }
    }
  }
}
