package org.sobertally.server.terms;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Zips;

/** Terms and prices that begin on a day of their own, and what a vendor proposes. */
@QuarkusTest
class DatedTermsTest {

  private static final String TERMS = "/api/v1/vendors/quillmoor/terms";
  private static final String ROWS = "/api/v1/vendors/quillmoor/rows";

  @Inject EntityManager entities;
  private final Caller steward = Caller.steward();
  private final SmallBook book = new SmallBook();

  @BeforeEach
  void takeABookWithTermsToCome() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
    book.file(
            "terms.csv",
            "agreement,from,ends,notice_days,renews,may_shrink",
            "qm,2027-01-07,2028-01-07,60,,")
        .file(
            "line_prices.csv",
            "line,from,unit_price,pricing,minimum",
            "opus,2027-01-07,430,,",
            "opus,2028-01-07,440,FLAT,0")
        .file(
            "price_breaks.csv",
            "line,from_seats,unit_price,from",
            "opus,10,396,",
            "opus,10,410,2027-01-07")
        .file(
            "offers.csv",
            "offer,agreement,name,months,valid_until,added_seat_percent",
            "two,qm,Two years,24,2026-11-30,15")
        .file(
            "offer_prices.csv",
            "offer,plan,from_seats,unit_price,pricing,minimum",
            "two,quill-opus,1,400,,5",
            "two,quill-opus,20,380,GRADUATED,");
    Caller.Answer taken = put();
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
  }

  private Caller.Answer put() {
    return Caller.keeper().putZip("/api/v1/book?replace=true", book.zip());
  }

  private static byte[] exported() {
    return Caller.keeper().get("/api/v1/book").bytes();
  }

  private static List<String> rows(String file) {
    return Zips.rows(exported(), file);
  }

  private JsonNode opusOn(String day) {
    return steward.get("/api/v1/subscriptions/opus?asOf=" + day).json();
  }

  private Caller.Answer save(String from, String agreements, String lines) {
    String edit =
        """
        {"state":"%s","why":"as agreed","from":%s,"agreements":[%s],"lines":[%s]}"""
            .formatted(
                steward.get(TERMS).json().get("state").asText(),
                from == null ? "null" : "\"" + from + "\"",
                agreements,
                lines);
    return steward.send("PUT", TERMS, "application/json", edit.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void aBookWithThemGoesInAndOutTheSame() {
    byte[] first = exported();
    assertThat(rows("price_breaks.csv"))
        .containsExactly(
            "line,from_seats,unit_price,from", "opus,10,396,", "opus,10,410,2027-01-07");
    assertThat(rows("line_prices.csv")).contains("opus,2028-01-07,440,FLAT,0");
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", first).status()).isEqualTo(200);
    assertThat(exported()).isEqualTo(first);
  }

  @Test
  void eachDayShowsThePricesAndTheNoticeOfItsOwn() {
    // Ten from March on: at 396 by the first prices, at 410 by the next, flat at 440 by the last.
    assertThat(opusOn("2027-01-06").at("/yearlyCost/amount").asText()).isEqualTo("3960.00");
    assertThat(opusOn("2027-01-07").at("/yearlyCost/amount").asText()).isEqualTo("4100.00");
    assertThat(opusOn("2028-02-01").at("/yearlyCost/amount").asText()).isEqualTo("4400.00");
    assertThat(opusOn("2026-09-30").get("noticeBy").asText()).isEqualTo("2026-12-08");
    assertThat(opusOn("2027-03-01").get("noticeBy").asText()).isEqualTo("2027-11-08");
  }

  @ParameterizedTest
  @CsvSource({
    "terms.csv, 'qm,2027-01-07,2028-01-07', 'qm,2026-01-07,2028-01-07', from, begins after that",
    "terms.csv, 'qm,2027-01-07,2028-01-07', 'qm,2027-01-07,2027-01-07', ends, must end after that",
    "price_breaks.csv, 'opus,10,410,2027-01-07', 'opus,10,410,2027-01-08', from, no prices of opus from 2027-01-08",
    "offers.csv, 'Two years,24', 'Two years,240', months, at most 120 months",
    "offer_prices.csv, 'two,quill-opus,1', 'two,quill-none,1', plan, No row of plans.csv"
  })
  void aRowThatCannotBeIsNamedWithItsPlace(
      String file, String was, String is, String column, String message) {
    JsonNode fault = violation(book.change(file, was, is));
    assertThat(fault.get("file").asText()).isEqualTo(file);
    assertThat(fault.get("row").asInt()).isPositive();
    assertThat(fault.get("column").asText()).isEqualTo(column);
    assertThat(fault.get("message").asText()).contains(message);
  }

  private JsonNode violation(SmallBook bad) {
    Caller.Answer answer = Caller.keeper().putZip("/api/v1/book?replace=true", bad.zip());
    assertThat(answer.status()).isEqualTo(422);
    return answer.json().at("/violations/0");
  }

  @Test
  void aPriceFromALaterDayLeavesWhatWasAndIsSeenComing() {
    Caller.Answer saved =
        save(
            "2027-07-01",
            "{\"agreement\":\"qm\",\"noticeDays\":\"90\",\"ends\":\"2028-07-01\"}",
            "{\"line\":\"letter\",\"unitPrice\":\"80\",\"bought\":\"12\"}");
    assertThat(saved.status()).as(saved.text()).isEqualTo(200);
    assertThat(rows("terms.csv")).contains("qm,2027-07-01,2028-07-01,90,,");
    assertThat(rows("line_prices.csv")).contains("letter,2027-07-01,80,,");
    assertThat(rows("line_changes.csv")).contains("letter,2027-07-01,2,as agreed");
    JsonNode agreement = saved.json().at("/agreements/0");
    assertThat(agreement.get("noticeDays").asInt()).as("today").isEqualTo(30);
    JsonNode last = agreement.get("later").get(1);
    assertThat(last.get("day").asText()).isEqualTo("2027-07-01");
    assertThat(last.get("said").toString())
        .contains("notice 90 days before", "Letter EUR 80 a seat", "Letter 12 seats");
    assertThat(steward.get("/api/v1/journal?kind=TERMS_CHANGED").json().at("/0/text").asText())
        .contains("notice days from 2027-07-01 60 → 90");
    // What is in memory is what is stored.
    String before = steward.get(TERMS).text();
    Caller.keeper().putZip("/api/v1/book?replace=true", exported());
    assertThat(steward.get(TERMS).text()).isEqualTo(before);
  }

  @Test
  void whatIsPutRightIsOfTheTermThatHolds() {
    assertThat(save(null, "{\"agreement\":\"qm\",\"noticeDays\":\"45\"}", "").status())
        .isEqualTo(200);
    assertThat(rows("agreements.csv").get(1)).contains("2027-01-07,45,AUTO");
    assertThat(rows("terms.csv")).hasSize(2).contains("qm,2027-01-07,2028-01-07,60,,");
  }

  @ParameterizedTest
  @CsvSource({
    "2026-01-07, noticeDays, 10, choose a later day",
    "2027-02-01, starts, 2026-02-01, put right for good",
    "2028-02-01, renews, MANUAL, needs an end after",
    "2027-02-01, ends, 2027-01-01, must end after that"
  })
  void aTermThatCannotBeginThenSaysWhy(String from, String field, String value, String why) {
    Caller.Answer answer =
        save(from, "{\"agreement\":\"qm\",\"%s\":\"%s\"}".formatted(field, value), "");
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.detail()).contains(why);
  }

  @Test
  void anOfferIsTypedInAsRowsAndBreaksKeepTheirPrices() {
    JsonNode sheet = steward.get(ROWS).json();
    String edit =
        """
        {"state":"%s","why":"their second letter","rows":[
          {"file":"offers.csv","row":null,"values":{"agreement":"qm","name":"One year"}},
          {"file":"offer_prices.csv","row":null,
           "values":{"offer":"quillmoor-one-year","plan":"quill-letter","from_seats":"1","unit_price":"70"}}]}"""
            .formatted(sheet.get("state").asText());
    Caller.Answer saved =
        steward.send("PUT", ROWS, "application/json", edit.getBytes(StandardCharsets.UTF_8));
    assertThat(saved.status()).as(saved.text()).isEqualTo(200);
    assertThat(rows("offers.csv")).contains("quillmoor-one-year,qm,One year,,,");
    String broken =
        """
        {"state":"%s","why":"not so","rows":[
          {"file":"line_prices.csv","row":0,"values":null}]}"""
            .formatted(saved.json().get("state").asText());
    Caller.Answer orphaned =
        steward.send("PUT", ROWS, "application/json", broken.getBytes(StandardCharsets.UTF_8));
    assertThat(orphaned.status()).as(orphaned.text()).isEqualTo(422);
    assertThat(orphaned.detail()).contains("no prices of opus from 2027-01-07");
  }
}
