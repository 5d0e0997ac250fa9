package org.sobertally.server.findings;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;

@QuarkusTest
class FindingsTest {

  @BeforeEach
  void takeTheSmallBook() {
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
  }

  private static JsonNode get(String path) {
    return Caller.keeper().get("/api/v1" + path).json();
  }

  private static List<String> lines(JsonNode list, String... fields) {
    List<String> lines = new ArrayList<>();
    for (JsonNode one : list) {
      List<String> values = new ArrayList<>();
      for (String field : fields) {
        values.add(one.at(field).asText());
      }
      lines.add(String.join(" ", values));
    }
    return lines;
  }

  @Test
  void whatIsFoundIsSaidOfWhomAndForHowMuch() {
    assertThat(lines(get("/findings?line=opus"), "/kind", "/person", "/state", "/amount/amount"))
        .containsExactlyInAnyOrder(
            "SMALLER_TIER ann IN_USE 312.00",
            "NEVER_OPENED cy NEVER_OPENED 396.00",
            "PART_NOT_SET_UP cy NEVER_OPENED 0.00",
            "LEFT_PAID di LEFT 396.00",
            "MORE_SPARE null null 596.00",
            "FLOOR_AT_RISK null null 0.00");
    JsonNode ann = get("/findings?person=ann").get(0);
    assertThat(ann.get("explanation").asText())
        .isEqualTo("No use of charts in 90 days to 28 Sep 2026; Letter covers Mail for €84.00.");
    assertThat(ann.get("instead").asText()).isEqualTo("Letter");
    assertThat(ann.get("holding").asText()).isEqualTo("h-ann");
    assertThat(lines(get("/findings?kind=left_paid"), "/since")).containsExactly("2026-09-01");
  }

  @Test
  void combinationsHaveTheNetMoneyOfTheirPeople() {
    assertThat(get("/findings/combinations").toString())
        .isEqualTo(
            "[{\"kinds\":[\"LEFT_PAID\"],\"people\":1,\"recoverable\":{\"amount\":\"396.00\",\"currency\":\"EUR\"}},"
                + "{\"kinds\":[\"NEVER_OPENED\",\"PART_NOT_SET_UP\"],\"people\":1,\"recoverable\":{\"amount\":\"396.00\",\"currency\":\"EUR\"}},"
                + "{\"kinds\":[\"SMALLER_TIER\"],\"people\":1,\"recoverable\":{\"amount\":\"312.00\",\"currency\":\"EUR\"}}]");
  }

  @Test
  void thePeopleBehindACombinationHoldAndWouldDoWithThis() {
    assertThat(lines(get("/findings/kinds"), "/kind", "/people", "/amount/amount"))
        .contains("SMALLER_TIER 1 312.00", "LEFT_PAID 1 396.00", "FLOOR_AT_RISK 0 0.00");
    assertThat(lines(get("/findings/people"), "/person")).containsExactly("cy", "di", "ann");
    assertThat(lines(get("/findings/people?sort=NAME"), "/person"))
        .containsExactly("ann", "cy", "di");
    assertThat(lines(get("/findings/people?sort=REASONS"), "/person")).first().isEqualTo("cy");
    JsonNode cy = get("/findings/people?sets=NEVER_OPENED.PART_NOT_SET_UP,IDLE");
    assertThat(lines(cy, "/person", "/recoverable/amount")).containsExactly("cy 396.00");
    assertThat(lines(cy.at("/0/moves"), "/kind", "/holding")).containsExactly("TAKE_BACK h-cy");
    assertThat(cy.at("/0/sweep").asBoolean()).isTrue();
    assertThat(cy.at("/0/holds").toString()).isEqualTo("[\"Opus\"]");
    assertThat(cy.at("/0/wouldDo")).isEmpty();
    assertThat(get("/findings/people?sets=NEVER_OPENED")).as("just these kinds").isEmpty();
    JsonNode ann = get("/findings/people?sets=SMALLER_TIER");
    assertThat(lines(ann.at("/0/moves"), "/kind", "/holding", "/line"))
        .containsExactly("STEP_DOWN h-ann letter");
    assertThat(ann.at("/0/sweep").asBoolean()).as("she is an administrator").isFalse();
  }

