package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.slate.Remark.Code;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** Whoever tries the demo meets every finding, block and warning there is about seats. */
@QuarkusTest
class ScenarioTest {

  /**
   * What comes of clumsy drafts rather than of a book, of quantities, or only while moves are on
   * their way; the tests of slates make those.
   */
  private static final Set<Code> OF_DRAFTS =
      EnumSet.of(
          Code.NOT_HELD,
          Code.UNCONFIRMED,
          Code.ALREADY_PLANNED,
          Code.NO_CHANGE,
          Code.OTHER_VENDOR,
          Code.SIGNED_IN,
          Code.CONFLICT,
          Code.NO_DATA_ROUTE,
          Code.INCOMPLETE,
          Code.NO_ACCOUNT,
          Code.NEVER_SHRINKS,
          Code.WOULD_BE_SHORT,
          Code.COSTS_MORE);

  @Inject EntityManager entities;

  private final Set<String> met = new TreeSet<>();
  private Caller steward;

  private record Seat(String holding, String account, String plan) {}

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
    DemoBook.takeLate();
    steward = Caller.steward();
  }

  @Test
  void everyKindOfFindingIsThere() {
    steward.post("/api/v1/vendors/gantryfold/read");
    Set<String> kinds = new TreeSet<>();
    steward
        .get("/api/v1/findings?limit=10000")
        .json()
        .forEach(finding -> kinds.add(finding.get("kind").asText()));
    assertThat(kinds)
        .containsExactlyInAnyOrderElementsOf(
            Arrays.stream(FindingKind.values()).map(Enum::name).toList());
  }

  @Test
  void everyBlockAndWarningIsMet() {
    List<Seat> seats = seats();
    draft(seats, all -> true, "{\"kind\":\"TAKE_BACK\",\"holding\":\"%1$s\"}");
    draft(seats, all -> true, "{\"kind\":\"DELETE\",\"account\":\"%2$s\",\"data\":\"NOT_NEEDED\"}");
    draft(seats, all -> true, "{\"kind\":\"HAND_OVER\",\"account\":\"%2$s\",\"person\":\"p0626\"}");
    draft(seats, all -> true, "{\"kind\":\"SUSPEND\",\"account\":\"%2$s\"}");
    draft(
        seats,
        seat -> seat.plan.equals("quill-opus"),
        "{\"kind\":\"STEP_DOWN\",\"holding\":\"%1$s\",\"plan\":\"quill-letter\"}");
    for (String plan : List.of("quill-opus", "beacon-drills", "ledger-core")) {
      List<Seat> people = new ArrayList<>();
      steward
          .get("/api/v1/people?limit=10000")
          .json()
          .forEach(person -> people.add(new Seat(person.get("person").asText(), null, plan)));
      draft(people, all -> true, "{\"kind\":\"HAND_OUT\",\"person\":\"%1$s\",\"plan\":\"%3$s\"}");
    }
    Set<Code> wanted = EnumSet.complementOf(EnumSet.copyOf(OF_DRAFTS));
    assertThat(met).containsAll(wanted.stream().map(Enum::name).toList());
  }

  private List<Seat> seats() {
    List<Seat> seats = new ArrayList<>();
    for (JsonNode line : steward.get("/api/v1/subscriptions").json()) {
      steward
          .get("/api/v1/subscriptions/%s/holdings".formatted(line.get("line").asText()))
          .json()
          .forEach(
              held ->
                  seats.add(
                      new Seat(
                          held.get("holding").asText(),
                          held.get("account").asText(),
                          line.get("plan").asText())));
    }
    return seats;
  }

  /** Drafts a move for each, notes what is the matter with it, and throws the draft away. */
  private void draft(List<Seat> seats, Predicate<Seat> which, String move) {
    List<String> moves =
        seats.stream()
            .filter(which)
            .map(seat -> move.formatted(seat.holding, seat.account, seat.plan))
            .distinct()
            .toList();
    JsonNode slate =
        steward.postJson("/api/v1/slates", "[%s]".formatted(String.join(",", moves))).json();
    assertThat(slate.at("/moves")).hasSameSizeAs(moves);
    for (JsonNode one : slate.get("moves")) {
      one.get("blocks").forEach(remark -> met.add(remark.get("code").asText()));
      one.get("warnings").forEach(remark -> met.add(remark.get("code").asText()));
    }
    steward.delete("/api/v1/slates/" + slate.get("id").asText());
  }
}
