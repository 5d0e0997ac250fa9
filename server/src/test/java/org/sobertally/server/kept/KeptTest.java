package org.sobertally.server.kept;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.money.Money;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;

/** Three Opus fewer since 1 September, 730.00 a year; two Letter fewer from January, 168.00. */
@QuarkusTest
class KeptTest {

  @Inject Savings savings;
  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();
  private final Caller decider = Caller.decider();

  @BeforeEach
  void writeTwoDown() {
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip()).status())
        .isEqualTo(200);
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createNativeQuery("delete from saving").executeUpdate();
              savings.add(stopped("m1", "3 Opus fewer", "opus", 3, "2026-09-01", "730"));
              savings.add(stopped("m2", "2 Letter fewer", "letter", 2, "2027-01-07", "168"));
            });
  }

  private static Savings.Stopped stopped(
      String cause, String what, String line, int seats, String from, String yearly) {
    return new Savings.Stopped(
        cause,
        null,
        what,
        "qm",
        line,
        seats,
        LocalDate.parse(from),
        Money.of(yearly, "EUR"),
        "maren",
        LocalDate.parse("2026-08-01"));
  }

  private JsonNode sums(String asOf) {
    return steward.get("/api/v1/kept/sums?asOf=" + asOf).json();
  }

  private String first(String state) {
    return steward.get("/api/v1/kept?state=" + state).json().at("/0/entry").asText();
  }

  @Test
  void whatStoppedIsToldApartFromWhatIsPromised() {
    JsonNode sums = sums("2026-09-30");
    assertThat(sums.at("/stopped/entries").asInt()).isEqualTo(1);
    assertThat(sums.at("/kept/cash/amount").asText()).as("30 days").isEqualTo("60.00");
    assertThat(sums.at("/kept/yearly/amount").asText()).isEqualTo("730.00");
    assertThat(sums.at("/promised/yearly/amount").asText()).isEqualTo("168.00");
    JsonNode standing = steward.get("/api/v1/standing?asOf=2026-09-30").json();
    assertThat(standing.at("/kept/amount").asText()).isEqualTo("60.00");
    assertThat(standing.at("/keptYearly/amount").asText()).isEqualTo("730.00");
    JsonNode september =
        steward.get("/api/v1/statement?from=2026-09&to=2026-09&asOf=2026-09-30").json();
    assertThat(september.at("/0/kept/amount").asText()).isEqualTo("60.00");
  }

  @Test
  void theCashOfAYearBeginsAnewAndTheYearlyFigureStays() {
    JsonNode sums = sums("2027-01-10");
    assertThat(sums.get("year").asInt()).isEqualTo(2027);
    // 10 days at 2.00, and 4 at 168 / 365.
    assertThat(sums.at("/kept/cash/amount").asText()).isEqualTo("21.84");
    assertThat(sums.at("/kept/yearly/amount").asText()).isEqualTo("898.00");
  }

  @Test
  void aDeciderSignsWhatHasStoppedAndItNoLongerMoves() {
    String entry = first("STOPPED");
    assertThat(decider.get("/api/v1/desk").text()).contains("One saving has stopped");
    assertThat(steward.post("/api/v1/kept/" + entry + "/sign").status()).isEqualTo(403);
    JsonNode signed = decider.post("/api/v1/kept/" + entry + "/sign").json();
    assertThat(signed.get("state").asText()).isEqualTo("SIGNED");
    assertThat(signed.get("proof").asText()).contains("no bill yet");
    assertThat(decider.get("/api/v1/desk").text()).doesNotContain("has stopped and is not signed");
    Caller.Answer again = decider.post("/api/v1/kept/" + entry + "/sign");
    assertThat(again.status()).isEqualTo(409);
    assertThat(again.detail()).contains("no longer moves");
    QuarkusTransaction.requiringNew().run(() -> savings.remove("m1"));
    assertThat(first("SIGNED")).isEqualTo(entry);
    assertThat(steward.get("/api/v1/journal").text()).contains("SAVING_SIGNED");
  }

  @Test
  void aPromiseCannotBeSigned() {
    Caller.Answer answer = decider.post("/api/v1/kept/" + first("PROMISED") + "/sign");
    assertThat(answer.status()).isEqualTo(409);
    assertThat(answer.detail()).contains("7 Jan 2027");
    assertThat(decider.post("/api/v1/kept/none/sign").status()).isEqualTo(404);
  }

  @Test
  void somethingWrongIsPutRightByAnEntryOfItsOwn() {
    String entry = first("STOPPED");
    decider.post("/api/v1/kept/" + entry + "/sign");
    String path = "/api/v1/kept/" + entry + "/corrections";
    Caller.Answer answer =
        steward.postJson(
            path, "{\"yearly\":-365,\"from\":\"2026-09-11\",\"reason\":\"Two, not three\"}");
    assertThat(answer.json().get("corrects").asText()).isEqualTo(entry);
    assertThat(answer.json().at("/yearly/amount").asText()).isEqualTo("-365.00");
    // 30 days at 2.00 less 20 days at 1.00.
    assertThat(sums("2026-09-30").at("/kept/cash/amount").asText()).isEqualTo("40.00");
    assertThat(sums("2026-09-30").at("/signed/yearly/amount").asText()).isEqualTo("730.00");
    String tooMuch = "{\"yearly\":-366,\"from\":\"2026-09-11\",\"reason\":\"More\"}";
    assertThat(steward.postJson(path, tooMuch).status()).isEqualTo(400);
    String before = "{\"yearly\":1,\"from\":\"2026-08-11\",\"reason\":\"Before\"}";
    assertThat(steward.postJson(path, before).status()).isEqualTo(400);
    String ofPromise = "/api/v1/kept/" + first("PROMISED") + "/corrections";
    assertThat(steward.postJson(ofPromise, tooMuch).status()).isEqualTo(409);
    String ofCorrection = answer.json().get("entry").asText();
    assertThat(steward.postJson("/api/v1/kept/" + ofCorrection + "/corrections", tooMuch).status())
        .isEqualTo(409);
  }

  @Test
  void aBillThatChargesNoMoreIsTheProof() {
    SmallBook book =
        new SmallBook()
            .file(
                "bills.csv",
                "bill,agreement,day,from,until",
                "Q-9,qm,2027-01-07,2027-01-07,2028-01-07")
            .file(
                "bill_rows.csv",
                "bill,row,line,text,quantity,amount",
                "Q-9,1,letter,Letter,10,840",
                "Q-9,2,opus,Opus,10,3960");
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book.zip()).status())
        .isEqualTo(200);
    JsonNode stopped = steward.get("/api/v1/kept?state=STOPPED").json();
    assertThat(stopped.at("/0/proof").asText()).startsWith("Bill Q-9 of 7 Jan 2027");
  }

  @Test
  void aRenewalThatIsKeptOnPurposePromisesNothing() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createNativeQuery("delete from renewal_case").executeUpdate());
    Caller.Answer kept =
        steward.postJson(
            "/api/v1/agreements/qm/renewal/case/keep",
            "{\"reason\":\"One more winter\",\"until\":\"2027-06-30\"}");
    assertThat(kept.status()).as(kept.text()).isEqualTo(200);
    assertThat(sums("2026-09-30").at("/promised/yearly/amount").asText()).isEqualTo("168.00");
    assertThat(steward.get("/api/v1/statement/expected").status()).isEqualTo(200);
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createNativeQuery("delete from renewal_case").executeUpdate());
  }

  /** Four eyes: neither who decided on it signs it, nor who put it right. */
  @Test
  void nobodySignsWhatIsTheirOwn() {
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createNativeQuery("update saving set decided_by = 'teodor'")
                    .executeUpdate());
    String entry = first("STOPPED");
    assertThat(decider.get("/api/v1/kept?state=STOPPED").json().at("/0/maySign").asBoolean())
        .isFalse();
    Caller.Answer own = decider.post("/api/v1/kept/" + entry + "/sign");
    assertThat(own.status()).isEqualTo(409);
    assertThat(own.detail()).contains("You decided on this");
    String fix = "{\"yearly\":-100,\"from\":\"2026-09-11\",\"reason\":\"Fewer\"}";
    String correction =
        decider
            .postJson("/api/v1/kept/" + entry + "/corrections", fix)
            .json()
            .get("entry")
            .asText();
    assertThat(decider.post("/api/v1/kept/" + correction + "/sign").detail())
        .contains("You wrote this correction");
    String larger = "{\"yearly\":731,\"from\":\"2026-09-11\",\"reason\":\"More\"}";
    assertThat(steward.postJson("/api/v1/kept/" + entry + "/corrections", larger).detail())
        .contains("cannot be larger");
  }

  /** Eight at once: what is left never goes below nothing. */
  @Test
  void correctionsAtOnceNeverSaveLessThanNothing() {
    String path = "/api/v1/kept/" + first("STOPPED") + "/corrections";
    String half = "{\"yearly\":-365,\"from\":\"2026-09-11\",\"reason\":\"Fewer\"}";
    List<Integer> statuses =
        IntStream.range(0, 8)
            .mapToObj(n -> CompletableFuture.supplyAsync(() -> steward.postJson(path, half)))
            .toList()
            .stream()
            .map(answer -> answer.join().status())
            .toList();
    assertThat(statuses).filteredOn(status -> status == 200).hasSize(2);
    assertThat(statuses).containsOnly(200, 400);
  }

  /** Deciding is one thing, signing off another: the keeper of keys says who does. */
  @Test
  void aDeciderWhoDoesNotSignIsRefused() {
    Caller keeper = Caller.keeper();
    String path = "/api/v1/access/people/teodor";
    String form =
        "{\"name\":\"Teodor Quist\",\"role\":\"DECIDER\",\"email\":\"teodor@skerryline.example\","
            + "\"signs\":%s}";
    Caller.Answer changed =
        keeper.send(
            "PUT",
            path,
            "application/json",
            form.formatted(false).getBytes(StandardCharsets.UTF_8));
    assertThat(changed.status()).as(changed.text()).isEqualTo(200);
    try {
      assertThat(decider.get("/api/v1/session").json().get("signs").asBoolean()).isFalse();
      Caller.Answer answer = decider.post("/api/v1/kept/" + first("STOPPED") + "/sign");
      assertThat(answer.status()).isEqualTo(403);
      assertThat(answer.detail()).contains("somebody else signs off");
    } finally {
      keeper.send(
          "PUT", path, "application/json", form.formatted(true).getBytes(StandardCharsets.UTF_8));
    }
    assertThat(decider.get("/api/v1/session").json().get("signs").asBoolean()).isTrue();
  }
}
