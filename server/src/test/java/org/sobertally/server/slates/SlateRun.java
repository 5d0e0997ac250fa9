package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.Wait;

/** Takes slates from their draft to their end, as a steward and a decider would. */
public final class SlateRun {

  static final String SLATES = "/api/v1/slates";

  final Caller steward = Caller.steward();
  final Caller decider = Caller.decider();

  JsonNode slate(String id) {
    return steward.get(SLATES + "/" + id).json();
  }

  /** Drafts a slate and gives its id. */
  String draft(String moves) {
    Answer answer = steward.postJson(SLATES, moves);
    assertThat(answer.status()).as(answer.text()).isEqualTo(201);
    return answer.json().get("id").asText();
  }

  Answer decide(String id, boolean grant) {
    return decider.postJson(
        SLATES + "/" + id + "/decide", "{\"grant\":%s,\"reason\":\"Because\"}".formatted(grant));
  }

  /** Drafts a slate, sends it and has it granted; gives its id. */
  public String granted(String moves) {
    String id = draft(moves);
    Answer sent = steward.postJson(SLATES + "/" + id + "/send", "{}");
    assertThat(sent.status()).as(sent.text()).isEqualTo(200);
    assertThat(decide(id, true).status()).isEqualTo(200);
    return id;
  }

  public JsonNode postAndSettle(String id) {
    Answer posted = steward.post(SLATES + "/" + id + "/post");
    assertThat(posted.status()).as(posted.text()).isEqualTo(200);
    return settled(id);
  }

  JsonNode settled(String id) {
    JsonNode[] last = new JsonNode[1];
    Wait.until(
        "the calls of the slate are settled",
        () -> {
          last[0] = slate(id);
          return last[0].get("openCalls").asInt() == 0;
        });
    if (last[0].get("byHand").asInt() == 0) {
      assertThat(last[0].get("moves"))
          .as("with no call open no move is on its way: %s", last[0])
          .noneMatch(move -> move.get("state").asText().matches("SENT|UNDOING"));
    }
    return last[0];
  }

  /** Undoes the first move of the slate. */
  JsonNode undone(JsonNode slate) {
    String id = slate.get("id").asText();
    String move = slate.at("/moves/0/id").asText();
    Answer answer = steward.post(SLATES + "/" + id + "/moves/" + move + "/undo");
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    return settled(id);
  }
}
