package org.sobertally.server.rules;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;

/** Seats that are kept for a reason: listed, reviewed, ended. */
@QuarkusTest
class KeepsTest {

  private static final String KEEPS = "/api/v1/keeps";

  @BeforeEach
  void takeTheBook() {
    Caller.keeper()
        .putZip(
            "/api/v1/book?replace=true",
            new SmallBook()
                .file(
                    "keeps.csv",
                    "keep,holding,reason,by,until",
                    "k1,h-bo,Winter audit,ann,2027-01-31",
                    "k2,h-cy,Trial,,2026-10-05",
                    "k3,h-ann,Old reason,,2026-09-01")
                .zip());
  }

  @Test
  void theSoonestToEndComesFirstAndWhatEndedLast() {
    JsonNode keeps = Caller.reader().get(KEEPS).json();
    assertThat(keeps).extracting(k -> k.get("keep").asText()).containsExactly("k2", "k1", "k3");
    JsonNode bo = keeps.get(1);
    assertThat(bo.get("by").asText()).as("somebody of the directory").isEqualTo("Ann Ø. Brekke");
    assertThat(bo.get("lastUsed").asText()).isEqualTo("2026-06-01");
    assertThat(bo.get("over").asBoolean()).isFalse();
    assertThat(bo.at("/yearlyCost/amount").asText()).isEqualTo("396.00");
    assertThat(keeps.get(2).get("over").asBoolean()).isTrue();
    JsonNode then = Caller.reader().get(KEEPS + "?asOf=2026-08-31").json();
    assertThat(then.get(0).get("keep").asText()).as("on that day it held").isEqualTo("k3");
  }

  @Test
  void aKeepThatIsEndedHoldsNobodyUpAndIsInTheJournal() {
    assertThat(kept("h-bo")).isTrue();
    Caller steward = Caller.steward();
    assertThat(steward.delete(KEEPS + "/k1").status()).isEqualTo(204);
    assertThat(kept("h-bo")).isFalse();
    JsonNode newest = steward.get("/api/v1/journal?limit=1").json().get(0);
    assertThat(newest.get("text").asText())
        .isEqualTo("Ended the keep of Opus for Bo: Winter audit.");
    assertThat(newest.get("person").asText()).isEqualTo("bo");
    assertThat(steward.delete(KEEPS + "/k1").detail()).isEqualTo("This keep has ended already.");
    assertThat(steward.delete(KEEPS + "/k9").status()).isEqualTo(404);
    String book = SmallBook.unzip(Caller.keeper().get("/api/v1/book").bytes()).get("keeps.csv");
    assertThat(book).contains("k1,h-bo,Winter audit,ann,2026-09-30");
  }

  @Test
  void onlyAStewardEndsOne() {
    assertThat(Caller.reader().delete(KEEPS + "/k1").status()).isEqualTo(403);
    assertThat(Caller.decider().delete(KEEPS + "/k1").status()).isEqualTo(403);
    assertThat(Caller.as("fenna").get(KEEPS).status()).as("a lead").isEqualTo(403);
    assertThat(kept("h-bo")).isTrue();
  }

  private static boolean kept(String holding) {
    for (JsonNode seat :
        Caller.reader().get("/api/v1/subscriptions/opus/holdings?limit=100").json()) {
      if (seat.get("holding").asText().equals(holding)) {
        return seat.get("kept").asBoolean();
      }
    }
    throw new AssertionError("no holding " + holding);
  }
}
