package org.sobertally.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
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
              entities.createQuery("delete from DeskNote n").executeUpdate();
              entities.createNativeQuery("delete from seat_queue").executeUpdate();
            });
    DemoBook.takeLate();
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
  void aNoticeDayHasTheStakeOfTheListOfRenewals() {
    JsonNode notice =
        of(Caller.reader(), "NOTICE").stream()
            .filter(line -> line.get("what").asText().contains("Quillmoor"))
            .findFirst()
            .orElseThrow();
    for (JsonNode line : Caller.reader().get("/api/v1/renewals").json()) {
      if (line.get("vendor").asText().equals("quillmoor")) {
        assertThat(notice.at("/amount")).isEqualTo(line.get("stake"));
      }
    }
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
    JsonNode stale = of(steward, "STALE").get(0);
    assertThat(stale.get("what").asText()).contains("Portlanne");
    assertThat(stale.get("ifNothing").asText()).contains("9 days");
    assertThat(of(steward, "ADMINISTRATOR").get(0).get("what").asText()).contains("Cairnvault");
    JsonNode floor = of(steward, "FLOOR").get(0);
    assertThat(of(steward, "FLOOR")).as("only what is at risk").hasSize(1);
    assertThat(floor.get("by").asText()).isEqualTo("2026-12-01");
    JsonNode ahead = steward.get("/api/v1/subscriptions/th-talk/floor").json();
    assertThat(floor.get("what").asText())
        .as("nothing in it changes from day to day")
        .isEqualTo("Talk stands at less than its promised 80 %, which is looked at on 1 Dec 2026");
    assertThat(floor.get("ifNothing").asText())
        .startsWith("As expected it stands at " + ahead.get("expectedPercent").asText() + " %")
        .endsWith(
            "To meet it, "
                + ahead.get("mustSignIn")
                + " people must sign in by 1 Dec 2026 ("
                + ahead.get("expectedToSignIn")
                + " are expected to), or "
                + ahead.get("giveUpExpected")
                + " seats least likely to be used be given up.");
  }

  private static JsonNode line(Caller caller, String key) {
    for (JsonNode one : caller.get("/api/v1/desk?all=true").json()) {
      if (one.get("key").asText().equals(key)) {
        return one;
      }
    }
    throw new AssertionError("no line " + key);
  }

  private static Caller.Answer say(Caller caller, String key, String does, String more) {
    return caller.postJson(
        "/api/v1/desk/notes", "{\"key\":\"%s\",\"does\":\"%s\"%s}".formatted(key, does, more));
  }

  private static List<String> open(Caller caller) {
    List<String> keys = new ArrayList<>();
    caller.get("/api/v1/desk").json().forEach(one -> keys.add(one.get("key").asText()));
    return keys;
  }

  @Test
  void everyLineHasAKeyOfItsOwn() {
    for (Caller caller : List.of(Caller.steward(), Caller.decider())) {
      assertThat(open(caller)).isNotEmpty().doesNotHaveDuplicates();
    }
  }

  @Test
  void aLineIsTakenSeenToBeTakenAndLeft() {
    String key = of(Caller.steward(), "NOTICE").get(0).get("key").asText();
    assertThat(say(Caller.steward(), key, "TAKE", "").status()).isEqualTo(200);
    assertThat(line(Caller.steward(), key).get("mine").asBoolean()).isTrue();
    JsonNode seen = line(Caller.decider(), key);
    assertThat(seen.get("mine").asBoolean()).isFalse();
    assertThat(seen.get("owner").asText()).isEqualTo("Runa Skarholt");
    assertThat(say(Caller.decider(), key, "LEAVE", "").status()).isEqualTo(409);
    assertThat(say(Caller.steward(), key, "LEAVE", "").status()).isEqualTo(200);
    assertThat(line(Caller.steward(), key).get("mine").asBoolean()).isFalse();
  }

  @Test
  void whatIsPutOffComesBackOnItsDayAndNoLaterThanItsLast() {
    JsonNode notice = of(Caller.steward(), "NOTICE").get(0);
    String key = notice.get("key").asText();
    LocalDate by = LocalDate.parse(notice.get("by").asText());
    String late = ",\"until\":\"%s\",\"reason\":\"They are on holiday.\"".formatted(by.plusDays(1));
    Caller.Answer refused = say(Caller.steward(), key, "PUT_OFF", late);
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.json().get("detail").asText()).contains("the chance is gone on");
    String inTime = ",\"until\":\"%s\",\"reason\":\"They are on holiday.\"".formatted(by);
    assertThat(say(Caller.steward(), key, "PUT_OFF", ",\"until\":\"%s\"".formatted(by)).status())
        .as("without a reason")
        .isEqualTo(400);
    assertThat(say(Caller.steward(), key, "PUT_OFF", inTime).status()).isEqualTo(200);
    assertThat(open(Caller.steward())).doesNotContain(key);
    JsonNode rests = line(Caller.decider(), key);
    assertThat(rests.at("/note/state").asText()).isEqualTo("PUT_OFF");
    assertThat(rests.at("/note/reason").asText()).isEqualTo("They are on holiday.");
    setUntil(key, LocalDate.parse("2026-09-30"));
    assertThat(open(Caller.steward())).contains(key);
    assertThat(line(Caller.steward(), key).at("/note/state").asText()).isEqualTo("OPEN");
    setUntil(key, by.plusDays(3));
    assertThat(open(Caller.steward())).as("its last day would be missed").contains(key);
  }

  private void setUntil(String key, LocalDate until) {
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createQuery("update DeskNote n set n.until = :until where n.key = :key")
                    .setParameter("until", until)
                    .setParameter("key", key)
                    .executeUpdate());
  }

  @Test
  void whatIsSettledIsGoneUntilItSaysSomethingElse() {
    String key = of(Caller.steward(), "ADMINISTRATOR").get(0).get("key").asText();
    String why = ",\"reason\":\"It is the fire brigade's.\"";
    assertThat(say(Caller.steward(), key, "SETTLE", why).status()).isEqualTo(200);
    assertThat(open(Caller.steward())).doesNotContain(key);
    assertThat(line(Caller.steward(), key).at("/note/state").asText()).isEqualTo("SETTLED");
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createQuery("update DeskNote n set n.what = 'otherwise' where n.key = :key")
                    .setParameter("key", key)
                    .executeUpdate());
    assertThat(open(Caller.steward())).contains(key);
    assertThat(line(Caller.steward(), key).get("note").isNull()).isTrue();
    assertThat(say(Caller.steward(), key, "SETTLE", why).status()).isEqualTo(200);
    assertThat(say(Caller.steward(), key, "PUT_BACK", "").status()).isEqualTo(200);
    assertThat(open(Caller.steward())).contains(key);
    assertThat(say(Caller.steward(), key, "PUT_BACK", "").status()).isEqualTo(409);
  }

  @Test
  void whatIsDecidedOnItsPageIsNotSettledHereAndReadersSayNothing() {
    String key = of(Caller.steward(), "NOTICE").get(0).get("key").asText();
    String why = ",\"reason\":\"Enough.\"";
    assertThat(say(Caller.steward(), key, "SETTLE", why).status()).isEqualTo(409);
    assertThat(say(Caller.reader(), key, "TAKE", "").status()).isEqualTo(403);
    assertThat(say(Caller.keeper(), key, "TAKE", "").status()).isEqualTo(403);
    assertThat(say(Caller.steward(), "NOTICE /renewals/none", "TAKE", "").status()).isEqualTo(404);
  }
}
