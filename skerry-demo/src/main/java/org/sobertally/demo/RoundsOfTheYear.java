package org.sobertally.demo;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.sobertally.server.mail.Mailroom;
import org.sobertally.server.rounds.RoundLife;
import org.sobertally.skerry.book.SkerryLine;
import org.sobertally.skerry.standin.MailStandIn;

/** Eight rounds: who was asked, what they said, and what came back. */
final class RoundsOfTheYear {

  private static final List<LocalDate> ROUNDS =
      List.of(
          LocalDate.of(2025, 11, 3),
          LocalDate.of(2025, 12, 1),
          LocalDate.of(2026, 1, 5),
          LocalDate.of(2026, 2, 2),
          LocalDate.of(2026, 3, 2),
          LocalDate.of(2026, 5, 4),
          LocalDate.of(2026, 6, 1),
          LocalDate.of(2026, 8, 3));

  /** After this day nobody keeps a seat by their answer: it would still be kept at the end. */
  private static final LocalDate KEEPS_UNTIL = LocalDate.of(2026, 3, 31);

  private static final List<String> REASONS =
      List.of(
          "Needed again when the relief boat sails.",
          "I am on leave and come back to it.",
          "Month's end reports.",
          "For the winter timetable.");

  private final LivedYear year;
  private final RoundLife rounds;
  private final Mailroom mailroom;
  private final MailStandIn mail;
  private final Set<String> readLetters = new HashSet<>();

  RoundsOfTheYear(LivedYear year, RoundLife rounds, Mailroom mailroom, MailStandIn mail) {
    this.year = year;
    this.rounds = rounds;
    this.mailroom = mailroom;
    this.mail = mail;
  }

  void enter() {
    ROUNDS.forEach(this::enterRound);
  }

  private void enterRound(LocalDate day) {
    String[] round = new String[1];
    year.on(day, () -> round[0] = beginRound());
    year.on(day.plusDays(3), () -> answer(round[0], day));
    year.on(day.plusDays(15), () -> advance(round[0], "DECIDING"));
    year.on(day.plusDays(16), () -> decideRound(round[0]));
  }

  private String beginRound() {
    Api steward = year.steward();
    String name = "First Monday";
    String plan =
        LivedYear.each(steward.get("/api/v1/rounds/plans")).stream()
            .filter(one -> one.get("name").asText().equals(name))
            .map(one -> one.get("id").asText())
            .findFirst()
            .orElseGet(() -> planRound(steward, name));
    String round = steward.post("/api/v1/rounds/plans/" + plan + "/run", null).get("id").asText();
    LivedYear.await("the holders are asked", () -> stateOf(steward, round).equals("ASKING"));
    return round;
  }

  /** It rests between its rounds: those of a week come later. */
  private static String planRound(Api steward, String name) {
    return steward
        .post(
            "/api/v1/rounds/plans",
            Map.ofEntries(
                Map.entry("name", name),
                Map.entry("weekday", 1),
                Map.entry("time", "09:00"),
                Map.entry("zone", "Europe/Lisbon"),
                Map.entry("vendors", List.of("portlanne", "deepglass", "beaconfell")),
                Map.entry("groups", List.of()),
                Map.entry("kinds", List.of("IDLE", "NEVER_OPENED")),
                Map.entry("askDays", 14),
                Map.entry("decideDays", 7),
                Map.entry("withService", false),
                Map.entry("active", false)))
        .get("id")
        .asText();
  }

  private static String stateOf(Api api, String round) {
    return api.get("/api/v1/rounds/" + round).get("state").asText();
  }

  private Map<String, String> holdingsOf(Api api, String round) {
    Map<String, String> holdings = new HashMap<>();
    LivedYear.each(api.get("/api/v1/rounds/" + round + "/items?limit=500"))
        .forEach(item -> holdings.put(item.get("id").asText(), item.get("holding").asText()));
    return holdings;
  }

  /** Every second holder of a seat that stays answers why; one of those that go says so. */
  private void answer(String round, LocalDate began) {
    Api steward = year.steward();
    Map<String, String> holdings = holdingsOf(steward, round);
    List<String> people =
        LivedYear.each(steward.get("/api/v1/rounds/" + round + "/items?limit=500")).stream()
            .filter(item -> !item.get("state").asText().equals("NOT_ASKED"))
            .map(item -> item.get("person").asText())
            .distinct()
            .toList();
    LivedYear.await(
        "the letters have come",
        () -> {
          mailroom.deliver();
          return unreadLinks().size() >= people.size();
        });
    Api holder = year.nobody();
    int kept = 0;
    int given = 0;
    for (String token : unreadLinks()) {
      readLetters.add(token);
      for (JsonNode seat :
          LivedYear.each(holder.get("/api/v1/rounds/answers/" + token).get("seats"))) {
        String item = seat.get("item").asText();
        boolean goes = SkerryLine.cameBackSince(holdings.getOrDefault(item, ""));
        boolean keeps = !goes && began.isBefore(KEEPS_UNTIL) && kept++ % 2 == 0;
        if (keeps) {
          String reason = REASONS.get(kept % REASONS.size());
          say(holder, token, Map.of("item", item, "answer", "KEEP", "reason", reason));
        } else if (goes && given++ == 0) {
          say(holder, token, Map.of("item", item, "answer", "TAKE"));
        }
      }
    }
  }

  private static void say(Api holder, String token, Map<String, String> answer) {
    holder.post("/api/v1/rounds/answers/" + token, answer);
  }

  private List<String> unreadLinks() {
    return mail.received().stream()
        .map(RoundsOfTheYear::linkIn)
        .filter(token -> !token.isEmpty() && !readLetters.contains(token))
        .distinct()
        .toList();
  }

  private static String linkIn(MailStandIn.Received received) {
    String text =
        String.join("", received.lines().stream().map(RoundsOfTheYear::unfolded).toList());
    int at = text.indexOf("/answer/");
    return at < 0 ? "" : text.substring(at + "/answer/".length()).split("[^A-Za-z0-9._~-]")[0];
  }

  /** A line of a mail as it was before it was made to fit. */
  private static String unfolded(String line) {
    return line.endsWith("=")
        ? line.substring(0, line.length() - 1)
        : line.replace("=3D", "=") + " ";
  }

  private void advance(String round, String state) {
    Api steward = year.steward();
    LivedYear.await(
        "the round is " + state,
        () -> {
          rounds.look();
          return stateOf(steward, round).equals(state);
        });
  }

  /** Seats that stay are not granted. */
  private void decideRound(String round) {
    Api steward = year.steward();
    Map<String, String> holdings = holdingsOf(steward, round);
    Set<String> stay =
        holdings.values().stream()
            .filter(holding -> !SkerryLine.cameBackSince(holding))
            .collect(Collectors.toSet());
    JsonNode slates = steward.get("/api/v1/rounds/" + round).get("slates");
    for (JsonNode slate : LivedYear.each(slates)) {
      String path = "/api/v1/slates/" + slate.asText();
      List<String> without =
          LivedYear.each(year.decider().get(path).get("moves")).stream()
              .filter(move -> stay.contains(move.path("holding").asText()))
              .map(move -> move.get("id").asText())
              .toList();
      year.decider()
          .post(
              path + "/decide",
              Map.of(
                  "grant",
                  true,
                  "without",
                  without,
                  "reason",
                  without.isEmpty() ? "Agreed." : "Agreed; the rest is needed in season."));
    }
    advance(round, "DONE");
  }
}
