package org.sobertally.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** What a list of seats means for what is known of their use, and for moves that wait for it. */
@QuarkusTest
class FilesAndSeatsTest {

  private static final String REEDHOLM =
      """
      {"source": "Reedholm's list", "kind": "HOLDINGS", "vendor": "reedholm", "dayForm": "ISO",
       "to": "2026-09-30", "columns": {"who": "who", "plan": "what"%s}}
      """;

  @Inject EntityManager entities;

  private Caller steward;

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table :
                  List.of("intake_change", "intake_use", "intake", "intake_mapping")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    DemoBook.takeLate();
    steward = Caller.steward();
  }

  private JsonNode taken(String rows, String mapping) {
    JsonNode seen =
        steward
            .send(
                "POST",
                "/api/v1/intake/files?name=seats.csv",
                "application/octet-stream",
                rows.getBytes(StandardCharsets.UTF_8))
            .json();
    Caller.Answer taken =
        steward.postJson("/api/v1/intake/files/" + seen.get("id").asText() + "/take", mapping);
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    return taken.json();
  }

  private JsonNode holdings(String line) {
    return steward.get("/api/v1/subscriptions/" + line + "/holdings?limit=10000").json();
  }

  /** An idle seat of Reedholm's, which has no link, of somebody ordinary. */
  private JsonNode idle() {
    for (JsonNode holding : holdings("rh-forms")) {
      if (holding.get("state").asText().equals("IDLE")
          && !holding.get("kept").asBoolean()
          && !holding.get("admin").asBoolean()
          && holding.hasNonNull("person")) {
        return holding;
      }
    }
    throw new AssertionError("no idle seat");
  }

  private String stateOf(String slate) {
    return steward.get("/api/v1/slates/" + slate).json().at("/moves/0/state").asText();
  }

  private String postedTakeBack(String holding) {
    String slate =
        steward
            .postJson(
                "/api/v1/slates", "{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding))
            .json()
            .get("id")
            .asText();
    String path = "/api/v1/slates/" + slate;
    assertThat(steward.postJson(path + "/send", "{}").status()).isEqualTo(200);
    assertThat(Caller.decider().postJson(path + "/decide", "{\"grant\":true}").status())
        .isEqualTo(200);
    assertThat(steward.post(path + "/post").status()).isEqualTo(200);
    return slate;
  }

  @Test
  void takingAFileBackTakesBackWhatItConfirmed() {
    JsonNode holding = idle();
    String slate = postedTakeBack(holding.get("holding").asText());
    String email =
        steward
            .get("/api/v1/people/" + holding.get("person").asText())
            .json()
            .get("email")
            .asText();
    assertThat(stateOf(slate)).isEqualTo("SENT");

    taken(
        "who,what,until\n%s,rh-forms,2026-09-30\n".formatted(email),
        REEDHOLM.formatted(", \"until\": \"until\""));
    assertThat(stateOf(slate)).isEqualTo("CONFIRMED");

    JsonNode newest = steward.get("/api/v1/intake").json().get(0);
    assertThat(newest.get("confirmed").asInt()).as("said before it is taken back").isEqualTo(1);
    String intake = newest.get("id").asText();
    Caller.Answer back = steward.post("/api/v1/intake/" + intake + "/take-back");
    assertThat(back.status()).as(back.text()).isEqualTo(200);
    assertThat(stateOf(slate)).as("it waits to be seen again").isEqualTo("SENT");
    assertThat(steward.get("/api/v1/slates/" + slate).json().get("byHand").asInt()).isEqualTo(1);
  }

  /** Use that was there before the list came counts for the seat that the list names. */
  @Test
  void aSeatOfWhichNobodySaysSinceWhenIsHeldSinceBeforeItsUseIsKnown() {
    List<String> before = holdings("rh-polls").findValuesAsText("holding");
    taken("who,what\nhakon.nygren@skerryline.example,rh-polls\n", REEDHOLM.formatted(""));
    JsonNode made = null;
    for (JsonNode holding : holdings("rh-polls")) {
      made = before.contains(holding.get("holding").asText()) ? made : holding;
    }
    assertThat(made).isNotNull();
    String evidence =
        steward.get("/api/v1/subscriptions/rh-polls").json().at("/evidence/completeFrom").asText();
    assertThat(evidence).isNotEmpty();
    assertThat(made.get("from").asText()).isLessThan(evidence);
  }
}
