package org.sobertally.server.waiting;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;

@QuarkusTest
class WaitingTest {

  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createNativeQuery("delete from seat_queue").executeUpdate());
    DemoBook.takeLate();
  }

  private Answer join(String person, String plan) {
    return steward.postJson(
        "/api/v1/queue", "{\"person\":\"%s\",\"plan\":\"%s\"}".formatted(person, plan));
  }

  private String active(int n, String lacks) {
    return steward
        .get("/api/v1/people?status=ACTIVE&service=false&lacks=%s&limit=9".formatted(lacks))
        .json()
        .at("/" + n + "/person")
        .asText();
  }

  @Test
  void peopleWaitInTheOrderInWhichTheyAsked() {
    String first = active(3, "beacon-drills");
    String second = active(0, "beacon-drills");
    join(first, "beacon-drills");
    JsonNode queue = join(second, "beacon-drills").json();
    assertThat(queue.findValuesAsText("person")).containsExactly(first, second);
    assertThat(queue.at("/0/seatNow").asBoolean()).isFalse();
    assertThat(join(first, "beacon-drills").status()).isEqualTo(409);
    String id = queue.at("/0/id").asText();
    assertThat(steward.delete("/api/v1/queue/" + id).json()).hasSize(1);
    assertThat(steward.delete("/api/v1/queue/" + id).status()).isEqualTo(404);
  }

  @Test
  void aSpareSeatIsOfferedToAsManyAsThereAre() {
    join(active(0, "gantry-agent"), "gantry-agent");
    JsonNode queue = join(active(1, "gantry-agent"), "gantry-agent").json();
    assertThat(queue.findValuesAsText("seatNow")).containsExactly("true", "false");
  }

  @Test
  void whoCannotHoldASeatCannotWaitForIt() {
    String holder =
        steward.get("/api/v1/people?holds=quill-opus&limit=1").json().at("/0/person").asText();
    String left = steward.get("/api/v1/people?status=LEFT&limit=1").json().at("/0/person").asText();
    assertThat(join(holder, "quill-opus").status()).isEqualTo(409);
    assertThat(join(left, "quill-letter").status()).isEqualTo(409);
    assertThat(join("nobody", "quill-letter").status()).isEqualTo(404);
    assertThat(join(holder, "nothing").status()).isEqualTo(404);
    assertThat(join("", "quill-letter").status()).isEqualTo(400);
    assertThat(
            Caller.reader()
                .postJson("/api/v1/queue", "{\"person\":\"p0001\",\"plan\":\"quill-letter\"}")
                .status())
        .isEqualTo(403);
  }

  @Test
  void unansweredInvitationsSayForHowLongAndWhoWaits() {
    join(active(0, "beacon-drills"), "beacon-drills");
    JsonNode invitations = steward.get("/api/v1/invitations").json();
    assertThat(invitations).hasSize(39);
    int days = Integer.MAX_VALUE;
    for (JsonNode one : invitations) {
      assertThat(one.get("days").asInt()).isLessThanOrEqualTo(days);
      days = one.get("days").asInt();
      assertThat(one.get("pastGrace").asBoolean()).isEqualTo(days >= 14);
      int waiting = one.get("plan").asText().equals("beacon-drills") ? 1 : 0;
      assertThat(one.get("waiting").asInt()).isEqualTo(waiting);
    }
  }
}
