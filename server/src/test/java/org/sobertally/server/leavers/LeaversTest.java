package org.sobertally.server.leavers;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Wait;
import org.sobertally.server.support.Zips;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorLinks;

/**
 * Di left on 1 Sep 2026, holds Opus at 396 and stores 40 GB; Ann, her manager, can take it over. A
 * seat taken back keeps its data for 30 days.
 */
@QuarkusTest
class LeaversTest {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String ASKED = "asOf=2026-09-30";

  @Inject EntityManager entities;
  @Inject TallyClock clock;
  @Inject VendorLinks links;
  private final Caller steward = Caller.steward();
  private final Caller decider = Caller.decider();

  /** A move that is on its way would keep the next test's book out. */
  @AfterEach
  void leaveNothingUnderWay() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
  }

  @BeforeEach
  void takeASmallBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              entities.createNativeQuery("delete from saving").executeUpdate();
              entities.createNativeQuery("delete from mail").executeUpdate();
            });
    take(book());
  }

  /** At a vendor of its own, whose link is cut, so that everything is made by hand. */
  private static SmallBook book() {
    SmallBook book =
        new SmallBook()
            .change(
                "people.csv",
                "di,Di,di@skerryline.example,,,,,LEFT",
                "di,Di,di@skerryline.example,,,,ann,LEFT")
            // Postings stay in the journal: no other test's holding has this id.
            .change("holdings.csv", "h-di,a-di,opus", "h-way,a-di,opus")
            .change(
                "accounts.csv",
                "a-di,quillmoor,di,di@skerryline.example,ACTIVE,,,",
                "a-di,quillmoor,di,di@skerryline.example,ACTIVE,,,40");
    for (String file :
        List.of(
            "vendors.csv",
            "plans.csv",
            "agreements.csv",
            "parts.csv",
            "accounts.csv",
            "evidence.csv",
            "data_rules.csv")) {
      book.change(file, "quillmoor", "moor");
    }
    return book;
  }

  /** The demo plays whatever vendors a book has: nobody is to answer here. */
  private void take(SmallBook book) {
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book.zip()).status())
        .isEqualTo(200);
    links.disconnect("moor");
  }

  private JsonNode get(String path) {
    return steward.get("/api/v1" + path).json();
  }

  private JsonNode slate(String id) {
    return get("/slates/" + id);
  }

  private static String text(JsonNode node) {
    return node.isNull() ? null : node.asText();
  }

  @Test
  void anAccountOfSomebodyWhoLeftIsARowWithTheRouteToGo() {
    JsonNode rows = get("/leavers?" + ASKED);
    assertThat(rows).hasSize(1);
    JsonNode di = rows.get(0);
    assertThat(di.get("person").asText()).isEqualTo("di");
    assertThat(di.get("kind").asText()).isEqualTo("LEFT");
    assertThat(di.get("leftOn").asText()).isEqualTo("2026-09-01");
    assertThat(di.get("state").asText()).isEqualTo("HELD");
    assertThat(text(di.get("since"))).isNull();
    assertThat(di.get("storedGb").decimalValue()).isEqualByComparingTo("40");
    assertThat(di.get("reach").asText()).isEqualTo("OWNER");
    assertThat(di.get("seatYearly").get("amount").asText()).isEqualTo("396.00");
    assertThat(di.get("recommended").asText()).isEqualTo("HAND_OVER");
    // 396 × 99 ÷ 365. Taken back, 40 GB × 0.02 × 12 a year for 30 days would come to it.
    assertThat(di.get("cost").get("amount").asText()).isEqualTo("107.41");
    assertThat(get("/leavers?kind=ON_LEAVE&" + ASKED)).isEmpty();
    assertThat(steward.get("/api/v1/leavers?kind=GONE").status()).isEqualTo(400);
    assertThat(steward.get("/api/v1/leavers?vendor=nobody").status()).isEqualTo(404);
  }

  @Test
  void routesCoverTheHorizonWithoutGaps() {
    JsonNode account = get("/people/di/routes?horizon=365&" + ASKED).get("accounts").get(0);
    assertThat(account.get("seats").get(0).get("moneyStops").asText()).isEqualTo("2027-01-07");
    List<String> kinds = new ArrayList<>();
    for (JsonNode route : account.get("routes")) {
      kinds.add(route.get("route").asText());
      String at = "2026-09-30";
      for (JsonNode segment : route.get("segments")) {
        assertThat(segment.get("from").asText()).isEqualTo(at);
        at = segment.get("until").asText();
      }
      assertThat(at).isEqualTo("2027-09-30");
    }
    assertThat(kinds).containsExactly("KEEP", "SUSPEND", "TAKE_BACK", "HAND_OVER", "DELETE");
    JsonNode over = account.get("routes").get(3);
    assertThat(over.get("successor").asText()).isEqualTo("ann");
    assertThat(text(over.get("lostOn"))).isNull();
    assertThat(over.get("oneWayFrom").asText()).isEqualTo("2026-10-14");
    assertThat(steward.get("/api/v1/people/nobody/routes").status()).isEqualTo(404);
    assertThat(steward.get("/api/v1/people/di/routes?horizon=0").status()).isEqualTo(400);
  }

  @Test
  void theEstateIsWhatLiesThereWithoutASeat() {
    take(
        book()
            .change(
                "holdings.csv",
                "h-way,a-di,opus,2026-01-10,,VENDOR",
                "h-way,a-di,opus,2026-01-10,2026-09-20,VENDOR"));
    JsonNode estate = get("/vendors/moor/estate?" + ASKED);
    assertThat(estate.get("accounts").asInt()).isEqualTo(1);
    assertThat(estate.get("stages").get(0).get("name").asText()).isEqualTo("Kept");
    assertThat(estate.get("stages").get(0).get("yearly").get("amount").asText()).isEqualTo("9.60");
    assertThat(estate.get("passing").get(0).get("day").asText()).isEqualTo("2026-10-20");
    assertThat(estate.get("passing").get(0).get("reach").asText()).isEqualTo("NOBODY");
    assertThat(estate.get("pool").isNull()).isTrue();
    JsonNode rows = get("/vendors/moor/estate/accounts?state=TAKEN_BACK&" + ASKED);
    assertThat(rows.get(0).get("account").asText()).isEqualTo("a-di");
    assertThat(rows.get(0).get("nextDay").asText()).isEqualTo("2026-10-20");
    assertThat(rows.get(0).get("lostOn").asText()).isEqualTo("2026-10-20");
    assertThat(get("/vendors/moor/estate/accounts?state=DELETED&" + ASKED)).isEmpty();
    assertThat(get("/vendors/moor/estate?asOf=2026-10-20").get("accounts").asInt()).isZero();
    assertThat(steward.get("/api/v1/vendors/nobody/estate").status()).isEqualTo(404);
  }

  @Test
  void rulesThatAVendorAnnouncesAreTriedOnAllThatLiesThere() {
    take(
        book()
            .change(
                "holdings.csv",
                "h-way,a-di,opus,2026-01-10,,VENDOR",
                "h-way,a-di,opus,2026-01-10,2026-09-20,VENDOR"));
    JsonNode tried =
        steward
            .postJson(
                "/api/v1/vendors/moor/estate/what-if?" + ASKED,
                """
                {"after":"TAKEN_BACK","from":"2026-10-10","joinsAt":1,"stages":[
                  {"name":"Archive","days":365,"reach":"PAID","perGbMonth":0.5}]}
                """)
            .json();
    assertThat(tried.get("before").get(1).get("gone").asInt()).isEqualTo(1);
    assertThat(tried.get("after").get(1).get("paid").asInt()).isEqualTo(1);
    // 40 GB × 0.50 × 12.
    assertThat(tried.get("after").get(1).get("yearly").get("amount").asText()).isEqualTo("240.00");
    // Nothing was changed by it.
    assertThat(get("/vendors/moor/estate/months?" + ASKED).get(1).get("gone").asInt()).isEqualTo(1);
    String gap =
        """
        {"after":"TAKEN_BACK","from":"2026-10-10","stages":[
          {"name":"For ever","reach":"ADMIN"},{"name":"Never","reach":"PAID"}]}
        """;
    assertThat(
            steward.postJson("/api/v1/vendors/moor/estate/what-if?" + ASKED, gap).json().toString())
        .contains("has no end, so the next one never begins");
  }

  @Test
  void aRuleTableThatCannotBeReadIsRefusedAndNothingIsTaken() {
    SmallBook wrong =
        book()
            .file(
                "data_rules.csv",
                "vendor,after,stage,name,days,reach,from,joins_at",
                "moor,TAKEN_BACK,1,Kept,,ADMIN,2026-11-01,2",
                "moor,TAKEN_BACK,2,Archive,30,PAID,2026-11-01,2");
    Caller.Answer answer = Caller.keeper().putZip("/api/v1/book?replace=true", wrong.zip());
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.text()).contains("Accounts join at stage 2");
    assertThat(get("/leavers?" + ASKED)).hasSize(1);
  }

  private JsonNode wayOut(String route, String more) {
    return steward
        .postJson(
            "/api/v1/way-out",
            "{\"choices\":[{\"account\":\"a-di\",\"route\":\"%s\"%s}]}".formatted(route, more))
        .json();
  }

  private String sent(JsonNode wayOut) {
    String body = "{\"moves\":%s}".formatted(wayOut.get("moves"));
    Caller.Answer made = steward.postJson("/api/v1/slates", body);
    assertThat(made.status()).as(made.text()).isEqualTo(201);
    String id = made.json().get("id").asText();
    assertThat(steward.postJson("/api/v1/slates/" + id + "/send", "{}").status()).isEqualTo(200);
    assertThat(decider.postJson("/api/v1/slates/" + id + "/decide", "{\"grant\":true}").status())
        .isEqualTo(200);
    assertThat(steward.post("/api/v1/slates/" + id + "/post").status()).isEqualTo(200);
    return id;
  }

  private static List<String> states(JsonNode slate) {
    List<String> states = new ArrayList<>();
    slate
        .get("moves")
        .forEach(m -> states.add(m.get("kind").asText() + " " + m.get("state").asText()));
    return states;
  }

  private void done(String slate, int move) {
    String id = slate(slate).get("moves").get(move).get("id").asText();
    Caller.Answer said =
        steward.post("/api/v1/slates/%s/moves/%s/done-by-hand".formatted(slate, id));
    assertThat(said.status()).as(said.text()).isEqualTo(200);
  }

  @Test
  void theWholeWayOutGoesStepByStepAndEachWaitsForTheOneBefore() {
    JsonNode way = wayOut("HAND_OVER", ",\"kinds\":\"shared files\"");
    assertThat(way.get("chosen").get(0).get("steps")).hasSize(3);
    assertThat(way.get("chosen").get(0).get("successorName").asText()).isEqualTo("Ann Ø. Brekke");
    String id = sent(way);
    assertThat(states(slate(id)))
        .containsExactly("SUSPEND SENT", "HAND_OVER PLANNED", "DELETE PLANNED");
    assertThat(get("/desk").toString()).contains("has not agreed yet to take over");
    done(id, 0);
    assertThat(states(slate(id)))
        .containsExactly("SUSPEND CONFIRMED", "HAND_OVER SENT", "DELETE PLANNED");
    assertThat(get("/work-by-hand").toString()).contains("hand over shared files at Quillmoor");
    String over = slate(id).get("moves").get(1).get("id").asText();
    assertThat(
            steward
                .post("/api/v1/slates/%s/moves/%s/agreed".formatted(id, over))
                .json()
                .get("moves")
                .get(1)
                .get("agreedOn")
                .isNull())
        .isFalse();
    done(id, 1);
    assertThat(stored("a-di")).isEqualByComparingTo("0");
    assertThat(stored("a-ann")).isEqualByComparingTo("52.5");
    done(id, 2);
    assertThat(slate(id).get("state").asText()).isEqualTo("CONFIRMED");
    assertThat(get("/people/di").toString()).contains("DELETED");
    assertThat(mails()).anyMatch(subject -> subject.contains("To take over: what Di stores"));
    assertThat(letter())
        .contains("The old account can be reached until it is handed over")
        .contains("can be brought back for 14 days after");
  }

  private String letter() {
    for (JsonNode mail : Caller.keeper().get("/api/v1/mail").json()) {
      if (mail.get("kind").asText().equals("HAND_OVER")) {
        return mail.get("body").asText();
      }
    }
    throw new AssertionError("no letter");
  }

  @Test
  void anotherDutySaysWhomItTouches() {
    take(
        book()
            .change("group_members.csv", "yard,bo,", "yard,bo,\r\nyard,di,")
            .change(
                "holdings.csv",
                "h-way,a-di,opus,2026-01-10,,VENDOR",
                "h-way,a-di,opus,2026-01-10,2026-09-10,VENDOR"));
    String path = "/groups/yard/duty?asOf=2026-09-30";
    // Kept until 1 Oct by 30 days from 1 Sep; the vendor loses it 30 days after 10 Sep.
    JsonNode longer = get(path + "&days=365");
    assertThat(longer.get("leavers").asInt()).isEqualTo(1);
    assertThat(longer.get("accounts").asInt()).isEqualTo(1);
    assertThat(longer.get("gb").decimalValue()).isEqualByComparingTo("40");
    assertThat(longer.get("keptLonger").asInt()).isEqualTo(1);
    assertThat(longer.get("lostTooEarly").asInt()).isEqualTo(1);
    assertThat(get(path).get("freed").asInt()).isEqualTo(1);
    assertThat(steward.get("/api/v1/groups/none/duty").status()).isEqualTo(404);
    assertThat(steward.get("/api/v1/groups/yard/duty?days=0").status()).isEqualTo(400);
  }

  @SuppressWarnings("unchecked")
  private List<String> mails() {
    return QuarkusTransaction.requiringNew()
        .call(() -> entities.createNativeQuery("select subject from mail").getResultList());
  }

  private BigDecimal stored(String account) {
    for (String row : Zips.rows(Caller.keeper().get("/api/v1/book").bytes(), "accounts.csv")) {
      if (row.startsWith(account + ",")) {
        return new BigDecimal(row.substring(row.lastIndexOf(',') + 1).strip());
      }
    }
    throw new AssertionError("no account " + account);
  }

  @Test
  void handingOverIsUndoneByHandingBack() {
    String id =
        sent(
            JSON.createObjectNode()
                .set(
                    "moves",
                    JSON.createArrayNode()
                        .add(
                            JSON.createObjectNode()
                                .put("kind", "HAND_OVER")
                                .put("account", "a-di")
                                .put("person", "ann"))));
    done(id, 0);
    assertThat(stored("a-ann")).isEqualByComparingTo("52.5");
    String move = slate(id).get("moves").get(0).get("id").asText();
    assertThat(steward.post("/api/v1/slates/%s/moves/%s/undo".formatted(id, move)).status())
        .isEqualTo(200);
    done(id, 0);
    assertThat(stored("a-ann")).isEqualByComparingTo("12.5");
    assertThat(stored("a-di")).isEqualByComparingTo("40");
  }

  @Test
  void whoCannotTakeItOverIsNamedWithTheReason() {
    JsonNode left = wayOut("HAND_OVER", ",\"successor\":\"di\"");
    assertThat(left.get("notGone").get(0).get("reason").asText()).contains("the one who leaves");
    assertThat(left.get("moves")).isEmpty();
    take(
        book()
            .change(
                "people.csv",
                "cy,Cy,cy@skerryline.example,,,,ann,ACTIVE,,,,",
                "cy,Cy,cy@skerryline.example,,,,ann,LEFT,2026-08-01,,,"));
    assertThat(
            wayOut("HAND_OVER", ",\"successor\":\"cy\"")
                .get("notGone")
                .get(0)
                .get("reason")
                .asText())
        .contains("Cy has left");
    JsonNode successors = get("/way-out/successors?account=a-di");
    assertThat(successors.get(0).get("person").asText()).isEqualTo("ann");
    assertThat(successors.get(0).get("usual").asBoolean()).isTrue();
  }

  @Test
  void whoIsAwayIsPutToRestAndWokenOnTheDayTheyAreBackInOneAct() {
    LocalDate today = clock.today();
    take(
        book()
            .row("plans.csv", "quill-stow,moor,Stow,,,RESTING,,,false,,,")
            .row("lines.csv", "stow,qm,quill-stow,5,24,FLAT,")
            .change("people.csv", ",LEFT,2026-09-01,", ",ON_LEAVE,2026-09-01,2027-04-01"));
    JsonNode way = wayOut("REST", "");
    assertThat(way.at("/chosen/0/steps/1/day").asText()).isEqualTo("2027-04-01");
    assertThat(way.at("/chosen/0/steps/1/what").asText()).isEqualTo("wake it as Opus again");
    String id = sent(way);
    assertThat(states(slate(id))).containsExactly("REST SENT", "WAKE PLANNED");
    done(id, 0);
    assertThat(get("/leavers?state=RESTING&" + ASKED)).hasSize(1);
    String wake = slate(id).get("moves").get(1).get("id").asText();
    steward.postJson(
        "/api/v1/slates/%s/moves/%s/put-off".formatted(id, wake),
        "{\"due\":\"%s\"}".formatted(today));
    Wait.until(
        "the wake is made", () -> states(slate(id)).equals(List.of("REST CONFIRMED", "WAKE SENT")));
    done(id, 1);
    assertThat(slate(id).get("state").asText()).isEqualTo("CONFIRMED");
    assertThat(get("/leavers?state=HELD&" + ASKED)).hasSize(1);
  }

  @Test
  void somebodyWhoWasHiredAgainIsNoLeaverAndALastDayThatMovedCountsAnew() {
    take(book().change("people.csv", ",LEFT,2026-09-01,", ",ACTIVE,2026-09-20,"));
    assertThat(get("/leavers?" + ASKED)).isEmpty();
    String leaves =
        "person,name,email,department,site,time_zone,manager,status,status_since,until,joined,kind,leaves";
    String ann = "ann,Ann,ann@skerryline.example,,,,,ACTIVE,,,,PERSON,";
    String di = "di,Di,di@skerryline.example,,,,ann,ACTIVE,,,,PERSON,";
    List<String> others =
        List.of(
            "bo,Bo,bo@x.example,,,,,ACTIVE,,,,,",
            "cy,Cy,cy@x.example,,,,,ACTIVE,,,,,",
            "ed,Ed,ed@x.example,,,,,ACTIVE,,,,SERVICE,");
    for (String last : List.of("2026-10-20", "2026-11-30", "2026-09-10")) {
      List<String> rows = new ArrayList<>(List.of(leaves, ann, di + last));
      rows.addAll(others);
      take(book().file("people.csv", rows.toArray(String[]::new)));
      JsonNode routes = get("/people/di/routes?" + ASKED);
      assertThat(routes.get("kind").asText()).isEqualTo("LEAVING");
      assertThat(routes.get("from").asText())
          .isEqualTo(
              last.compareTo("2026-09-30") < 0
                  ? "2026-09-30"
                  : LocalDate.parse(last).plusDays(1).toString());
    }
  }

  @Test
  void aStepThatABookLeftWithoutItsSubscriptionHoldsUpNoOther() throws IOException {
    LocalDate today = clock.today();
    take(
        book()
            .row("plans.csv", "quill-stow,moor,Stow,,,RESTING,,,false,,,")
            .row("lines.csv", "stow,qm,quill-stow,5,24,FLAT,"));
    String id =
        sent(
            JSON.readTree(
                """
                {"moves":[{"kind":"REST","holding":"h-way","plan":"quill-stow","due":"%1$s"},
                  {"kind":"SUSPEND","account":"a-cy","due":"%1$s"}]}
                """
                    .formatted(today.plusDays(3))));
    take(book());
    for (JsonNode move : slate(id).get("moves")) {
      steward.postJson(
          "/api/v1/slates/%s/moves/%s/put-off".formatted(id, move.get("id").asText()),
          "{\"due\":\"%s\"}".formatted(today));
    }
    Wait.until(
        "the other one goes",
        () -> states(slate(id)).equals(List.of("REST PLANNED", "SUSPEND SENT")));
    assertThat(slate(id).at("/moves/0/reason").asText()).contains("has not all that it needs");
    done(id, 1);
  }

  @Test
  void aStepOnADayToComeWaitsIsPutOffAndTakenOff() throws IOException {
    LocalDate today = clock.today();
    String body =
        """
        {"moves":[{"kind":"SUSPEND","account":"a-di","due":"%s"},
          {"kind":"DELETE","account":"a-di","data":"NOT_NEEDED","due":"%s","waits":true}]}
        """
            .formatted(today.plusDays(3), today.plusDays(33));
    String id = sent(JSON.readTree(body));
    assertThat(states(slate(id))).containsExactly("SUSPEND PLANNED", "DELETE PLANNED");
    assertThat(slate(id).get("state").asText()).isEqualTo("POSTED");
    assertThat(get("/desk").toString()).contains("A step is near: suspend at Quillmoor for Di");
    String first = slate(id).get("moves").get(0).get("id").asText();
    String second = slate(id).get("moves").get(1).get("id").asText();
    String moves = "/api/v1/slates/%s/moves/".formatted(id);
    assertThat(
            steward
                .postJson(
                    moves + first + "/put-off", "{\"due\":\"%s\"}".formatted(today.minusDays(1)))
                .status())
        .isEqualTo(400);
    steward.postJson(moves + first + "/put-off", "{\"due\":\"%s\"}".formatted(today));
    assertThat(steward.post(moves + second + "/take-off").json().get("moves")).hasSize(1);
    // Its day has come: the next look posts it.
    Wait.until("the step is made", () -> states(slate(id)).equals(List.of("SUSPEND SENT")));
    done(id, 0);
    assertThat(slate(id).get("state").asText()).isEqualTo("CONFIRMED");
    Caller.Answer past =
        steward.postJson(
            "/api/v1/slates",
            "{\"moves\":[{\"kind\":\"SUSPEND\",\"account\":\"a-ann\",\"due\":\"2020-01-01\"}]}");
    assertThat(past.status()).isEqualTo(422);
    assertThat(past.text()).contains("That day has passed");
  }

  @Test
  void aStepThatCannotGoOnItsDayWaitsWithItsReasonUntilItCan() throws IOException {
    LocalDate today = clock.today();
    String id =
        sent(
            JSON.readTree(
                "{\"moves\":[{\"kind\":\"SUSPEND\",\"account\":\"a-di\",\"due\":\"%s\"}]}"
                    .formatted(today.plusDays(3))));
    String move = slate(id).get("moves").get(0).get("id").asText();
    // Meanwhile a book comes in that has the account shut already.
    take(
        book()
            .change(
                "accounts.csv", "di@skerryline.example,ACTIVE", "di@skerryline.example,SUSPENDED"));
    steward.postJson(
        "/api/v1/slates/%s/moves/%s/put-off".formatted(id, move),
        "{\"due\":\"%s\"}".formatted(today));
    Wait.until(
        "it says why it cannot go",
        () -> slate(id).get("moves").get(0).get("reason").asText().contains("Nobody can sign in"));
    assertThat(get("/desk").toString()).contains("A step is held up");
    take(book());
    Wait.until("it goes", () -> states(slate(id)).equals(List.of("SUSPEND SENT")));
    done(id, 0);
  }
}
