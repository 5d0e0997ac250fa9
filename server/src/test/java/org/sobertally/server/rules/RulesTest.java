package org.sobertally.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

@QuarkusTest
class RulesTest {

  private static final String GROUP =
      "\"schemas\":[\"urn:ietf:params:scim:schemas:core:2.0:Group\"]";

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private JsonNode preview(String group, String plan) {
    return steward.get("/api/v1/rules/preview?group=%s&plan=%s".formatted(group, plan)).json();
  }

  @Test
  void everyMemberIsCountedOnce() {
    JsonNode preview = preview("engine", "deep-viewer");
    int members = 0;
    for (JsonNode group : steward.get("/api/v1/groups").json()) {
      members += group.get("group").asText().equals("engine") ? group.get("members").asInt() : 0;
    }
    assertThat(
            preview.get("gets").size() + preview.get("has").asInt() + preview.get("leftOut").size())
        .isEqualTo(members);
    assertThat(preview.get("leftOut").findValuesAsText("why"))
        .contains("suspended")
        .allMatch(
            why -> why.equals("suspended") || why.equals("has left") || why.equals("on leave"));
    assertThat(preview.get("missing").asInt())
        .isEqualTo(preview.get("gets").size() - preview.get("spare").asInt());
  }

  @Test
  void aRuleIsSwitchedOnOnceAndOffAgain() {
    String body = "{\"group\":\"safety\",\"plan\":\"quill-letter\"}";
    assertThat(steward.postJson("/api/v1/rules", body).status()).isEqualTo(200);
    assertThat(steward.postJson("/api/v1/rules", body).status()).isEqualTo(409);
    assertThat(Caller.reader().postJson("/api/v1/rules", body).status()).isEqualTo(403);
    String rule = null;
    for (JsonNode group : steward.get("/api/v1/groups").json()) {
      if (group.get("group").asText().equals("safety")) {
        rule = group.at("/rules/0/rule").asText();
        assertThat(group.at("/rules/0/due").asInt()).isPositive();
      }
    }
    assertThat(steward.post("/api/v1/rules/" + rule + "/end").status()).isEqualTo(200);
    assertThat(steward.post("/api/v1/rules/" + rule + "/end").status()).isEqualTo(409);
    assertThat(steward.post("/api/v1/rules/none/end").status()).isEqualTo(404);
  }

  @Test
  void aRuleOverAnEmptyGroupGivesNothingUntilSomebodyJoins() {
    send("POST", "/Groups", "{%s,\"displayName\":\"Divers\"}".formatted(GROUP));
    JsonNode preview = preview("divers", "quill-letter");
    assertThat(preview.get("gets")).isEmpty();
    assertThat(preview.get("missing").asInt()).isZero();
    String body = "{\"group\":\"divers\",\"plan\":\"quill-letter\"}";
    assertThat(steward.postJson("/api/v1/rules", body).status()).isEqualTo(200);
    assertThat(dueOf("divers")).isZero();
    String joined = "{%s,\"displayName\":\"Divers\",\"members\":[{\"value\":\"%s\"}]}";
    String person = preview("safety", "plum-own").at("/gets/0/person").asText();
    send("PUT", "/Groups/divers", joined.formatted(GROUP, person));
    JsonNode after = preview("divers", "quill-letter");
    assertThat(after.get("gets").size() + after.get("has").asInt()).isEqualTo(1);
  }

  private static void send(String method, String path, String body) {
    Caller.Answer answer =
        Caller.keeper()
            .send(
                method,
                "/scim/v2" + path,
                "application/scim+json",
                body.getBytes(StandardCharsets.UTF_8));
    assertThat(answer.status()).as(answer.text()).isBetween(200, 201);
  }

  private int dueOf(String id) {
    for (JsonNode group : steward.get("/api/v1/groups").json()) {
      if (group.get("group").asText().equals(id)) {
        return group.at("/rules/0/due").asInt();
      }
    }
    throw new AssertionError("No group " + id);
  }

  @Test
  void seatsThatARuleGaveComeBackWhenItEnds() {
    assertThat(preview("engine", "helm-roster").get("comesBack")).isEmpty();
    steward.post("/api/v1/rules/r-deck-roster/end");
    int byRule =
        steward.get("/api/v1/subscriptions/hw-roster/methods").json().get("byRule").asInt();
    assertThat(preview("engine", "helm-roster").get("comesBack")).hasSize(byRule);
    assertThat(preview("deck", "helm-roster").get("comesBack"))
        .as("members of the group that is asked about are no strangers")
        .isEmpty();
  }

  @Test
  void holdingsThatCameTheWrongWayAreListed() {
    JsonNode methods = steward.get("/api/v1/subscriptions/hw-roster/methods").json();
    assertThat(methods.get("usual").asText()).isEqualTo("RULE");
    assertThat(methods.get("others")).hasSize(methods.get("byHand").asInt());
    assertThat(steward.get("/api/v1/methods").json().findValuesAsText("line"))
        .contains("hw-roster");
    JsonNode mixed =
        steward.postJson("/api/v1/subscriptions/hw-roster/methods", "{\"mixed\": true}").json();
    assertThat(mixed.get("mixed").asBoolean()).isTrue();
    assertThat(mixed.get("others")).isEmpty();
    steward.postJson("/api/v1/subscriptions/hw-roster/methods", "{\"mixed\": false}");
    assertThat(steward.get("/api/v1/subscriptions/hw-roster/methods").json().get("others"))
        .isNotEmpty();
    assertThat(
            Caller.reader()
                .postJson("/api/v1/subscriptions/hw-roster/methods", "{\"mixed\": true}")
                .status())
        .isEqualTo(403);
  }

  @Test
  void unknownGroupsAndPlansAreSaid() {
    assertThat(steward.get("/api/v1/rules/preview?group=none&plan=quill-opus").status())
        .isEqualTo(404);
    assertThat(steward.get("/api/v1/rules/preview?group=deck&plan=none").status()).isEqualTo(404);
  }
}
