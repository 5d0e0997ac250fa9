package org.sobertally.demo;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.LocalDate;
import java.util.Map;

/** Renewals that began new terms, and those that are under way when the demo begins. */
final class RenewalsOfTheYear {

  private final LivedYear year;

  RenewalsOfTheYear(LivedYear year) {
    this.year = year;
  }

  void enter() {
    enterWhatIsUnderWay();
    renew(
        "bf-safety",
        "beacon-drills",
        150,
        "bf-next",
        LocalDate.of(2025, 10, 6),
        LocalDate.of(2025, 11, 1));
    renew(
        "pl-charts",
        "port-charts",
        60,
        "pl-next",
        LocalDate.of(2026, 3, 24),
        LocalDate.of(2026, 5, 1));
  }

  private void renew(
      String agreement,
      String plan,
      int seats,
      String offer,
      LocalDate prepared,
      LocalDate renews) {
    String path = "/api/v1/agreements/" + agreement + "/renewal";
    year.on(
        prepared,
        () -> {
          Api steward = year.steward();
          int given = 0;
          for (JsonNode one : LivedYear.each(steward.get(path + "?offer=" + offer).get("plans"))) {
            given = one.get("plan").asText().equals(plan) ? one.get("given").asInt() : given;
          }
          steward.put(
              path + "/case",
              Map.of(
                  "what",
                  "PROPOSED",
                  "offer",
                  offer,
                  "margin",
                  "%s:%d".formatted(plan, seats - given),
                  "note",
                  "Fewer seats than before are enough; a few are left for whoever comes."));
          steward.post(path + "/case/ask", Map.of("decideBy", prepared.plusDays(4).toString()));
        });
    year.on(
        prepared.plusDays(2),
        () -> year.decider().post(path + "/case/decide", Map.of("grant", true, "note", "Agreed.")));
    year.on(
        prepared.plusDays(3),
        () ->
            year.steward()
                .post(
                    path + "/case/notice",
                    Map.of("day", prepared.plusDays(3).toString(), "way", "by registered letter")));
    year.on(renews, () -> year.steward().post(path + "/case/renewed", Map.of()));
  }

  private void enterWhatIsUnderWay() {
    String deepglass = "/api/v1/agreements/dg-reports/renewal/case";
    year.on(
        LocalDate.of(2026, 9, 21),
        () -> ask(deepglass, "Authors who only look would do with Viewer.", "2026-09-28"));
    year.on(
        LocalDate.of(2026, 9, 24),
        () -> year.decider().post(deepglass + "/decide", Map.of("grant", true, "note", "Agreed.")));
    year.on(
        LocalDate.of(2026, 9, 28),
        () -> {
          ask(
              "/api/v1/agreements/rh-papers/renewal/case",
              "Whoever holds two of the three is cheaper with Trio.",
              "2026-10-09");
          year.steward()
              .post(
                  "/api/v1/agreements/gf-desk/renewal/case/keep",
                  Map.of(
                      "reason", "Well used, and the desk grows in winter.",
                      "until", "2026-11-16"));
        });
  }

  private void ask(String path, String note, String decideBy) {
    Api steward = year.steward();
    steward.put(path, Map.of("what", "PROPOSED", "note", note));
    steward.post(path + "/ask", Map.of("decideBy", decideBy));
  }
}
