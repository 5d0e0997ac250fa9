package org.sobertally.skerry.book;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.sobertally.skerry.book.Crew.Member;

/**
 * Turns the book of today back to the first day on which the line looked after its seats with Sober
 * Tally: seats that came back in the year since are still out, what was bought less of is still
 * bought, and what was renewed has its old terms and the vendor's offer for the next.
 */
final class Beginning {

  /** Seats that came back since begin with this. */
  static final String CAME_BACK = "h-back-";

  private static final LocalDate YEAR_FROM = LocalDate.of(2025, 11, 1);
  private static final LocalDate YEAR_TO = LocalDate.of(2026, 9, 1);

  /** Terms that began in the year since went before by the same terms for a year. */
  private static final Map<String, LocalDate> BEGAN_SINCE =
      new TreeMap<>(
          Map.of(
              "bf-safety", LocalDate.of(2025, 11, 1),
              "cv-cloud", LocalDate.of(2026, 1, 1),
              "dg-reports", LocalDate.of(2025, 12, 15),
              "gf-desk", LocalDate.of(2026, 2, 1),
              "pb-draft", LocalDate.of(2025, 10, 30),
              "pb-survey", LocalDate.of(2026, 1, 20),
              "rh-papers", LocalDate.of(2026, 4, 1)));

  /**
   * Seats of one subscription that came back.
   *
   * @param lastUsed of each of them; null for one that was never used within the evidence
   */
  private record Group(
      String vendor,
      String line,
      String department,
      List<String> parts,
      List<LocalDate> lastUsed) {}

  private final Draft draft;
  private final List<Member> crew;

  private Beginning(Draft draft, List<Member> crew) {
    this.draft = draft;
    this.crew = crew;
  }

  static void tell(Draft draft, List<Member> crew) {
    Beginning beginning = new Beginning(draft, crew);
    beginning.turnTermsBack();
    beginning.buyMore();
    beginning.offerNextTerms();
    beginning.handOut();
    handedOutSince(draft).forEach(one -> draft.strike("holdings.csv", one.holding()));
  }

  /** A seat that was handed out in the year since. */
  record HandedOut(String holding, String person, String line, LocalDate on) {}

  /** The first few of them, by day. */
  static List<HandedOut> handedOutSince(Draft draft) {
    Map<String, String> people = new HashMap<>();
    for (String[] row : draft.rowsOf("accounts.csv")) {
      if (row[4].equals("ACTIVE")) {
        people.put(row[0], row[2]);
      }
    }
    return draft.rowsOf("holdings.csv").stream()
        .filter(row -> Set.of("th-talk", "qm-letter").contains(row[2]))
        .filter(row -> row[4].isEmpty() && row[5].equals("HAND") && people.containsKey(row[1]))
        .map(row -> new HandedOut(row[0], people.get(row[1]), row[2], LocalDate.parse(row[3])))
        .filter(one -> one.on().isAfter(YEAR_FROM) && one.on().isBefore(YEAR_TO))
        .sorted(Comparator.comparing(HandedOut::on).thenComparing(HandedOut::holding))
        .limit(8)
        .toList();
  }

  private void turnTermsBack() {
    BEGAN_SINCE.forEach(
        (agreement, began) -> {
          draft.set("agreements.csv", agreement, "starts", began.minusYears(1));
          draft.set("agreements.csv", agreement, "ends", began);
        });
    draft.strike("terms.csv", "pl-charts");
    draft.strike("line_prices.csv", "pl-charts");
    // Every bill is written down on its day.
    draft.strike("bills.csv", null);
    draft.strike("bill_rows.csv", null);
  }

  private void buyMore() {
    draft.set("lines.csv", "bf-drills", "seats", 165);
    draft.set("lines.csv", "bf-drills", "unit_price", "40.00");
    draft.set("lines.csv", "pl-charts", "seats", 78);
    draft.set("lines.csv", "cv-console", "seats", 46);
    draft.set("lines.csv", "sc-100", "seats", 58);
  }

