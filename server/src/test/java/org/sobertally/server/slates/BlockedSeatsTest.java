package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.DemoBook;

/** Lists offer what can go today, and say of the rest why it cannot. */
@QuarkusTest
class BlockedSeatsTest {

  private static final String ELSEWHERE =
      "Another slate that was sent plans to move the same seat.";

  @Inject EntityManager entities;

  private final SlateRun run = new SlateRun();

  @BeforeEach
  void takeTheDemoBook() {
    forgetSlates();
    DemoBook.takeLate();
  }

  @AfterEach
  void forgetSlates() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
  }

  private JsonNode holders(String line) {
    return run.steward.get("/api/v1/subscriptions/%s/holdings?limit=10000".formatted(line)).json();
  }

  private static String takeBack(Iterable<String> holdings) {
    StringBuilder moves = new StringBuilder();
    for (String holding : holdings) {
      moves.append(moves.isEmpty() ? "" : ",");
      moves.append("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding));
    }
    return "{\"moves\":[%s]}".formatted(moves);
  }

  private @Nullable String blocked(String line, String holding) {
    for (JsonNode holder : holders(line)) {
      if (holder.get("holding").asText().equals(holding)) {
        return holder.get("takeBackBlocked").textValue();
      }
    }
    throw new AssertionError("nobody holds " + holding);
  }

  /** Every seat of the demo on one slate: what is offered goes, what is not says the same there. */
  @Test
  void aSlateSaysOfEverySeatWhatTheListSays() {
    Map<String, @Nullable String> said = new HashMap<>();
    for (JsonNode one : run.steward.get("/api/v1/subscriptions?limit=1000").json()) {
      for (JsonNode holder : holders(one.get("line").asText())) {
        // Who is the last administrator depends on who else is on the slate.
        if (!holder.get("admin").asBoolean()) {
          said.put(holder.get("holding").asText(), holder.get("takeBackBlocked").textValue());
        }
      }
    }
    assertThat(said.values()).contains((String) null).anyMatch(text -> text != null);
    Map<String, @Nullable String> onSlate = new HashMap<>();
    for (JsonNode move : run.slate(run.draft(takeBack(said.keySet()))).get("moves")) {
      onSlate.put(move.get("holding").asText(), move.at("/blocks/0/text").textValue());
    }
    assertThat(onSlate).isEqualTo(said);
  }

  @Test
  void whatASentSlateMovesIsNotOfferedUntilItIsRefused() {
    JsonNode found = withMoves();
    JsonNode move = found.at("/moves/0");
    String holding = move.get("holding").asText();
    JsonNode seat = seat(found.get("person").asText(), holding);
    String line = seat.get("line").asText();
    assertThat(blocked(line, holding)).isNull();
    String slate = run.draft(takeBack(List.of(holding)));
    assertThat(blocked(line, holding)).as("a draft is nobody's but its author's").isNull();

    run.steward.postJson(SlateRun.SLATES + "/" + slate + "/send", "{}");
    assertThat(blocked(line, holding)).isEqualTo(ELSEWHERE);
    JsonNode now = seat(found.get("person").asText(), holding);
    assertThat(now.get("takeBackBlocked").asText()).isEqualTo(ELSEWHERE);
    assertThat(now.get("changeBlocked").asText()).isEqualTo(ELSEWHERE);
    JsonNode person = foundIn(found.get("person").asText());
    assertThat(person.get("blocked").toString()).contains(ELSEWHERE);
    assertThat(person.get("moves")).noneMatch(one -> holding.equals(one.get("holding").asText()));
    assertThat(covers(found.get("person").asText())).contains(ELSEWHERE);

    run.decide(slate, false);
    assertThat(blocked(line, holding)).isNull();
    assertThat(foundIn(found.get("person").asText()).get("moves")).isEqualTo(found.get("moves"));
  }

  /** Somebody for whom less would do, by the seat they hold. */
  private JsonNode withMoves() {
    for (JsonNode person : people()) {
      if (!person.get("person").isNull()
          && person.get("moves").size() > 0
          && person.at("/moves/0/holding").isTextual()) {
        return person;
      }
    }
    throw new AssertionError("nothing can be done for anybody");
  }

  private JsonNode people() {
    return run.steward.get("/api/v1/findings/people?limit=10000").json();
  }

  private JsonNode foundIn(String person) {
    for (JsonNode one : people()) {
      if (person.equals(one.get("person").textValue())) {
        return one;
      }
    }
    throw new AssertionError("nothing is found in " + person);
  }

  private String covers(String person) {
    String path = "/api/v1/people/%s/cover".formatted(person);
    return run.steward.get(path).json().get("vendors").findValuesAsText("blocked").stream()
        .collect(Collectors.joining());
  }

  private JsonNode seat(String person, String holding) {
    JsonNode page = run.steward.get("/api/v1/people/" + person).json();
    for (JsonNode account : page.get("accounts")) {
      for (JsonNode seat : account.get("seats")) {
        if (seat.get("holding").asText().equals(holding)) {
          return seat;
        }
      }
    }
    throw new AssertionError("%s does not hold %s".formatted(person, holding));
  }
}
