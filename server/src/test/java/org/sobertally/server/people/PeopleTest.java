package org.sobertally.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

@QuarkusTest
class PeopleTest {

  private final Caller reader = Caller.reader();

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private JsonNode people(String query) {
    return reader.get("/api/v1/people?limit=10000&" + query).json();
  }

  private static List<String> names(JsonNode rows) {
    List<String> names = new ArrayList<>();
    rows.forEach(row -> names.add(row.get("name").asText()));
    return names;
  }

  @Test
  void everybodyIsListedByNameAndNobodyTwice() {
    JsonNode all = people("");
    assertThat(all).hasSize(803);
    assertThat(names(all)).isSorted().doesNotHaveDuplicates();
  }

  @Test
  void pagesLeadToEachOther() {
    var first = reader.get("/api/v1/people?limit=700");
    String next = first.header("Link").replaceAll("^<([^>]*)>.*$", "$1");
    JsonNode rest = reader.get(next).json();
    assertThat(first.json().size() + rest.size()).isEqualTo(803);
    assertThat(rest.get(0).get("name").asText())
        .isGreaterThan(first.json().get(699).get("name").asText());
  }

  @Test
  void filtersNarrowAndAddUp() {
    int active = people("status=ACTIVE").size();
    int left = people("status=LEFT").size();
    int suspended = people("status=SUSPENDED").size();
    int onLeave = people("status=ON_LEAVE").size();
    assertThat(active + left + suspended + onLeave).isEqualTo(803);
    int holders = people("holds=quill-opus").size();
    assertThat(holders + people("lacks=quill-opus").size()).isEqualTo(803);
    assertThat(holders).isEqualTo(166);
    assertThat(names(people("q=noor%20bell"))).allMatch(name -> name.startsWith("Noor Bell"));
    assertThat(people("group=legal&status=ACTIVE")).hasSize(8);
    assertThat(people("service=true")).hasSize(1);
    people("unused=90")
        .forEach(
            row ->
                assertThat(row.get("lastUsed").asText("2000-01-01"))
                    .isLessThanOrEqualTo("2026-07-02"));
  }

  @Test
  void totalsAreTheSumOfTheRows() {
    BigDecimal cost = BigDecimal.ZERO;
    int seats = 0;
    for (JsonNode row : people("kind=IDLE")) {
      cost = cost.add(new BigDecimal(row.at("/yearlyCost/amount").asText()));
      seats += row.get("seats").asInt();
    }
    JsonNode totals = reader.get("/api/v1/people/totals?kind=IDLE").json();
    assertThat(totals.get("holdings").asInt()).isEqualTo(seats);
    assertThat(new BigDecimal(totals.at("/yearlyCost/amount").asText())).isEqualByComparingTo(cost);
  }

  @Test
  void whatIsRecoverableOfPeopleOfNobodysAccountsAndUnassignedIsTheStandingFigure() {
    BigDecimal people =
        new BigDecimal(
            reader.get("/api/v1/people/totals").json().at("/recoverable/amount").asText());
    BigDecimal standing =
        new BigDecimal(reader.get("/api/v1/standing").json().at("/recoverable/amount").asText());
    BigDecimal unassigned =
        new BigDecimal(reader.get("/api/v1/findings/board").json().at("/surplus/amount").asText());
    assertThat(unassigned).isPositive();
    assertThat(standing.subtract(unassigned).subtract(people))
        .as("what accounts without an owner cost")
        .isEqualByComparingTo("840.00");
  }

  @Test
  void theOrderIsTheOneAskedFor() {
    List<BigDecimal> back = new ArrayList<>();
    people("sort=RECOVERABLE")
        .forEach(row -> back.add(new BigDecimal(row.at("/recoverable/amount").asText())));
    assertThat(back).isSortedAccordingTo((a, b) -> b.compareTo(a));
    assertThat(people("sort=DEPARTMENT"))
        .extracting(row -> row.get("department").asText())
        .isSorted();
    List<Integer> found = new ArrayList<>();
    people("sort=FOUND").forEach(row -> found.add(row.get("kinds").size()));
    assertThat(found).isSortedAccordingTo((a, b) -> b.compareTo(a));
    // Whoever reports to nobody stands last.
    List<Boolean> led = new ArrayList<>();
    people("sort=MANAGER").forEach(row -> led.add(row.get("managerName").isNull()));
    assertThat(led).isSorted();
  }

  /** Who names a plan asks about the use of that plan, whatever else they use. */
  @Test
  void noUseOfAPlanThatIsHeldIsAskedOfThatPlan() {
    String usedBy = "2026-08-01";
    Set<String> holders = new HashSet<>();
    reader
        .get("/api/v1/subscriptions/qm-opus/holdings?limit=10000")
        .json()
        .forEach(
            seat -> {
              if (!seat.get("person").isNull()
                  && seat.get("lastUsed").asText("2000-01-01").compareTo(usedBy) <= 0) {
                holders.add(seat.get("person").asText());
              }
            });
    JsonNode asked = people("holds=quill-opus&unused=60&limit=10000");
    assertThat(asked)
        .extracting(row -> row.get("person").asText())
        .containsExactlyInAnyOrderElementsOf(holders);
    assertThat(asked)
        .as("some of them use other plans")
        .anyMatch(row -> row.get("lastUsed").asText("2000-01-01").compareTo(usedBy) > 0);
  }

  @Test
  void whatCannotBeAskedIsSaid() {
    assertThat(reader.get("/api/v1/people?group=none").status()).isEqualTo(404);
    assertThat(reader.get("/api/v1/people?holds=none").status()).isEqualTo(404);
    assertThat(reader.get("/api/v1/people?status=SLEEPY").status()).isEqualTo(400);
    assertThat(reader.get("/api/v1/people?unused=0").status()).isEqualTo(400);
    assertThat(reader.get("/api/v1/people/nobody").status()).isEqualTo(404);
    assertThat(Caller.nobody().get("/api/v1/people").status()).isEqualTo(401);
  }

  @Test
  void aPersonHasTheirSeatsTheirUseAndWhatHappened() {
    JsonNode person = reader.get("/api/v1/people/p0626").json();
    assertThat(person.get("managerName").isNull()).isFalse();
    JsonNode quillmoor = null;
    for (JsonNode account : person.get("accounts")) {
      quillmoor = account.get("vendor").asText().equals("quillmoor") ? account : quillmoor;
    }
    assertThat(quillmoor.at("/seats/0/planName").asText()).isEqualTo("Opus");
    for (JsonNode part : quillmoor.get("use")) {
      assertThat(part.get("days").asText()).hasSize(400).matches("-*[01]*");
    }
    JsonNode events = reader.get("/api/v1/people/p0626/timeline").json();
    assertThat(events.get(events.size() - 1).get("what").asText()).isEqualTo("Joined.");
    List<String> days = new ArrayList<>();
    events.forEach(event -> days.add(event.get("day").asText()));
    assertThat(days).isSortedAccordingTo((a, b) -> b.compareTo(a));
  }

  @Test
  void aDayBackThePersonIsAsTheyWere() {
    JsonNode then = reader.get("/api/v1/people/p0003?asOf=2026-08-01").json();
    assertThat(then.get("status").asText()).isEqualTo("ACTIVE");
    assertThat(reader.get("/api/v1/people/p0003").json().get("status").asText())
        .isEqualTo("SUSPENDED");
  }
}