  @Test
  void theHeadlineIsOfThoseWhoAreLookedAt() {
    JsonNode all = get("/findings/board");
    assertThat(all.at("/held/amount").asText()).as("5 seats at 396").isEqualTo("1980.00");
    JsonNode yard = get("/findings/board?group=yard");
    assertThat(yard.at("/held/amount").asText()).as("Ann and Bo").isEqualTo("792.00");
    assertThat(yard.at("/recoverable/amount").asText()).isEqualTo("312.00");
  }

  @Test
  void whatSomebodyHasAtAnotherVendorAnywayIsSuggestedAndNotCounted() {
    SmallBook book =
        new SmallBook()
            .row("vendors.csv", "ternhythe,Ternhythe,,,,,")
            .row("plans.csv", "tern-talk,ternhythe,Talk,,,NAMED,notes,,,,,")
            .row("parts.csv", "ternhythe,notes,Notes,mail,")
            .row("agreements.csv", "th,ternhythe,Talk,EUR,2026-01-07,2027-01-07,30,AUTO,NEVER,,,,")
            .row("lines.csv", "talk,th,tern-talk,5,60,FLAT,")
            .row("accounts.csv", "t-ann,ternhythe,ann,ann@skerryline.example,ACTIVE,,,")
            .row("holdings.csv", "h-talk,t-ann,talk,2026-01-10,,")
            .row("evidence.csv", "ternhythe,2025-09-01,2026-09-28,DAILY")
            .row("activity.csv", "t-ann,notes,2026-09-27");
    var taken = Caller.keeper().putZip("/api/v1/book?replace=true", book.zip());
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    JsonNode vendors = get("/people/ann/cover").get("vendors");
    // A standing rule gives Ann mail at Quillmoor: nothing of that is hers to do without.
    assertThat(vendors.at("/0/elsewhere").isNull()).isTrue();
    JsonNode talk = vendors.get(1);
    assertThat(lines(talk.at("/elsewhere/parts"), "/part", "/byVendor", "/byPlan", "/byPart"))
        .containsExactly("Notes Quillmoor Letter Mail");
    assertThat(talk.at("/elsewhere/cover/plans")).isEmpty();
    assertThat(talk.at("/elsewhere/spares/amount").asText()).isEqualTo("60.00");
    assertThat(talk.at("/recoverable/amount").asText()).isEqualTo("0.00");
  }

  @Test
  void aPersonsCoverIsWhatTheyReallyNeed() {
    JsonNode vendor = get("/people/ann/cover").at("/vendors/0");
    assertThat(vendor.get("need").toString()).isEqualTo("[\"mail\"]");
    assertThat(vendor.at("/now/plans").toString()).isEqualTo("[\"quill-opus\"]");
    assertThat(vendor.at("/cover/plans").toString()).isEqualTo("[\"quill-letter\"]");
    assertThat(vendor.at("/cover/cost/amount").asText()).isEqualTo("84.00");
    assertThat(vendor.at("/recoverable/amount").asText()).isEqualTo("312.00");
    assertThat(lines(vendor.get("moves"), "/kind", "/holding", "/line"))
        .containsExactly("STEP_DOWN h-ann letter");
  }

  @Test
  void theRowsOfAFigureAreThoseItWasCountedFrom() {
    assertThat(lines(get("/subscriptions/opus/holdings?figure=RECOVERABLE"), "/holding"))
        .containsExactly("h-ann", "h-cy", "h-di");
    assertThat(lines(get("/subscriptions/opus/holdings?figure=USED"), "/holding"))
        .containsExactly("h-ann");
  }