  private void offerNextTerms() {
    offer("bf-next", "bf-safety", LocalDate.of(2025, 10, 31), "beacon-drills", "38.00");
    offer("pl-next", "pl-charts", LocalDate.of(2026, 4, 15), "port-charts", "310.00");
  }

  private void offer(
      String offer, String agreement, LocalDate validUntil, String plan, String price) {
    draft.row("offers.csv", offer, agreement, "One year more", 12, validUntil, null);
    draft.row("offer_prices.csv", offer, plan, 1, price, "FLAT", null);
  }

  private void handOut() {
    hand(
        new Group(
            "portlanne",
            "pl-charts",
            "Ticket offices",
            List.of("charts"),
            List.of(
                day(9, 1),
                day(9, 2),
                day(9, 22),
                day(9, 24),
                day(10, 25),
                day(10, 28),
                day(11, 20),
                day(11, 24),
                day(12, 15),
                day(12, 18),
                LocalDate.of(2026, 1, 8),
                LocalDate.of(2026, 1, 9),
                LocalDate.of(2026, 1, 12),
                LocalDate.of(2026, 1, 13),
                LocalDate.of(2026, 1, 14),
                LocalDate.of(2026, 1, 15),
                LocalDate.of(2026, 2, 16),
                LocalDate.of(2026, 2, 20))));
    hand(
        new Group(
            "deepglass",
            "dg-viewer",
            "Dockyard",
            List.of("look"),
            List.of(
                day(9, 2),
                day(11, 25),
                LocalDate.of(2026, 2, 12),
                LocalDate.of(2026, 2, 24),
                LocalDate.of(2026, 3, 17),
                LocalDate.of(2026, 5, 12),
                LocalDate.of(2026, 5, 14))));
    hand(
        new Group(
            "cairnvault",
            "cv-console",
            "Dockyard",
            List.of("console"),
            List.of(
                day(9, 3),
                day(9, 3),
                day(9, 9),
                day(9, 16),
                day(9, 18),
                day(9, 30),
                day(10, 2),
                day(10, 7),
                day(10, 7),
                day(10, 14),
                day(10, 20),
                day(10, 21))));
    hand(
        new Group(
            "saltcote",
            "sc-100",
            "Finance",
            List.of("vault"),
            List.of(
                day(9, 12),
                day(9, 30),
                day(10, 9),
                day(11, 3),
                day(11, 14),
                day(12, 1),
                LocalDate.of(2026, 1, 12),
                LocalDate.of(2026, 2, 2),
                LocalDate.of(2026, 2, 9),
                LocalDate.of(2026, 3, 2),
                LocalDate.of(2026, 3, 9),
                LocalDate.of(2026, 3, 10))));
  }

  /** A day of the year 2025. */
  private static LocalDate day(int month, int day) {
    return LocalDate.of(2025, month, day);
  }

  /** To people of the department who have no account at the vendor. */
  private void hand(Group group) {
    int number = 0;
    for (Member member : crew) {
      String account = group.vendor() + "-" + member.id();
      boolean fits =
          number < group.lastUsed().size()
              && member.department().equals(group.department())
              && member.works()
              && !member.seasonal()
              && !draft.has("accounts.csv", account);
      if (fits) {
        LocalDate last = group.lastUsed().get(number);
        LocalDate from = LocalDate.of(2024, 6, 3).plusDays(11L * number);
        draft.row(
            "accounts.csv",
            account,
            group.vendor(),
            member.id(),
            member.email(),
            "ACTIVE",
            null,
            null,
            null);
        number++;
        String holding = "%s%s-%02d".formatted(CAME_BACK, group.line(), number);
        draft.row("holdings.csv", holding, account, group.line(), from, null, "HAND");
        if (group.vendor().equals("cairnvault")) {
          // Only the last day is known there.
          draft.use(account, "console", last);
        } else {
          draft.use(account, group.parts(), Use.atTimes(from, last));
        }
      }
    }
    if (number < group.lastUsed().size()) {
      throw new IllegalStateException("Too few people for " + group.line());
    }
  }
}
