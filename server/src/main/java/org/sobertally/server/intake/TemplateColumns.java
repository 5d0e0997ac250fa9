package org.sobertally.server.intake;

import static java.util.Map.entry;
import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Map;

/** What the columns of a template mean, with a made-up example of each. */
final class TemplateColumns {

  /**
   * @param choices the only words allowed; empty where anything fits
   */
  record Described(String meaning, String example, List<String> choices) {

    private static Described of(String meaning, String example, String... choices) {
      return new Described(meaning, example, List.of(choices));
    }
  }

  private static final Described WHO =
      Described.of("Mail address, or the person's or account's id", "ada.brook@ostwerk.example");
  private static final Described PRODUCT =
      Described.of("The plan's name or id, as in the contracts", "Atelier");

  private static final Map<FileKind, Map<String, Described>> BY_KIND =
      Map.ofEntries(
          entry(
              FileKind.CONTRACTS,
              Map.ofEntries(
                  entry("vendor", Described.of("Who sells it", "Ostwerk")),
                  entry("plan", Described.of("What is bought, one row each", "Atelier")),
                  entry("seats", Described.of("How many seats are bought", "40")),
                  entry("unit_price", Described.of("What one seat costs", "1188.00")),
                  entry("total", Described.of("Or what all of them cost together", "")),
                  entry("per", Described.of("The span of the price", "YEAR", "YEAR", "MONTH")),
                  entry("currency", Described.of("Three letters", "EUR")),
                  entry(
                      "agreement",
                      Described.of("The contract's number; rows of one share it", "OW-17")),
                  entry("starts", Described.of("First day of the term", "2026-02-01")),
                  entry("ends", Described.of("First day after the term", "2027-02-01")),
                  entry("notice", Described.of("30, 30 days or 3 months", "3 months")),
                  entry(
                      "renews",
                      Described.of("By itself, or only by hand", "AUTO", "AUTO", "MANUAL")),
                  entry(
                      "may_shrink",
                      Described.of(
                          "When seats can be given back",
                          "AT_RENEWAL",
                          "MONTHLY",
                          "AT_RENEWAL",
                          "NEVER")),
                  entry(
                      "model",
                      Described.of(
                          "Whose a seat is", "NAMED", "NAMED", "FLOATING", "ADDON", "RESTING")),
                  entry(
                      "parts",
                      Described.of("What it gives, with commas between", "drawing, storage")))),
          entry(
              FileKind.PEOPLE,
              Map.ofEntries(
                  entry("person", Described.of("An id that stays; a mail address will do", "1042")),
                  entry("name", Described.of("The full name", "Ada Brook")),
                  entry("email", Described.of("The mail address", "ada.brook@ostwerk.example")),
                  entry("department", Described.of("The department", "Design")),
                  entry("site", Described.of("Where they work", "Harbour Street")),
                  entry("manager", Described.of("Their manager's id or mail address", "1007")),
                  entry(
                      "status",
                      Described.of(
                          "How they stand", "ACTIVE", "ACTIVE", "ON_LEAVE", "SUSPENDED", "LEFT")),
                  entry("status_since", Described.of("Since which day", "2024-05-01")),
                  entry("until", Described.of("When somebody away is back", "")),
                  entry("joined", Described.of("First day at work", "2024-05-01")),
                  entry("leaves", Described.of("Last day at work, where it is known", "")),
                  entry("cost_centre", Described.of("Who bears the cost of their seats", "Ashore")),
                  entry(
                      "kind",
                      Described.of(
                          "A person, or an account of a machine", "PERSON", "PERSON", "SERVICE")))),
          entry(
              FileKind.HOLDINGS,
              Map.of(
                  "who",
                  WHO,
                  "plan",
                  PRODUCT,
                  "from",
                  Described.of("Held from; empty: since before the file", "2025-03-10"),
                  "until",
                  Described.of("Held until before; empty: still held", ""),
                  "name",
                  Described.of("The full name, of people who are not known yet", "Ada Brook"),
                  "department",
                  Described.of("Their department", "Design"),
                  "site",
                  Described.of("Where they work", "Harbour Street"))),
          entry(FileKind.LAST_USE, Map.of("who", WHO)),
          entry(
              FileKind.USE,
              Map.of(
                  "who", WHO,
                  "day", Described.of("The day of use", "2026-09-14"),
                  "part", Described.of("What was used; empty: anything", "drawing"))),
          entry(
              FileKind.PRICES,
              Map.of(
                  "plan", PRODUCT,
                  "price", Described.of("What a seat is listed at", "264"),
                  "per", Described.of("A year, or a month", "year", "year", "month"))),
          entry(
              FileKind.METER,
              Map.of(
                  "day", Described.of("The day of use", "2026-09-14"),
                  "used", Described.of("How much was used", "420"),
                  "allowance", Described.of("Of what; may be empty where there is one", "Prints"),
                  "account", Described.of("By whom, where that is known", "1042"))),
          entry(
              FileKind.BILL,
              Map.of(
                  "plan", PRODUCT,
                  "quantity", Described.of("How many are charged", "40"),
                  "amount", Described.of("For how much", "3600.00"),
                  "bill", Described.of("The bill's number", "B-2609"),
                  "agreement", Described.of("By which contract", "OW-17"),
                  "day", Described.of("The day on the bill", "2026-09-01"),
                  "first_day", Described.of("The first day charged", "2026-09-01"),
                  "last_day", Described.of("The last day charged", "2026-09-30"),
                  "total", Described.of("What stands at the bill's foot", "3600.00"),
                  "currency", Described.of("Three letters", "EUR"))),
          entry(
              FileKind.OFFER,
              Map.of(
                  "plan", PRODUCT,
                  "price", Described.of("What a seat would cost", "1080"),
                  "per", Described.of("A year, or a month", "year", "year", "month"),
                  "from_seats", Described.of("From so many seats on; empty: from the first", "50"),
                  "minimum", Described.of("At least so many are paid for", "40"),
                  "offer", Described.of("What the offer is called", "Two years"),
                  "agreement", Described.of("For which contract", "OW-17"),
                  "months", Described.of("For how many months; empty: 12", "24"),
                  "valid_until", Described.of("The last day to take it", "2026-12-31"),
                  "added_seat_percent",
                      Described.of("How much more a seat costs that is added later", "15"))),
          entry(
              FileKind.SESSIONS,
              Map.of(
                  "who", WHO,
                  "started", Described.of("When it began", "2026-09-14T08:05:00"),
                  "ended", Described.of("When it ended; empty: still open", "2026-09-14T11:40:00"),
                  "plan", Described.of("The pool", "Hall"),
                  "host", Described.of("The machine", "desk-12"),
                  "session", Described.of("An id, so that none counts twice", "s-88121"))),
          entry(
              FileKind.RATES,
              Map.of(
                  "currency", Described.of("Three letters", "CHF"),
                  "rate", Described.of("What one unit of it is worth", "1.05"),
                  "day", Described.of("From which day on", "2026-01-01"))),
          entry(
              FileKind.GROUPS,
              Map.of(
                  "group", Described.of("The group's name", "Studio"),
                  "who", Described.of("A member, by mail address or id", "1042"),
                  "lead", Described.of("Whether they lead the group", "yes", "yes", "no"))));

  private TemplateColumns() {}

  static Described of(FileKind kind, String field) {
    return requireNonNull(requireNonNull(BY_KIND.get(kind)).get(field), field);
  }
}
