package org.sobertally.demo;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.sobertally.skerry.book.SkerryLine;

/** What was handed out and taken back on slates, what was given back, and what finance signed. */
final class SlatesOfTheYear {

  private final LivedYear year;

  SlatesOfTheYear(LivedYear year) {
    this.year = year;
  }

  private static Map<String, Object> takeBack(String holding) {
    return Map.of("kind", "TAKE_BACK", "holding", holding);
  }

  private static Map<String, Object> giveBack(String line, int seats) {
    return Map.of("kind", "GIVE_BACK", "line", line, "seats", seats);
  }

  void enter() {
    year.on(LocalDate.of(2026, 4, 10), this::sign);
    slate(
        LocalDate.of(2025, 12, 19),
        "Six Charts seats stand empty since the ticket offices gave theirs back.",
        () -> List.of(giveBack("pl-charts", 6)));
    slate(
        LocalDate.of(2026, 2, 10),
        "Consoles of the yard's contractors, who have left.",
        () -> cameBack("cv-console", 12));
    slate(
        LocalDate.of(2026, 2, 20),
        "The twelve consoles are not needed any more.",
        () -> List.of(giveBack("cv-console", 12)));
    slate(
        LocalDate.of(2026, 3, 20),
        "Charts that nobody in the ticket offices has opened since January.",
        () -> cameBack("pl-charts", 6));
    slate(
        LocalDate.of(2026, 6, 9),
        "Rooms of Finance that moved into the archive.",
        () -> cameBack("sc-100", 12));
    slate(
        LocalDate.of(2026, 6, 16),
        "The twelve rooms are not needed any more.",
        () -> List.of(giveBack("sc-100", 12)));
    for (SkerryLine.HandedOut one : SkerryLine.handedOutSince()) {
      slate(one.on().minusDays(2), "Asked for by the department.", () -> List.of(handOut(one)));
    }
    refused(
        LocalDate.of(2026, 4, 13),
        "Rosters that were not opened in winter.",
        "They are back on the boats this month.");
  }

  private static Map<String, Object> handOut(SkerryLine.HandedOut one) {
    String plan = one.line().equals("th-talk") ? "tern-talk" : "quill-letter";
    return Map.of("kind", "HAND_OUT", "person", one.person(), "plan", plan);
  }

  /** Of the seats that come back in this year those that are out still and longest unused. */
  private List<Map<String, Object>> cameBack(String line, int most) {
    return LivedYear.each(
            year.steward()
                .get("/api/v1/subscriptions/" + line + "/holdings?limit=500&asOf=" + year.today()))
        .stream()
        .map(row -> row.get("holding").asText())
        .filter(SkerryLine::cameBackSince)
        .sorted()
        .limit(most)
        .map(SlatesOfTheYear::takeBack)
        .toList();
  }

  /** Sent on a day, granted on the next, posted on the one after. */
  private void slate(LocalDate day, String note, Supplier<List<Map<String, Object>>> moves) {
    String[] id = new String[1];
    year.on(day, () -> id[0] = send(moves.get(), note));
    year.on(
        day.plusDays(1),
        () -> year.decider().post("/api/v1/slates/" + id[0] + "/decide", Map.of("grant", true)));
    year.on(
        day.plusDays(2),
        () -> {
          Api steward = year.steward();
          String path = "/api/v1/slates/" + id[0];
          steward.post(path + "/post", null);
          LivedYear.await(
              "the slate is settled: " + note,
              () -> !steward.get(path).get("state").asText().equals("POSTED"));
        });
  }

  private String send(List<Map<String, Object>> moves, String note) {
    Api steward = year.steward();
    String id = steward.post("/api/v1/slates", moves).get("id").asText();
    steward.post("/api/v1/slates/" + id + "/send", Map.of("note", note));
    return id;
  }

  private void refused(LocalDate day, String note, String reason) {
    String[] id = new String[1];
    year.on(
        day,
        () ->
            id[0] =
                send(
                    LivedYear.each(
                            year.steward()
                                .get(
                                    "/api/v1/subscriptions/hw-roster/holdings?state=IDLE&limit=8&asOf="
                                        + day))
                        .stream()
                        .map(row -> takeBack(row.get("holding").asText()))
                        .toList(),
                    note));
    year.on(
        day.plusDays(2),
        () ->
            year.decider()
                .post(
                    "/api/v1/slates/" + id[0] + "/decide",
                    Map.of("grant", false, "reason", reason)));
  }

  /** Everything of which the money has stopped by then. */
  private void sign() {
    Api finance = year.finance();
    for (JsonNode entry : LivedYear.each(finance.get("/api/v1/kept?limit=500"))) {
      if (entry.get("state").asText().equals("STOPPED")) {
        finance.post("/api/v1/kept/" + entry.get("entry").asText() + "/sign", null);
      }
    }
  }
}
