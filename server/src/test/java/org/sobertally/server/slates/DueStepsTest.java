package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Wait;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorLinks;

/** Steps that wait for others, at a vendor without a link: somebody makes each by hand. */
@QuarkusTest
class DueStepsTest {

  private static final String SUSPENDED_THEN_DELETED =
      """
      {"moves":[{"kind":"SUSPEND","account":"a-di"},
        {"kind":"DELETE","account":"a-di","data":"NOT_NEEDED","waits":true}]}
      """;

  @Inject EntityManager entities;
  @Inject SlateStore store;
  @Inject TallyClock clock;
  @Inject VendorLinks links;

  private final SlateRun run = new SlateRun();

  @BeforeEach
  void takeASmallBook() {
    forgetSlates();
    SmallBook book = new SmallBook().change("holdings.csv", "h-di,a-di,opus", "h-due,a-di,opus");
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
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book.zip()).status())
        .isEqualTo(200);
    links.disconnect("moor");
  }

  /** A move that is on its way would keep the next test's book out. */
  @AfterEach
  void forgetSlates() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
  }

  private List<String> due() {
    return QuarkusTransaction.requiringNew().call(() -> store.dueSteps(clock.today()));
  }

  private JsonNode move(String slate, int place) {
    return run.slate(slate).get("moves").get(place);
  }

  @Test
  void aStepIsLookedAtOnlyOnceTheOneBeforeItIsOver() {
    String id = run.granted(SUSPENDED_THEN_DELETED);
    JsonNode posted = run.postAndSettle(id);
    assertThat(posted.at("/moves/0/byHand").asBoolean()).isTrue();
    assertThat(posted.at("/moves/1/state").asText()).isEqualTo("PLANNED");
    assertThat(due()).isEmpty();
    String first = "/api/v1/slates/%s/moves/%s".formatted(id, move(id, 0).get("id").asText());
    run.steward.post(first + "/done-by-hand");
    Wait.until("it is its turn", () -> move(id, 1).get("byHand").asBoolean());
    assertThat(due()).isEmpty();
  }

  @Test
  void aStepSaysThatTheOneBeforeItDidNotComeAbout() {
    String id = run.granted(SUSPENDED_THEN_DELETED);
    run.postAndSettle(id);
    String first = "/api/v1/slates/%s/moves/%s".formatted(id, move(id, 0).get("id").asText());
    Caller.Answer ended = run.steward.postJson(first + "/end", "{\"reason\":\"Comes back.\"}");
    assertThat(ended.status()).as(ended.text()).isEqualTo(200);
    Wait.until(
        "it says so",
        () -> move(id, 1).get("reason").asText().equals("The step before it did not come about."));
    assertThat(move(id, 1).get("state").asText()).isEqualTo("PLANNED");
    assertThat(run.slate(id).get("state").asText()).isEqualTo("POSTED");
  }
}
