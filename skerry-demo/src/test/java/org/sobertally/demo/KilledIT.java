package org.sobertally.demo;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Wait;

/** The packaged application, killed without warning while a slate is on its way. */
class KilledIT {

  private static final String SLATES = "/api/v1/slates";

  @TempDir Path data;

  private PackagedApplication application;

  @BeforeEach
  void start() throws IOException {
    application = new PackagedApplication(data);
    application.start();
  }

  @AfterEach
  void stop() throws InterruptedException {
    application.kill();
  }

  private static List<String> values(JsonNode list, String field) {
    return StreamSupport.stream(list.spliterator(), false)
        .map(node -> node.path(field).asText())
        .toList();
  }

  @Test
  void whatWasUnderWayIsFinishedOnceAndNothingIsLost() throws IOException, InterruptedException {
    String idle = "/api/v1/subscriptions/qm-opus/holdings?state=NEVER_OPENED";
    List<String> moves = new ArrayList<>();
    values(Caller.steward().get(idle).json(), "holding")
        .forEach(h -> moves.add("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(h)));
    String id = Caller.steward().postJson(SLATES, moves.toString()).json().get("id").asText();
    JsonNode sent = Caller.steward().delete(SLATES + "/" + id + "/moves?blocked=true").json();
    List<String> holdings = values(sent.get("moves"), "holding");
    assertThat(holdings).isNotEmpty();
    Caller.steward().postJson(SLATES + "/" + id + "/send", "{}");
    Caller.decider().postJson(SLATES + "/" + id + "/decide", "{\"grant\":true}");
    assertThat(Caller.steward().post(SLATES + "/" + id + "/post").status()).isEqualTo(200);

    // The vendor shows a change only two seconds later: the slate cannot be settled yet.
    application.kill();
    application.start();

    Caller steward = Caller.steward();
    Wait.until(
        "the slate is settled",
        () -> steward.get(SLATES + "/" + id).json().get("openCalls").asInt() == 0);
    JsonNode slate = steward.get(SLATES + "/" + id).json();
    assertThat(slate.get("state").asText()).isEqualTo("CONFIRMED");
    assertThat(values(slate.get("moves"), "state")).containsOnly("CONFIRMED");
    List<String> confirmed =
        StreamSupport.stream(steward.get("/api/v1/journal?slate=" + id).json().spliterator(), false)
            .filter(entry -> entry.get("kind").asText().equals("MOVE_CONFIRMED"))
            .map(entry -> entry.get("holding").asText())
            .toList();
    assertThat(confirmed).containsExactlyInAnyOrderElementsOf(holdings);
    assertThat(values(steward.get(idle).json(), "holding")).doesNotContainAnyElementsOf(holdings);
  }

  /** The second step is made by the application that was started anew, and only once. */
  @Test
  void aStepThatWaitsIsMadeAfterTheKill() throws IOException, InterruptedException {
    JsonNode seat =
        Caller.steward()
            .get("/api/v1/subscriptions/qm-opus/holdings?state=NEVER_OPENED")
            .json()
            .get(0);
    String moves =
        """
        [{"kind":"SUSPEND","account":"%s"},{"kind":"TAKE_BACK","holding":"%s","waits":true}]
        """
            .formatted(seat.get("account").asText(), seat.get("holding").asText());
    String id = Caller.steward().postJson(SLATES, moves).json().get("id").asText();
    Caller.steward().postJson(SLATES + "/" + id + "/send", "{}");
    Caller.decider().postJson(SLATES + "/" + id + "/decide", "{\"grant\":true}");
    JsonNode posted = Caller.steward().post(SLATES + "/" + id + "/post").json();
    assertThat(values(posted.get("moves"), "state")).containsExactly("SENT", "PLANNED");

    application.kill();
    application.start();

    Caller steward = Caller.steward();
    Wait.until(
        "both steps are confirmed",
        () ->
            values(steward.get(SLATES + "/" + id).json().get("moves"), "state")
                .equals(List.of("CONFIRMED", "CONFIRMED")));
    List<String> confirmed =
        StreamSupport.stream(steward.get("/api/v1/journal?slate=" + id).json().spliterator(), false)
            .map(entry -> entry.get("kind").asText())
            .filter("MOVE_CONFIRMED"::equals)
            .toList();
    assertThat(confirmed).hasSize(2);
  }
}
