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
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;
import org.sobertally.server.support.SmallBook;

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

  /** The same of accounts that were deleted: one's owner left, one is free to come back. */
  @Test
  void aSlateSaysOfADeletedAccountWhatTheEstateSays() {
    SmallBook book = new SmallBook();
    for (String who : List.of("bo", "di")) {
      String account = "a-%1$s,quillmoor,%1$s,%1$s@skerryline.example,".formatted(who);
      String holding = "h-%1$s,a-%1$s,opus,2026-01-10,".formatted(who);
      book.change("accounts.csv", account + "ACTIVE,,,", account + "DELETED,2026-09-25,,")
          .change("holdings.csv", holding, holding + "2026-09-25");
    }
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book.zip()).status())
        .isEqualTo(200);
    Map<String, @Nullable String> said = deletedAccounts();
    assertThat(said).hasSize(2).containsEntry("a-bo", null);
    assertThat(said.get("a-di")).contains("left");
    String slate =
        run.draft(
            """
            {"moves":[{"kind":"BRING_BACK","account":"a-bo"},
                      {"kind":"BRING_BACK","account":"a-di"}]}""");
    for (JsonNode move : run.slate(slate).get("moves")) {
      assertThat(move.at("/blocks/0/text").textValue())
          .isEqualTo(said.get(move.get("account").asText()));
    }
    String goes = run.draft("{\"moves\":[{\"kind\":\"BRING_BACK\",\"account\":\"a-bo\"}]}");
    run.steward.postJson(SlateRun.SLATES + "/" + goes + "/send", "{}");
    assertThat(deletedAccounts().get("a-bo")).startsWith("Another slate that was sent");
  }

  private Map<String, @Nullable String> deletedAccounts() {
    Map<String, @Nullable String> said = new HashMap<>();
    String lying = "/api/v1/vendors/quillmoor/estate/accounts?state=DELETED";
    for (JsonNode one : run.steward.get(lying).json()) {
      said.put(one.get("account").asText(), one.get("bringBackBlocked").textValue());
    }
    return said;
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
    for (String kind : List.of("TAKE_BACK", "SWAP", "KEEP")) {
      assertThat(now.at("/blocked/" + kind).asText()).as(kind).isEqualTo(ELSEWHERE);
    }
    JsonNode person = foundIn(found.get("person").asText());
    assertThat(person.get("blocked").toString()).contains(ELSEWHERE);
    assertThat(person.get("moves")).noneMatch(one -> holding.equals(one.get("holding").asText()));
    assertThat(covers(found.get("person").asText())).contains(ELSEWHERE);

    run.decide(slate, false);
    assertThat(blocked(line, holding)).isNull();
    assertThat(foundIn(found.get("person").asText()).get("moves")).isEqualTo(found.get("moves"));
  }

  /** Of somebody who left and whose way out was sent nothing is to be prepared any more. */
  @Test
  void aWayOutThatWasSentIsNotPreparedAgain() {
    JsonNode leaver = leaver("p0300");
    assertThat(leaver.get("underWay").asBoolean()).isFalse();
    long before = leftAndHolding();
    JsonNode way = wayOut(leaver);
    assertThat(way.get("notGone")).isEmpty();
    String slate = run.draft("{\"moves\":%s}".formatted(way.get("moves")));
    run.steward.postJson(SlateRun.SLATES + "/" + slate + "/send", "{}");

    assertThat(leaver("p0300").get("underWay").asBoolean()).isTrue();
    JsonNode again = wayOut(leaver);
    assertThat(again.get("moves")).isEmpty();
    assertThat(again.findValuesAsText("reason"))
        .hasSize(leaver.get("accounts").asInt())
        .allMatch(reason -> reason.startsWith("Another slate that was sent plans to move the "));
    assertThat(leftAndHolding()).isEqualTo(before - 1);

    run.decide(slate, false);
    assertThat(leaver("p0300").get("underWay").asBoolean()).isFalse();
    assertThat(wayOut(leaver).get("moves")).isEqualTo(way.get("moves"));
    assertThat(leftAndHolding()).isEqualTo(before);
  }

  private JsonNode leaver(String person) {
    for (JsonNode one : run.steward.get("/api/v1/leavers/people?limit=1000").json()) {
      if (one.get("person").asText().equals(person)) {
        return one;
      }
    }
    throw new AssertionError(person + " does not leave");
  }

  private JsonNode wayOut(JsonNode leaver) {
    StringBuilder choices = new StringBuilder();
    for (JsonNode account : leaver.get("accountIds")) {
      choices.append(choices.isEmpty() ? "" : ",");
      choices.append("{\"account\":%s}".formatted(account));
    }
    return run.steward.postJson("/api/v1/way-out", "{\"choices\":[%s]}".formatted(choices)).json();
  }

  /** How many the desk says have left and hold seats. */
  private long leftAndHolding() {
    for (JsonNode line : run.steward.get("/api/v1/desk?limit=1000").json()) {
      if (line.get("what").asText().endsWith("left and still hold seats")) {
        return Long.parseLong(line.get("what").asText().replaceAll("\\D.*", ""));
      }
    }
    throw new AssertionError("nobody left and holds a seat");
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
