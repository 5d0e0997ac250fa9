package org.sobertally.server.subscriptions;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.server.support.SmallBook;

@QuarkusTest
class SubscriptionsTest {

  private static final String OPUS = "/api/v1/subscriptions/opus";

  @BeforeEach
  void takeTheSmallBook() {
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
  }

  private static JsonNode get(String path) {
    return Caller.keeper().get(path).json();
  }

  @Test
  void aSubscriptionIsSummedUp() {
    JsonNode opus = get(OPUS);
    assertThat(opus.get("bought").asInt()).isEqualTo(10);
    assertThat(opus.get("spare").asInt()).isEqualTo(5);
    assertThat(opus.get("promised").asInt()).isEqualTo(1);
    assertThat(opus.get("states").toString())
        .isEqualTo(
            "{\"inUse\":1,\"idle\":1,\"neverOpened\":1,\"unanswered\":1,\"suspended\":0,\"left\":1,"
                + "\"parked\":0,\"notStarted\":0}");
    // At 10 seats the break applies: 396.00 each.
    assertThat(opus.at("/yearlyCost/amount").asText()).isEqualTo("3960.00");
    // One of four held was used within 60 days.
    assertThat(opus.at("/utilisation/percent").asDouble()).isEqualTo(25.0);
    assertThat(opus.at("/floor/status").asText()).isEqualTo("BELOW");
    assertThat(opus.get("measureDay").asText()).isEqualTo("2026-09-28");
    assertThat(opus.get("renews").asText()).isEqualTo("2027-01-07");
    assertThat(opus.get("noticeBy").asText()).isEqualTo("2026-12-08");
    // Ann is led by a rule to Letter and used mail only: 396 − 84; Cy and Di need nothing; Bo is
    // kept; Ed was invited ten days ago. Two seats lie unassigned beyond need: 3,960 − 8 × 420.50.
    assertThat(opus.at("/surplus/yearly/amount").asText()).isEqualTo("596.00");
    assertThat(opus.at("/recoverable/amount").asText()).isEqualTo("1700.00");
  }

  @Test
  void theStandingAddsUp() {
    JsonNode standing = get("/api/v1/standing");
    assertThat(standing.get("asOf").asText()).isEqualTo("2026-09-30");
    // 3,960.00 for Opus and 840.00 for Letter.
    assertThat(standing.at("/paid/amount").asText()).isEqualTo("4800.00");
    assertThat(standing.at("/inUse/amount").asText()).isEqualTo("396.00");
    assertThat(standing.at("/spare/amount").asText()).isEqualTo("2820.00");
    // 1,104 of holders; unassigned beyond need two Opus for 596 and ten Letter for 840.
    assertThat(standing.at("/recoverable/amount").asText()).isEqualTo("2540.00");
  }

  @Test
  void holdersAreListedByStateAndByATriedLine() {
    JsonNode idle = get(OPUS + "/holdings?state=IDLE");
    assertThat(idle).hasSize(1);
    assertThat(idle.at("/0/holding").asText()).isEqualTo("h-bo");
    assertThat(idle.at("/0/idleDays").asInt()).isEqualTo(119);
    assertThat(idle.at("/0/kept").asBoolean()).isTrue();
    assertThat(get(OPUS + "/holdings?state=IDLE&idleLine=120")).isEmpty();
    assertThat(get(OPUS + "/holdings")).hasSize(5);
  }

  @Test
  void holdersAreNarrowedToWhatOccursAmongThem() {
    DemoBook.takeLate();
    String folio = "/api/v1/subscriptions/qm-folio";
    JsonNode all = get(folio + "/holdings?limit=10000");
    JsonNode choices = get(folio + "/holders/choices");
    int sited = 0;
    for (JsonNode site : choices.get("sites")) {
      String id = URLEncoder.encode(site.get("id").asText(), StandardCharsets.UTF_8);
      JsonNode there = get(folio + "/holdings?limit=10000&site=" + id);
      assertThat(there).hasSize(site.get("holders").asInt());
      sited += there.size();
    }
    assertThat(sited).isPositive().isLessThanOrEqualTo(all.size());
    JsonNode group = choices.at("/groups/0");
    JsonNode members = get(folio + "/holdings?limit=10000&group=" + group.get("id").asText());
    assertThat(members).hasSize(group.get("holders").asInt());
    JsonNode manager = choices.at("/managers/0");
    assertThat(get(folio + "/holdings?limit=10000&manager=" + manager.get("id").asText()))
        .hasSize(manager.get("holders").asInt());
    assertThat(Caller.keeper().get(folio + "/holdings?group=none").status()).isEqualTo(404);
  }

