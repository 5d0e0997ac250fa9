package org.sobertally.server.bills;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Zips;

/** Letter, ten seats at 84, and Opus, ten at 396 since 1 March, billed yearly from 7 January. */
@QuarkusTest
class BillsTest {

  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeASmallBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createNativeQuery("delete from bill_note").executeUpdate());
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip()).status())
        .isEqualTo(200);
  }

  private static String bill(String more, String rows) {
    return """
        {"bill":"Q-1","agreement":"qm","day":"2026-03-09","from":"2026-03-01","until":"2027-01-07"%s,
         "rows":[%s]}
        """
        .formatted(more, rows);
  }

  private static final String TWO_SEATS =
      "{\"line\":\"opus\",\"text\":\"Opus, 6 added\",\"quantity\":6,\"amount\":2030.99}";

  @Test
  void theNextBillIsTold() {
    JsonNode next = steward.get("/api/v1/bills/next?asOf=2026-09-30").json();
    assertThat(next).hasSize(1);
    assertThat(next.at("/0/day").asText()).isEqualTo("2027-01-07");
    assertThat(next.at("/0/total/amount").asText()).isEqualTo("4800.00");
    assertThat(next.at("/0/rows/0/kind").asText()).isEqualTo("PERIOD");
    JsonNode added = steward.get("/api/v1/bills/next?agreement=qm&asOf=2026-02-01").json();
    // Two seats more from 1 March, at the price of ten: 2 × 396 × 312 ÷ 365.
    assertThat(added.at("/0/day").asText()).isEqualTo("2026-03-07");
    assertThat(added.at("/0/rows/0/amount/amount").asText()).isEqualTo("677.00");
    assertThat(steward.get("/api/v1/bills/next?agreement=none").status()).isEqualTo(404);
  }

  @Test
  void aBillThatChargesTooManySeatsSaysSoAndCanBeTakenOut() {
    JsonNode check = steward.postJson("/api/v1/bills", bill("", TWO_SEATS)).json();
    assertThat(check.get("billDay").asText()).isEqualTo("2026-03-07");
    assertThat(check.at("/lines/0/byQuantity/amount").asText()).isEqualTo("1354.00");
    assertThat(check.at("/lines/0/byPrice/amount").asText()).isEqualTo("-0.01");
    assertThat(check.at("/lines/0/says").asText())
        .startsWith("6 seats of Opus are charged, 2 were bought: €1,354.00");
    JsonNode all = steward.get("/api/v1/bills?agreement=qm").json();
    assertThat(all.at("/0/difference/amount").asText()).isEqualTo("1353.99");
    assertThat(steward.postJson("/api/v1/bills", bill("", TWO_SEATS)).status()).isEqualTo(409);
    byte[] book = Caller.keeper().get("/api/v1/book").bytes();
    assertThat(Zips.rows(book, "bill_rows.csv")).contains("Q-1,1,opus,\"Opus, 6 added\",6,2030.99");
    assertThat(steward.delete("/api/v1/bills/Q-1").status()).isEqualTo(204);
    assertThat(steward.get("/api/v1/bills").json()).isEmpty();
    assertThat(steward.get("/api/v1/bills/Q-1/check").status()).isEqualTo(404);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        ",\"currency\":\"NOK\"|opus|400|the bill is in NOK, and Suite, yearly is in EUR",
        ",\"total\":99|opus|400|the rows come to 2030.99, and the bill says 99",
        "|gantry|400|is no subscription of Suite, yearly",
      })
  void whatCannotBeIsSaid(String more, String line, int status, String says) {
    String rows = TWO_SEATS.replace("\"opus\"", "\"" + line + "\"");
    Caller.Answer answer = steward.postJson("/api/v1/bills", bill(more == null ? "" : more, rows));
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.detail()).contains(says);
    assertThat(steward.get("/api/v1/bills").json()).isEmpty();
  }

  @Test
  void aBillOutsideOfTheAgreementIsRefusedAndReadersWriteNone() {
    String early = bill("", TWO_SEATS).replace("2026-03-01", "2025-03-01");
    Caller.Answer answer = steward.postJson("/api/v1/bills", early);
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains("is not in force on 2025-03-01");
    assertThat(Caller.reader().postJson("/api/v1/bills", bill("", TWO_SEATS)).status())
        .isEqualTo(403);
  }

  @Test
  void aWrongBillIsDisputedAndSettled() {
    steward.postJson("/api/v1/bills", bill("", TWO_SEATS));
    assertThat(steward.get("/api/v1/desk").text())
        .contains("The bill Q-1 of Suite, yearly is €1,353.99 more than expected");
    String path = "/api/v1/bills/Q-1/state";
    assertThat(steward.postJson(path, "{\"state\":\"SETTLED\",\"note\":\"x\"}").status())
        .isEqualTo(409);
    JsonNode disputed =
        steward.postJson(path, "{\"state\":\"DISPUTED\",\"note\":\"Six seats, not two\"}").json();
    assertThat(disputed.get("state").asText()).isEqualTo("DISPUTED");
    assertThat(disputed.at("/said/note").asText()).isEqualTo("Six seats, not two");
    assertThat(steward.get("/api/v1/desk").text()).doesNotContain("The bill Q-1");
    assertThat(steward.postJson(path, "{\"state\":\"SETTLED\"}").status()).isEqualTo(400);
    steward.postJson(path, "{\"state\":\"SETTLED\",\"note\":\"Credit note 7\"}");
    assertThat(steward.get("/api/v1/bills").json().at("/0/state").asText()).isEqualTo("SETTLED");
    assertThat(steward.get("/api/v1/journal").text()).contains("BILL_SETTLED", "Credit note 7");
    assertThat(Caller.keeper().postJson(path, "{\"state\":\"DISPUTED\"}").status()).isEqualTo(403);
    assertThat(steward.delete("/api/v1/bills/Q-1").status()).isEqualTo(204);
    steward.postJson("/api/v1/bills", bill("", TWO_SEATS));
    assertThat(steward.get("/api/v1/bills").json().at("/0/state").asText()).isEqualTo("OPEN");
  }
}
