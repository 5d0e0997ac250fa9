package org.sobertally.server.terms;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Zips;

@QuarkusTest
class TermsTest {

  private static final String TERMS = "/api/v1/vendors/quillmoor/terms";

  @Inject EntityManager entities;
  private Caller steward;

  @BeforeEach
  void takeASmallBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip()).status())
        .isEqualTo(200);
    steward = Caller.steward();
  }

  private JsonNode sheet() {
    return steward.get(TERMS).json();
  }

  private static String edit(JsonNode sheet, String agreements, String lines) {
    return """
        {"state":"%s","why":"side letter of 3 June","agreements":[%s],"lines":[%s]}"""
        .formatted(sheet.get("state").asText(), agreements, lines);
  }

  private Caller.Answer save(String edit) {
    return steward.send("PUT", TERMS, "application/json", edit.getBytes(StandardCharsets.UTF_8));
  }

  private static List<String> rows(String file) {
    return Zips.rows(Caller.keeper().get("/api/v1/book").bytes(), file);
  }

  @Test
  void theSheetSaysWhatWasAgreed() {
    JsonNode agreement = sheet().at("/agreements/0");
    assertThat(agreement.get("name").asText()).isEqualTo("Suite, yearly");
    assertThat(agreement.get("noticeDays").asInt()).isEqualTo(30);
    assertThat(agreement.get("noticeBy").asText()).isEqualTo("2026-12-08");
    JsonNode line = agreement.at("/lines/0");
    assertThat(line.get("planName").asText()).isEqualTo("Letter");
    assertThat(line.get("bought").asInt()).isEqualTo(10);
    assertThat(line.get("unitPrice").asText()).isEqualTo("84");
  }

  @Test
  void anEditIsTriedBeforeItIsSavedAndChangesNothingThen() {
    JsonNode sheet = sheet();
    JsonNode check =
        steward
            .postJson(
                TERMS + "/check",
                edit(
                    sheet,
                    "{\"agreement\":\"qm\",\"noticeDays\":\"87\"}",
                    "{\"line\":\"letter\",\"bought\":\"8\",\"unitPrice\":\"90\"}"))
            .json();
    assertThat(check.get("faults")).isEmpty();
    JsonNode difference = check.at("/differences/0");
    assertThat(difference.get("noticeBefore").asText()).isEqualTo("2026-12-08");
    assertThat(difference.get("noticeAfter").asText()).isEqualTo("2026-10-12");
    // Ten at 84 become eight at 90: 840 and 720.
    assertThat(
            new BigDecimal(difference.at("/yearlyBefore/amount").asText())
                .subtract(new BigDecimal(difference.at("/yearlyAfter/amount").asText())))
        .isEqualByComparingTo("120");
    assertThat(sheet()).isEqualTo(sheet);
  }

  @Test
  void aSaveIsOneStrokeFromTodayOnAndStandsInTheJournal() {
    JsonNode sheet = sheet();
    Caller.Answer saved =
        save(
            edit(
                sheet,
                "{\"agreement\":\"qm\",\"noticeDays\":\"87\",\"renews\":\"MANUAL\"}",
                """
                {"line":"letter","bought":"8","pricing":"VOLUME",
                 "breaks":[{"fromSeats":"20","unitPrice":"70.5"},{"fromSeats":"5","unitPrice":"80"}]}"""));
    assertThat(saved.status()).as(saved.text()).isEqualTo(200);
    JsonNode line = saved.json().at("/agreements/0/lines/0");
    assertThat(line.get("bought").asInt()).isEqualTo(8);
    assertThat(line.at("/breaks/0/fromSeats").asInt()).isEqualTo(5);
    assertThat(line.at("/yearly/amount").asText()).isEqualTo("640.00");
    assertThat(rows("agreements.csv"))
        .anyMatch(row -> row.contains("2027-01-07,87,MANUAL,AT_RENEWAL,80,60,HELD,2026-12-01"));
    assertThat(rows("line_changes.csv")).contains("letter,2026-09-30,-2,side letter of 3 June");
    assertThat(rows("price_breaks.csv")).contains("letter,5,80,", "letter,20,70.5,");
    assertThat(
            steward
                .get("/api/v1/subscriptions/letter?asOf=2026-09-29")
                .json()
                .get("bought")
                .asInt())
        .isEqualTo(10);
    assertThat(steward.get("/api/v1/journal?kind=TERMS_CHANGED").json().at("/0/text").asText())
        .contains("Suite, yearly notice days 30 → 87")
        .contains("Letter seats 10 → 8")
        .contains("side letter of 3 June");
    // What is in memory is what is stored.
    String before = steward.get("/api/v1/subscriptions").text();
    byte[] book = Caller.keeper().get("/api/v1/book").bytes();
    Caller.keeper().putZip("/api/v1/book?replace=true", book);
    assertThat(steward.get("/api/v1/subscriptions").text()).isEqualTo(before);
  }

  @Test
  void whatSomebodyElseSavedMeanwhileIsNotWrittenOver() {
    JsonNode mine = sheet();
    assertThat(save(edit(mine, "{\"agreement\":\"qm\",\"noticeDays\":\"60\"}", "")).status())
        .isEqualTo(200);
    Caller.Answer late = save(edit(mine, "{\"agreement\":\"qm\",\"noticeDays\":\"90\"}", ""));
    assertThat(late.status()).isEqualTo(409);
    assertThat(late.detail()).startsWith("Somebody else has changed this sheet");
    assertThat(sheet().at("/agreements/0/noticeDays").asInt()).isEqualTo(60);
  }

  @Test
  void eachValueThatCannotBeSaysWhyAndNothingIsSaved() {
    JsonNode sheet = sheet();
    String edit =
        edit(
            sheet,
            "{\"agreement\":\"qm\",\"ends\":\"2025-01-01\"},{\"agreement\":\"elsewhere\"}",
            """
            {"line":"letter","bought":"-1","unitPrice":"five","pricing":"VOLUME",
             "breaks":[{"fromSeats":"5","unitPrice":"80"},{"fromSeats":"5","unitPrice":"70"}]}""");
    List<String> fields = new ArrayList<>();
    steward
        .postJson(TERMS + "/check", edit)
        .json()
        .get("faults")
        .forEach(fault -> fields.add(fault.get("of").asText() + " " + fault.get("field").asText()));
    assertThat(fields)
        .containsExactlyInAnyOrder(
            "qm ends", "elsewhere agreement", "letter bought", "letter unitPrice", "letter breaks");
    assertThat(save(edit).status()).isEqualTo(422);
    assertThat(sheet()).isEqualTo(sheet);
    assertThat(save(edit.replace("side letter of 3 June", " ")).status()).isEqualTo(400);
  }

  @Test
  void onlyWhoMayChangesTermsAndNobodyThoseOfANobody() {
    String edit = edit(sheet(), "", "");
    assertThat(save(edit).status()).isEqualTo(409);
    assertThat(Caller.reader().get(TERMS).status()).isEqualTo(200);
    assertThat(
            Caller.reader()
                .send("PUT", TERMS, "application/json", edit.getBytes(StandardCharsets.UTF_8))
                .status())
        .isEqualTo(403);
    assertThat(steward.get("/api/v1/vendors/none/terms").status()).isEqualTo(404);
  }

  @Test
  void anotherQuantityMayHoldFromALaterDay() {
    JsonNode sheet = sheet();
    String line = "{\"line\":\"letter\",\"bought\":\"6\"}";
    String later = edit(sheet, "", line).replace("\"why\"", "\"from\":\"2026-12-01\",\"why\"");
    JsonNode check = steward.postJson(TERMS + "/check", later).json();
    assertThat(check.get("faults")).isEmpty();
    // Four fewer at 84.
    assertThat(
            new BigDecimal(check.at("/before/amount").asText())
                .subtract(new BigDecimal(check.at("/after/amount").asText())))
        .isEqualByComparingTo("336");
    assertThat(save(later).status()).isEqualTo(200);
    assertThat(sheet().at("/agreements/0/lines/0/bought").asInt()).as("today").isEqualTo(10);
    assertThat(rows("line_changes.csv")).contains("letter,2026-12-01,-4,side letter of 3 June");
    String past = edit(sheet(), "", line).replace("\"why\"", "\"from\":\"2026-09-01\",\"why\"");
    assertThat(save(past).detail()).contains("stays as it was");
  }

  /** Four hundred prices are more than an entry of the journal holds. */
  @Test
  void aSaveOfManyPricesIsToldInShort() {
    StringBuilder breaks = new StringBuilder();
    for (int n = 0; n < 400; n++) {
      breaks
          .append(n == 0 ? "" : ",")
          .append("{\"fromSeats\":\"%d\",\"unitPrice\":\"%d\"}".formatted(n + 2, 1000 - n));
    }
    String line = "{\"line\":\"letter\",\"pricing\":\"VOLUME\",\"breaks\":[%s]}".formatted(breaks);
    Caller.Answer saved = save(edit(sheet(), "{\"agreement\":\"qm\",\"noticeDays\":\"45\"}", line));
    assertThat(saved.status()).as(saved.text()).isEqualTo(200);
    assertThat(steward.get("/api/v1/journal?kind=TERMS_CHANGED").json().get(0).get("text").asText())
        .contains("notice days 30 → 45")
        .contains("and 1 more, which Intake can take back");
  }
}
