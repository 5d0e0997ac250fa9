package org.sobertally.server.rounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.demo.Demo;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.server.support.Wait;
import org.sobertally.server.time.TallyClock;

@QuarkusTest
class RoundsTest {

  private static final Instant WEDNESDAY = Instant.parse("2026-09-30T08:00:00Z");
  private static final Pattern LINK = Pattern.compile("/answer/(\\S+)");

  @Inject Demo demo;
  @Inject RoundLife life;
  @Inject TallyClock clock;
  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();
  private final Caller decider = Caller.decider();

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              for (String table :
                  List.of("round_letter", "round_item", "round", "round_plan", "mail")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
              entities.createQuery("delete from Slate s").executeUpdate();
            });
    DemoBook.takeLate();
    demo.standIn("quillmoor").showAfter(Duration.ZERO);
  }

  @AfterEach
  void setTheClockBack() {
    clock.startAt(WEDNESDAY);
  }

  private String plan(String more) {
    Answer made =
        steward.postJson(
            "/api/v1/rounds/plans",
            """
            {"name":"Sweep","weekday":1,"time":"09:00","zone":"Europe/Lisbon",
             "vendors":["quillmoor"],"groups":["office"],
             "kinds":["IDLE","NEVER_OPENED","LEFT_PAID","SUSPENDED_PAID"],
             "askDays":6,"decideDays":3,"withService":false,"active":true%s}"""
                .formatted(more));
    assertThat(made.status()).as(made.text()).isEqualTo(200);
    return made.json().get("id").asText();
  }

  private String run(String plan) {
    Answer run = steward.post("/api/v1/rounds/plans/" + plan + "/run");
    assertThat(run.status()).as(run.text()).isEqualTo(200);
    String id = run.json().get("id").asText();
    Wait.until("its holders are asked", () -> !state(id).equals("GATHERED"));
    return id;
  }

  private JsonNode round(String id) {
    return steward.get("/api/v1/rounds/" + id).json();
  }

  private String state(String id) {
    return round(id).get("state").asText();
  }

  private List<JsonNode> items(String round, String state) {
    List<JsonNode> found = new ArrayList<>();
    for (JsonNode item : steward.get("/api/v1/rounds/" + round + "/items").json()) {
      if (state == null || item.get("state").asText().equals(state)) {
        found.add(item);
      }
    }
    return found;
  }

  private List<JsonNode> mail(String kind) {
    List<JsonNode> found = new ArrayList<>();
    for (JsonNode mail : steward.get("/api/v1/mail?limit=1000").json()) {
      if (mail.get("kind").asText().equals(kind)) {
        found.add(mail);
      }
    }
    return found;
  }

  private String linkTo(String name) {
    for (JsonNode mail : mail("ASK")) {
      Matcher link = LINK.matcher(mail.get("body").asText());
      if (mail.get("body").asText().startsWith("Dear " + name + ",") && link.find()) {
        return "/api/v1/rounds/answers/" + link.group(1);
      }
    }
    throw new AssertionError("No letter to " + name);
  }

  /** Somebody of the round who can be asked. */
  private JsonNode somebody(String round, int which) {
    return items(round, null).stream()
        .filter(item -> item.get("kinds").toString().matches(".*(IDLE|NEVER_OPENED).*"))
        .filter(item -> !item.get("kinds").toString().matches(".*(LEFT|SUSPENDED).*"))
        .toList()
        .get(which);
  }

  private static String said(JsonNode item, String answer, String reason) {
    return "{\"item\":\"%s\",\"answer\":\"%s\",\"reason\":\"%s\"}"
        .formatted(item.get("id").asText(), answer, reason);
  }

  private void daysGoBy(int days) {
    clock.startAt(WEDNESDAY.plus(Duration.ofDays(days)));
  }

  @Test
  void aRoundGoesFromTheListToTheSeatsThatCameBack() {
    String id = run(plan(""));
    assertThat(state(id)).isEqualTo("ASKING");
    int found = round(id).get("found").asInt();
    JsonNode keeps = somebody(id, 0);
    JsonNode gives = somebody(id, 1);
    Caller holder = Caller.nobody();
    String link = linkTo(keeps.get("name").asText());
    assertThat(holder.postJson(link, said(keeps, "KEEP", " ")).status())
        .as("a reason is needed")
        .isEqualTo(400);
    assertThat(holder.postJson(link, said(gives, "TAKE", "")).status())
        .as("one may speak of one's own seats only")
        .isEqualTo(404);
    holder.postJson(link, said(keeps, "KEEP", "The audit is in January"));
    holder.postJson(linkTo(gives.get("name").asText()), said(gives, "TAKE", ""));
    assertThat(mail("RECEIPT")).hasSize(2);
    assertThat(round(id).get("answered").asInt()).isEqualTo(2);

    daysGoBy(7);
    life.advance(id);
    assertThat(state(id)).isEqualTo("DECIDING");
    assertThat(items(id, "KEPT")).hasSize(1);
    JsonNode prompt = mail("DECIDE").get(0);
    assertThat(prompt.get("recipient").asText()).isEqualTo("teodor@skerryline.example");
    String slate = "/api/v1/slates/" + round(id).at("/slates/0").asText();
    assertThat(prompt.get("body").asText())
        .contains("/slates/" + round(id).at("/slates/0").asText());

    JsonNode moves = decider.get(slate).json().get("moves");
    assertThat(moves).hasSize(found - 1);
    String declined = moves.get(0).get("id").asText();
    Answer decided =
        decider.postJson(
            slate + "/decide", "{\"grant\":true,\"without\":[\"%s\"]}".formatted(declined));
    assertThat(decided.status()).as(decided.text()).isEqualTo(200);
    Wait.until(
        "the round is done",
        () -> {
          life.advance(id);
          return state(id).equals("DONE");
        });
    assertThat(items(id, "TAKEN_BACK")).hasSize(found - 2);
    assertThat(items(id, "DECLINED")).hasSize(1);
    assertThat(steward.get("/api/v1/journal?limit=50").text())
        .contains("still needs their seat", "Did not grant", "is done.");
    JsonNode kept = steward.get("/api/v1/people/" + keeps.get("person").asText()).json();
    assertThat(kept.toString()).contains("The audit is in January");
  }

  @Test
  void whoComesBackIsCounted() {
    String id = run(plan(""));
    steward.post("/api/v1/rounds/" + id + "/end-asking");
    String slate = "/api/v1/slates/" + round(id).at("/slates/0").asText();
    decider.postJson(slate + "/decide", "{\"grant\":true}");
    Wait.until(
        "the round is done",
        () -> {
          life.advance(id);
          return state(id).equals("DONE");
        });
    JsonNode back = items(id, "TAKEN_BACK").get(0);
    JsonNode move = null;
    for (JsonNode one : steward.get(slate).json().get("moves")) {
      move = one.get("holding").equals(back.get("holding")) ? one : move;
    }
    String undo = slate + "/moves/" + move.get("id").asText() + "/undo";
    assertThat(steward.post(undo).status()).isEqualTo(200);
    Wait.until(
        "the return is seen",
        () -> {
          life.look();
          return round(id).get("cameBack").asInt() == 1;
        });
    long again = 0;
    for (JsonNode plan : steward.get("/api/v1/rounds/returns").json()) {
      boolean same = plan.get("plan").equals(back.get("plan"));
      assertThat(plan.get("cameBack").asInt()).isEqualTo(same ? 1 : 0);
      again += plan.get("takenBack").asInt();
    }
    assertThat(again).isEqualTo(round(id).at("/counts/TAKEN_BACK").asLong());
  }

  @Test
  void severalLooksAtOnceGetNotInEachOthersWay() throws InterruptedException {
    String id = run(plan(""));
    steward.post("/api/v1/rounds/" + id + "/end-asking");
    String slate = "/api/v1/slates/" + round(id).at("/slates/0").asText();
    decider.postJson(slate + "/decide", "{\"grant\":true}");
    ExecutorService lookers = Executors.newFixedThreadPool(4);
    List<Future<?>> looks = new ArrayList<>();
    for (int n = 0; n < 4; n++) {
      looks.add(lookers.submit(() -> life.advance(id)));
    }
    lookers.shutdown();
    assertThat(lookers.awaitTermination(1, TimeUnit.MINUTES)).isTrue();
    assertThat(looks).allSatisfy(look -> assertThatCode(look::get).doesNotThrowAnyException());
    assertThat(steward.get(slate).json().get("state").asText()).isIn("POSTED", "CONFIRMED");
  }

  @Test
  void withoutAnAnswerNothingHappens() {
    String id = run(plan(""));
    daysGoBy(7);
    life.advance(id);
    daysGoBy(20);
    life.advance(id);
    assertThat(state(id)).isEqualTo("NOT_GRANTED");
    assertThat(items(id, "TAKEN_BACK")).isEmpty();
    assertThat(items(id, "DECLINED").get(0).get("reason").asText())
        .isEqualTo("Nobody decided it in time.");
  }

  @Test
  void whoPlansARoundDoesNotDecideIt() {
    String id = run(plan(""));
    steward.post("/api/v1/rounds/" + id + "/end-asking");
    String slate = "/api/v1/slates/" + round(id).at("/slates/0").asText();
    assertThat(decider.get(slate).json().get("author").asText()).isEqualTo("runa");
    assertThat(steward.postJson(slate + "/decide", "{\"grant\":true}").status()).isEqualTo(403);
  }

  @Test
  void aForgedALateAndAnOvertakenLinkAnswerNothing() {
    String plan = plan("");
    String id = run(plan);
    JsonNode item = somebody(id, 0);
    String link = linkTo(item.get("name").asText());
    Caller holder = Caller.nobody();
    assertThat(holder.get(link).json().get("open").asBoolean()).isTrue();
    String forged = link.substring(0, link.length() - 2) + "xx";
    assertThat(holder.get(forged).status()).isEqualTo(404);
    assertThat(holder.postJson(forged, said(item, "KEEP", "x")).status()).isEqualTo(404);

    String next = run(plan);
    assertThat(state(id)).isEqualTo("OVERTAKEN");
    Answer overtaken = holder.postJson(link, said(item, "KEEP", "x"));
    assertThat(overtaken.status()).isEqualTo(409);
    assertThat(overtaken.detail()).contains("newer round");
    assertThat(round(next).get("found").asInt()).isEqualTo(round(id).get("found").asInt());

    steward.post("/api/v1/rounds/" + next + "/end-asking");
    String late =
        mail("ASK").stream()
            .map(mail -> mail.get("body").asText())
            .filter(body -> body.startsWith("Dear " + item.get("name").asText() + ","))
            .map(body -> LINK.matcher(body).results().findFirst().orElseThrow().group(1))
            .map(token -> "/api/v1/rounds/answers/" + token)
            .filter(path -> !path.equals(link))
            .findFirst()
            .orElseThrow();
    assertThat(holder.postJson(late, said(item, "KEEP", "x")).status()).isEqualTo(409);
    assertThat(holder.get(late).json().get("closed").asText()).contains("over");
  }

  @Test
  void aLinkAnswersForWhoeverIsSignedInBesides() {
    String id = run(plan(""));
    JsonNode item = somebody(id, 0);
    String link = linkTo(item.get("name").asText());
    for (String login : List.of("runa", "fenna")) {
      Caller signedIn = Caller.as(login).without("X-CSRF-Token");
      assertThat(signedIn.get(link).status()).isEqualTo(200);
      assertThat(signedIn.postJson(link, said(item, "TAKE", "")).status()).isEqualTo(200);
    }
  }

  @Test
  void anAnswerMayBeChangedWhileTheQuestionsAreOpen() {
    String id = run(plan(""));
    JsonNode item = somebody(id, 0);
    String link = linkTo(item.get("name").asText());
    Caller holder = Caller.nobody();
    holder.postJson(link, said(item, "KEEP", "The audit"));
    assertThat(items(id, "KEPT")).hasSize(1);
    int receipts = mail("RECEIPT").size();
    assertThat(holder.postJson(link, said(item, "KEEP", "The audit ")).status()).isEqualTo(200);
    assertThat(mail("RECEIPT").size()).as("saying it twice changes nothing").isEqualTo(receipts);
    JsonNode changed = holder.postJson(link, said(item, "TAKE", "")).json();
    assertThat(changed.at("/seats/0/answer").asText()).isEqualTo("TAKE");
    assertThat(items(id, "KEPT")).isEmpty();
    steward.post("/api/v1/rounds/" + id + "/end-asking");
    assertThat(items(id, "PROPOSED"))
        .extracting(i -> i.get("holding"))
        .contains(item.get("holding"));
  }

  @Test
  void aLinkInWrongHandsCannotFloodItsOwner() {
    String id = run(plan(""));
    JsonNode item = somebody(id, 0);
    String link = linkTo(item.get("name").asText());
    int taken = 0;
    Answer last = null;
    for (int n = 0; n < 200 && (last == null || last.status() == 200); n++) {
      last = Caller.nobody().postJson(link, said(item, n % 2 == 0 ? "KEEP" : "TAKE", "No " + n));
      taken += last.status() == 200 ? 1 : 0;
    }
    assertThat(last.status()).isEqualTo(429);
    assertThat(mail("RECEIPT").size()).isEqualTo(taken);
  }

  @Test
  void whatIsOnItsWayAlreadyIsNotGatheredAgain() {
    String plan = plan("");
    String id = run(plan);
    steward.post("/api/v1/rounds/" + id + "/end-asking");
    String next = run(plan);
    assertThat(state(next)).isEqualTo("NOTHING");
    assertThat(state(id)).as("it waits for its decision").isEqualTo("DECIDING");
  }

  @Test
  void aPersonWhoLeftBetweenAskAndPostLosesTheSeatAllTheSame() {
    String id = run(plan(""));
    JsonNode item = somebody(id, 0);
    Caller.keeper().delete("/scim/v2/Users/" + item.get("person").asText());
    assertThat(Caller.nobody().get(linkTo(item.get("name").asText())).status()).isEqualTo(200);
    steward.post("/api/v1/rounds/" + id + "/end-asking");
    assertThat(items(id, "PROPOSED"))
        .extracting(i -> i.get("holding"))
        .contains(item.get("holding"));
  }

  @Test
  void leadsGetOneLetterAndTheUnansweredOneReminder() {
    String id = run(plan(""));
    assertThat(mail("DIGEST")).hasSize(1);
    assertThat(mail("DIGEST").get(0).get("body").asText())
        .contains("Quillmoor")
        .doesNotContain("/answer/");
    daysGoBy(3);
    life.advance(id);
    life.advance(id);
    assertThat(mail("REMIND")).hasSameSizeAs(mail("ASK"));
  }

  @Test
  void itBeginsByItselfOnItsDayAndOnce() {
    plan("");
    life.look();
    assertThat(steward.get("/api/v1/rounds").json()).isEmpty();
    daysGoBy(5);
    clock.startAt(Instant.parse("2026-10-05T08:00:01Z"));
    life.look();
    life.look();
    assertThat(steward.get("/api/v1/rounds").json()).hasSize(1);
    assertThat(steward.get("/api/v1/rounds/plans").json().at("/0/nextDue").asText())
        .isEqualTo("2026-10-12T08:00:00Z");
  }

  @Test
  void aPlanThatCannotBeIsRefusedAndSaysWhy() {
    String wrong =
        """
        {"name":"Sweep","weekday":%s,"time":"%s","zone":"%s","vendors":["%s"],"groups":[],
         "kinds":["%s"],"askDays":6,"decideDays":3,"withService":false,"active":true}""";
    String[][] cases = {
      {"8", "09:00", "Europe/Lisbon", "quillmoor", "IDLE", "400"},
      {"1", "nine", "Europe/Lisbon", "quillmoor", "IDLE", "400"},
      {"1", "09:00", "Here/There", "quillmoor", "IDLE", "400"},
      {"1", "09:00", "Europe/Lisbon", "nobody", "IDLE", "404"},
      {"1", "09:00", "Europe/Lisbon", "quillmoor", "SHORT", "400"}
    };
    for (String[] one : cases) {
      Answer answer =
          steward.postJson(
              "/api/v1/rounds/plans", wrong.formatted(one[0], one[1], one[2], one[3], one[4]));
      assertThat(answer.status()).as(String.join(" ", one)).isEqualTo(Integer.parseInt(one[5]));
    }
    assertThat(Caller.reader().postJson("/api/v1/rounds/plans", "{}").status()).isEqualTo(403);
  }
}
