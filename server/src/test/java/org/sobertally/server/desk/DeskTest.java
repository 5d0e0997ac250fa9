package org.sobertally.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

@QuarkusTest
class DeskTest {

  @Inject EntityManager entities;

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              entities.createNativeQuery("delete from seat_queue").executeUpdate();
            });
    Caller.keeper().putZip("/api/v1/book?replace=true", DemoBook.late());
  }

  private static List<JsonNode> of(Caller caller, String about) {
    List<JsonNode> found = new ArrayList<>();
    for (JsonNode line : caller.get("/api/v1/desk").json()) {
      if (line.get("about").asText().equals(about)) {
        found.add(line);
      }
    }
    return found;
  }

  @Test
  void whatIsSoonTooLateComesFirstThenTheMoney() {
    int last = -1;
    double money = Double.MAX_VALUE;
    boolean soon = true;
    for (JsonNode line : Caller.steward().get("/api/v1/desk").json()) {
      boolean near = !line.get("daysLeft").isNull() && line.get("daysLeft").asInt() <= 14;
      assertThat(near && !soon).as("a near day after others").isFalse();
      soon = near;
      if (near) {
        assertThat(line.get("daysLeft").asInt()).isGreaterThanOrEqualTo(last);
        last = line.get("daysLeft").asInt();
      } else {
        double amount = line.at("/amount/amount").asDouble();
        assertThat(amount).isLessThanOrEqualTo(money);
        money = amount;
      }
      assertThat(line.get("ifNothing").asText()).endsWith(".");
    }
    assertThat(of(Caller.steward(), "NOTICE").get(0).get("what").asText())
        .isEqualTo("Give notice on Plumbrigg drawing, or keep it");
  }

  @Test
  void aNoticeDayCountsWhatIsIdleAndWhatIsSpare() {
    JsonNode notice =
        of(Caller.reader(), "NOTICE").stream()
            .filter(line -> line.get("what").asText().contains("Quillmoor"))
            .findFirst()
            .orElseThrow();
    double sum = 0;
    for (JsonNode line : Caller.reader().get("/api/v1/subscriptions").json()) {
      if (line.get("vendor").asText().equals("quillmoor")) {
        sum += line.at("/recoverable/amount").asDouble();
        sum += line.at("/surplus/yearly/amount").asDouble();
      }
    }
    assertThat(notice.at("/amount/amount").asDouble()).isEqualTo(sum);
    assertThat(notice.get("path").asText()).as("where it is decided").startsWith("/renewals/");
  }

  @Test
  void asksEverybodyForWhatIsTheirs() {
    Caller steward = Caller.steward();
    String holding =
        steward.get("/api/v1/findings?kind=IDLE&line=qm-opus").json().at("/0/holding").asText();
    String slate =
        steward
            .postJson(
                "/api/v1/slates",
                "[{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}]".formatted(holding))
            .json()
            .get("id")
            .asText();
    steward.postJson("/api/v1/slates/" + slate + "/send", "{}");
    assertThat(of(steward, "SLATE_TO_DECIDE")).isEmpty();
    JsonNode line = of(Caller.decider(), "SLATE_TO_DECIDE").get(0);
    assertThat(line.get("path").asText()).isEqualTo("/slates/" + slate);
    assertThat(line.at("/amount/amount").asText()).isEqualTo("396.00");
    Caller.decider().postJson("/api/v1/slates/" + slate + "/decide", "{\"grant\":true}");
    assertThat(of(Caller.decider(), "SLATE_TO_DECIDE")).isEmpty();
    assertThat(of(steward, "SLATE_TO_POST")).hasSize(1);
    assertThat(of(Caller.reader(), "SLATE_TO_POST")).isEmpty();
  }

  @Test
  void tellsOfQueuesSourcesAndAccountsThatAreNobodys() {
    Caller steward = Caller.steward();
    String person =
        steward
            .get("/api/v1/people?lacks=beacon-drills&status=ACTIVE&limit=1")
            .json()
            .at("/0/person")
            .asText();
    steward.postJson(
        "/api/v1/queue", "{\"person\":\"%s\",\"plan\":\"beacon-drills\"}".formatted(person));
    assertThat(of(steward, "QUEUE").get(0).get("what").asText()).contains("Drills");
    assertThat(of(steward, "INVITATIONS")).hasSize(1);
    assertThat(of(steward, "STALE").get(0).get("what").asText()).contains("Portlanne", "9 days");
    assertThat(of(steward, "ADMINISTRATOR").get(0).get("what").asText()).contains("Cairnvault");
    JsonNode floor = of(steward, "FLOOR").get(0);
    assertThat(of(steward, "FLOOR")).as("only what is at risk").hasSize(1);
    assertThat(floor.get("by").asText()).isEqualTo("2026-12-01");
    JsonNode ahead = steward.get("/api/v1/subscriptions/th-talk/floor").json();
    assertThat(floor.get("what").asText())
        .isEqualTo(
            "Talk stands at less than its promised 80 %: "
                + ahead.get("mustSignIn")
                + " people must sign in by 1 Dec 2026 ("
                + ahead.get("expectedToSignIn")
                + " are expected to), or "
                + ahead.get("giveUpExpected")
                + " seats least likely to be used be given up");
    assertThat(floor.get("ifNothing").asText())
        .startsWith("As expected it stands at " + ahead.get("expectedPercent").asText() + " %");
  }
}