  @Test
  void seriesAreEmptyWhereNobodyCanSay() {
    String path = "/subscriptions/opus/series?from=2026-09-27&to=2026-09-29";
    assertThat(get(path).get(1).toString())
        .isEqualTo(
            "{\"day\":\"2026-09-28\",\"bought\":10,\"named\":5,\"monthlyActives\":1,\"weeklyActives\":1,\"dailyActives\":1,\"mostAtOnce\":1}");
    JsonNode after = get(path).get(2);
    assertThat(after.get("named").asInt()).isEqualTo(5);
    assertThat(after.get("dailyActives").isNull()).isTrue();
    String csv = Caller.keeper().getCsv("/api/v1" + path).text();
    assertThat(csv.lines())
        .containsExactly(
            "day,bought,named,monthlyActives,weeklyActives,dailyActives,mostAtOnce",
            "2026-09-27,10,5,0,0,0,1",
            "2026-09-28,10,5,1,1,1,1",
            "2026-09-29,10,5,,,,");
  }

  @Test
  void oddsComeWithTheCurveOrWithAReason() {
    JsonNode curve = get("/subscriptions/opus/idle-curve?within=7");
    assertThat(curve.get("odds")).hasSize(180);
    assertThat(curve.at("/odds/59/days").asInt()).isEqualTo(60);
    assertThat(curve.at("/odds/59/withinDays").asInt()).isEqualTo(7);
    assertThat(curve.at("/odds/59/probability").isNull()).as("two people are no history").isTrue();
    assertThat(curve.get("oddsUnknown").isNull()).isTrue();
    SmallBook lastSeen = new SmallBook().change("evidence.csv", "DAILY", "LAST_SEEN");
    Caller.keeper().putZip("/api/v1/book?replace=true", lastSeen.zip());
    assertThat(get("/subscriptions/opus/idle-curve").get("oddsUnknown").asText())
        .isEqualTo("LAST_SEEN");
  }

  @Test
  void aFloorIsForecastAtItsCheckDay() {
    JsonNode floor = get("/subscriptions/opus/floor");
    assertThat(floor.get("check").asText()).isEqualTo("2026-12-01");
    assertThat(floor.get("seats").asInt()).isEqualTo(5);
    assertThat(floor.get("mustSignIn").asInt()).isEqualTo(4);
    assertThat(floor.get("toSignIn")).hasSize(5);
  }

  @Test
  void aPoolIsReplayedAtEverySize() {
    JsonNode sizing = get("/pools/quill-opus/sizing");
    assertThat(sizing.get("peak").asInt()).isEqualTo(1);
    assertThat(sizing.get("starts").asInt()).isEqualTo(2);
    // One seat costs what the minimum of two does.
    assertThat(sizing.get("points").toString())
        .isEqualTo(
            "[{\"seats\":1,\"denied\":0,\"yearlyCost\":{\"amount\":\"841.00\",\"currency\":\"EUR\"}}]");
    assertThat(get("/pools/quill-letter/sizing").get("starts").asInt()).isZero();
  }

  @Test
  void pricesTellWhereBuyingMoreCostsLess() {
    JsonNode prices = get("/subscriptions/opus/prices");
    // 10 × 396 = 3960; 9 × 420.50 = 3784.50 is less, so nothing below the break costs too much.
    assertThat(prices.get("dips")).isEmpty();
    assertThat(prices.at("/yearlyCost/amount").asText()).isEqualTo("3960.00");
  }

  @ParameterizedTest
  @CsvSource({
    "/findings?kind=LOST, 400",
    "/findings/people?sets=IDLE.GUESS, 400",
    "/findings?person=nobody, 404",
    "/findings?vendor=nobody, 404",
    "/people/nobody/cover, 404",
    "/pools/nobody/sizing, 404",
    "/pools/quill-opus/sizing?from=2026-09-02&to=2026-09-01, 400",
    "/subscriptions/nobody/series, 404",
    "/subscriptions/opus/series?from=2026-02-31, 400",
    "/subscriptions/opus/series?from=2026-09-02&to=2026-09-01, 400",
    "/subscriptions/opus/series?from=1950-01-01&to=2026-09-01, 400",
    "/subscriptions/opus/idle-curve?within=0, 400",
    "/subscriptions/opus/holdings?figure=GUESS, 400"
  })
  void whatCannotBeAnsweredSaysWhy(String path, int status) {
    Caller.Answer answer = Caller.keeper().get("/api/v1" + path);
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.json().get("detail").asText()).isNotBlank();
    assertThat(Caller.nobody().get("/api/v1" + path).status()).isEqualTo(401);
  }
}