  @Test
  void theCurveCountsToTheMeasureDay() {
    JsonNode curve = get(OPUS + "/idle-curve");
    assertThat(curve.get("points")).hasSize(365);
    // Bo after 119 days, Cy after 89.
    assertThat(curve.at("/points/88/seats").asInt()).isEqualTo(2);
    assertThat(curve.at("/points/89/seats").asInt()).isEqualTo(1);
    assertThat(curve.at("/points/118/yearlyCost/amount").asText()).isEqualTo("396.00");
    assertThat(curve.at("/points/119/seats").asInt()).isZero();
  }

  @Test
  void theLedgerIsOfTheDay() {
    JsonNode now = get(OPUS + "/ledger");
    assertThat(now.get("bought").asInt()).isEqualTo(10);
    assertThat(now.get("places").toString())
        .isEqualTo("{\"spare\":5,\"promised\":1,\"held\":4,\"resting\":0}");
    JsonNode february = get(OPUS + "/ledger?asOf=2026-02-01");
    assertThat(february.get("places").toString())
        .isEqualTo("{\"spare\":5,\"promised\":0,\"held\":3,\"resting\":0}");
    assertThat(february.get("postings")).hasSize(4);
    assertThat(now.get("postings")).hasSize(7);
  }

  @Test
  void aLaterDayIsAnsweredWithItsMeasureDay() {
    JsonNode later = get(OPUS + "?asOf=2026-12-24");
    assertThat(later.get("measureDay").asText()).isEqualTo("2026-09-28");
    assertThat(later.at("/evidence/daysBehind").asInt()).isEqualTo(87);
  }

  @Test
  void listsComePageByPageAndAsCsv() {
    Answer first = Caller.keeper().get(OPUS + "/holdings?limit=2&asOf=2026-09-30");
    assertThat(first.json()).hasSize(2);
    String link = first.header("Link");
    assertThat(link).endsWith(">; rel=\"next\"");
    String next = link.substring(1, link.indexOf('>'));
    assertThat(get(next).at("/0/holding").asText()).isEqualTo("h-cy");
    Answer csv = Caller.keeper().getCsv(OPUS + "/holdings?limit=1");
    assertThat(csv.header("Content-Type")).startsWith("text/csv");
    assertThat(csv.text()).startsWith("holding,account,person,name,").contains("h-ann,a-ann,ann,");
  }

  @Test
  void aTextThatLooksLikeAFormulaIsMadeHarmlessInCsv() {
    SmallBook book = new SmallBook().change("people.csv", "cy,Cy", "cy,=1+1");
    Caller.keeper().putZip("/api/v1/book?replace=true", book.zip());
    assertThat(Caller.keeper().getCsv(OPUS + "/holdings").text()).contains(",'=1+1,");
  }

  @ParameterizedTest
  @CsvSource(
      textBlock =
          """
          /holdings?asOf=2026-02-31, 400, 'asOf: ''2026-02-31'' is not a day'
          /holdings?asOf=2025-12-31, 400, the book begins on 2026-01-07
          /holdings?idleLine=0, 400, idleLine
          /holdings?idleLine=many, 400, idleLine
          /holdings?state=BORED, 400, is none of LEFT
          /holdings?limit=10001, 400, limit
          /holdings?cursor=%21, 400, cursor
          """)
  void whatCannotBeReadIsSaid(String path, int status, String detail) {
    Answer answer = Caller.keeper().get(OPUS + path);
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.detail()).contains(detail);
  }

  @Test
  void anUnknownSubscriptionIs404() {
    Answer answer = Caller.keeper().get("/api/v1/subscriptions/none/ledger");
    assertThat(answer.status()).isEqualTo(404);
    assertThat(answer.detail()).isEqualTo("There is no subscription none.");
  }

  @Test
  void aMissingRateIsNamedWhereItIsMissingAndNothingIsTaken() {
    SmallBook book = new SmallBook().change("agreements.csv", "EUR", "SEK");
    Answer answer = Caller.keeper().putZip("/api/v1/book?replace=true", book.zip());
    assertThat(answer.status()).as(answer.text()).isEqualTo(422);
    assertThat(answer.text()).contains("SEK", "Agreement qm", "rates.csv");
    assertThat(Caller.keeper().get("/api/v1/standing").status()).isEqualTo(200);
  }
}
