package org.sobertally.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;

@QuarkusTest
class LinesTest {

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private static Answer put(Caller caller, String path, String body) {
    return caller.send(
        "PUT", "/api/v1" + path, "application/json", body.getBytes(StandardCharsets.UTF_8));
  }

  private int found(String query) {
    return steward.get("/api/v1/findings/board" + query).json().get("findings").asInt();
  }

  @Test
  void triedLinesChangeTheBoardOfWhoTriesThemOnlyUntilTheyAreDrawn() {
    int now = found("");
    int stricter = found("?idleLine=20&openingGrace=10");
    assertThat(stricter).isGreaterThan(now);
    assertThat(found("")).isEqualTo(now);
    assertThat(put(steward, "/house-rules", "{\"idleLine\":20,\"openingGrace\":10}").status())
        .isEqualTo(200);
    assertThat(found("")).isEqualTo(stricter);
    JsonNode line = steward.get("/api/v1/house-rules").json().at("/house/0");
    assertThat(line.get("days").asInt()).isEqualTo(20);
    assertThat(line.get("by").asText()).isEqualTo("Runa Skarholt");
    assertThat(line.get("on").asText()).isEqualTo("2026-09-30");
    assertThat(steward.get("/api/v1/journal?kind=LINE_DRAWN&limit=2").text())
        .contains("Drew the house’s idle line at 20 days; it was 60.");
    byte[] book = Caller.keeper().get("/api/v1/book").bytes();
    Caller.keeper().putZip("/api/v1/book?replace=true", book);
    assertThat(found("")).as("the book carries its lines").isEqualTo(stricter);
  }

  @Test
  void aPlansOwnLineWinsOverTheHouses() {
    String curve = "/api/v1/subscriptions/qm-opus";
    int before = steward.get(curve).json().at("/states/idle").asInt();
    put(steward, "/plans/quill-opus/lines", "{\"idleLine\":365}");
    assertThat(steward.get(curve).json().at("/states/idle").asInt()).isLessThan(before);
    put(steward, "/house-rules", "{\"idleLine\":20}");
    assertThat(steward.get(curve).json().at("/states/idle").asInt()).isLessThan(before);
    put(steward, "/plans/quill-opus/lines", "{\"idleLine\":null}");
    assertThat(steward.get(curve).json().at("/states/idle").asInt()).isGreaterThan(before);
  }

  @Test
  void whoMayNotAndWhatCannotBeIsSaid() {
    assertThat(put(Caller.reader(), "/house-rules", "{\"idleLine\":20}").status()).isEqualTo(403);
    assertThat(put(steward, "/house-rules", "{\"idleLine\":0}").status()).isEqualTo(400);
    assertThat(put(steward, "/plans/none/lines", "{\"idleLine\":20}").status()).isEqualTo(404);
    assertThat(steward.get("/api/v1/findings/board?idleLine=soon").status()).isEqualTo(400);
    assertThat(steward.get("/api/v1/findings/board?atLeast=much").status()).isEqualTo(400);
    assertThat(steward.get("/api/v1/findings/board?vendor=none").status()).isEqualTo(404);
    assertThat(steward.get("/api/v1/findings/board?group=none").status()).isEqualTo(404);
  }
}
