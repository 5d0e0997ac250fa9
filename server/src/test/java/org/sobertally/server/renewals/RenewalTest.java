package org.sobertally.server.renewals;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Zips;
import org.sobertally.server.time.TallyClock;

/** A renewal from what is needed to the next term and the money that is kept. */
@QuarkusTest
class RenewalTest {

  private static final String RENEWAL = "/api/v1/agreements/qm/renewal";
  private static final String CASE = RENEWAL + "/case";

  @Inject EntityManager entities;
  @Inject TallyClock clock;
  private final Caller steward = Caller.steward();
  private final Caller decider = Caller.decider();

  @BeforeEach
  void takeASmallBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              for (String table : List.of("renewal_seats", "renewal_case", "saving", "mail")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    take(
        new SmallBook()
            .change("agreements.csv", "2027-01-07,30,AUTO", "2027-01-07,60,AUTO")
            .file(
                "offers.csv",
                "offer,agreement,name,months,valid_until,added_seat_percent",
                "two,qm,Two years,24,2026-11-30,15",
                "old,qm,Last year's,12,2026-01-01,")
            .file(
                "offer_prices.csv",
                "offer,plan,from_seats,unit_price,pricing,minimum",
                "two,quill-opus,1,400,,",
                "two,quill-opus,20,380,,",
                "two,quill-letter,1,80,,"));
  }

  private static void take(SmallBook book) {
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book.zip()).status())
        .isEqualTo(200);
  }

  private Caller.Answer put(String path, String json) {
    return steward.send("PUT", path, "application/json", json.getBytes(StandardCharsets.UTF_8));
  }

  private static List<String> rows(String file) {
    return Zips.rows(Caller.keeper().get("/api/v1/book").bytes(), file);
  }

  private static JsonNode plan(JsonNode renewal, String plan) {
    for (JsonNode row : renewal.get("plans")) {
      if (row.get("plan").asText().equals(plan)) {
        return row;
      }
    }
    throw new AssertionError("no plan " + plan + " in " + renewal);
  }

  /**
   * Opus is held by five: Ann used mail only of late; Bo's seat is kept; Cy never opened it, Di has
   * left, Ed's invitation waits. Two Opus and a Letter are needed, in place of ten at 396 and ten
   * Letter at 84.
   */
  @Test
  void saysWhatIsNeededBesideWhatIsBought() {
    JsonNode renewal = steward.get(RENEWAL).json();
    assertThat(renewal.get("renews").asText()).isEqualTo("2027-01-07");
    assertThat(renewal.get("noticeBy").asText()).isEqualTo("2026-11-08");
    assertThat(renewal.get("proven").asBoolean()).isTrue();
    assertThat(renewal.get("u").decimalValue()).isEqualByComparingTo("10");
    JsonNode opus = plan(renewal, "quill-opus");
    assertThat(opus.get("held").asInt()).isEqualTo(5);
    assertThat(opus.get("bought").asInt()).isEqualTo(10);
    assertThat(opus.get("given").asInt()).isEqualTo(2);
    assertThat(opus.get("seats").asInt()).isEqualTo(2);
    assertThat(opus.at("/yearly/amount").asText()).isEqualTo("841.00");
    assertThat(opus.get("low").isNull()).as("nobody ever left, so no band").isTrue();
    assertThat(renewal.get("movement").isNull()).isTrue();
    assertThat(renewal.at("/beside/0/what").asText()).isEqualTo("AS_IT_STANDS");
    assertThat(renewal.at("/beside/0/yearly/amount").asText()).isEqualTo("4800.00");
    assertThat(renewal.at("/beside/1/yearly/amount").asText()).isEqualTo("925.00");
    assertThat(renewal.at("/beside/1/takeBack").asInt()).isEqualTo(3);
    assertThat(renewal.at("/beside/3/offer").asText()).isEqualTo("two");
    assertThat(renewal.at("/beside/3/overTerm/amount").asText()).isEqualTo("1760.00");
    assertThat(renewal.get("beside")).as("an offer that has run out is not there").hasSize(4);
  }

  @Test
  void whatIsTriedChangesQuantitiesAndNotWhoHasWhat() {
    JsonNode tried =
        steward.get(RENEWAL + "?margin=quill-opus:4&known=quill-opus:2027-02:3&u=25&offer=").json();
    assertThat(plan(tried, "quill-opus").get("seats").asInt()).isEqualTo(6);
    assertThat(plan(tried, "quill-opus").get("given").asInt()).isEqualTo(2);
    assertThat(tried.get("u").decimalValue()).isEqualByComparingTo("25");
    JsonNode offered = steward.get(RENEWAL + "?offer=two").json();
    assertThat(offered.get("months").asInt()).isEqualTo(24);
    assertThat(offered.get("u").decimalValue()).isEqualByComparingTo("15");
    JsonNode study = steward.get(RENEWAL + "/plan?plan=quill-opus").json();
    assertThat(study.get("points").size()).isGreaterThan(5);
    assertThat(study.get("past").get(11).get("held").asInt()).isEqualTo(4);
    assertThat(study.get("outlook")).as("today alone, for nobody ever left").hasSize(1);
    assertThat(steward.get(RENEWAL + "/movers").json().toString()).contains("\"cy\"", "\"di\"");
  }

  @ParameterizedTest
  @CsvSource({
    "?margin=quill-opus:x, 400, whole number of seats",
    "?margin=quill-none:1, 404, no plan quill-none",
    "?margin=much, 400, neither advised",
    "?known=quill-opus:2027-13:1, 400, no month",
    "?known=12, 400, no plan:month:seats",
    "?u=-1, 400, no per cent",
    "?offer=none, 404, no offer none"
  })
  void whatCannotBeReadSaysWhy(String query, int status, String said) {
    Caller.Answer answer = steward.get(RENEWAL + query);
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.detail()).contains(said);
  }

  @Test
  void allRenewalsStandInTheOrderOfTheirLastChance() {
    JsonNode all = steward.get("/api/v1/renewals").json();
    assertThat(all).hasSize(1);
    assertThat(all.at("/0/yearly/amount").asText()).isEqualTo("4800.00");
    assertThat(all.at("/0/needed/amount").asText()).isEqualTo("925.00");
    assertThat(all.at("/0/state").asText()).isEqualTo("OPEN");
    assertThat(steward.get("/api/v1/renewals?within=10").json()).isEmpty();
    Caller workbooks =
        Caller.steward()
            .with("Accept", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");
    assertThat(workbooks.get("/api/v1/renewals").bytes()).startsWith('P', 'K');
    assertThat(
            steward
                .get("/api/v1/offers?agreement=qm")
                .json()
                .at("/1/prices/1/unitPrice/amount")
                .asText())
        .isEqualTo("400.00");
  }

  private void prepare() {
    Caller.Answer prepared =
        put(CASE, "{\"offer\":\"two\",\"margin\":\"advised\",\"note\":\"two years do\"}");
    assertThat(prepared.status()).as(prepared.text()).isEqualTo(200);
    assertThat(prepared.json().get("state").asText()).isEqualTo("PREPARED");
  }

  private void decide() {
    prepare();
    assertThat(steward.postJson(CASE + "/ask", "{\"decideBy\":\"2026-11-01\"}").status())
        .isEqualTo(200);
    Caller.Answer granted = decider.postJson(CASE + "/decide", "{\"grant\":true,\"note\":\"go\"}");
    assertThat(granted.status()).as(granted.text()).isEqualTo(200);
    assertThat(granted.json().get("state").asText()).isEqualTo("DECIDED");
  }

  private Caller.Answer notice() {
    return steward.postJson(
        CASE + "/notice",
        "{\"day\":\"2026-09-30\",\"way\":\"mail\",\"address\":\"sales@x.example\"}");
  }

  private String desk(Caller who) {
    return who.get("/api/v1/desk").text();
  }

  @Test
  void goesFromTheChoiceToTheNextTermAndALowerBill() {
    assertThat(desk(steward)).contains("Give notice on Suite, yearly");
    prepare();
    assertThat(desk(decider)).doesNotContain("Decide how");
    assertThat(steward.postJson(CASE + "/ask", "{\"decideBy\":\"2026-11-01\"}").status())
        .isEqualTo(200);
    assertThat(desk(decider)).contains("Decide how Suite, yearly renews");
    assertThat(decider.get(CASE).json().get("mayDo").toString()).contains("DECIDE");
    assertThat(decider.postJson(CASE + "/decide", "{\"grant\":true}").status()).isEqualTo(200);
    assertThat(desk(steward)).contains("Tell the vendor how Suite, yearly renews");
    // Two Opus at 400.00 and a Letter at 80.00, 28 days: 880.00 × 28 ÷ 365.
    assertThat(expectedInFebruary()).as("decided").isEqualTo("67.51");
    String letter = steward.get(CASE + "/letter").text();
    assertThat(letter).contains("Opus: 2 seats in place of 10", "Two years", "7 Jan 2027");
    assertThat(notice().status()).isEqualTo(200);
    assertThat(expectedInFebruary()).as("told: quantities are in the book").isEqualTo("67.51");
    assertThat(promised()).isEqualTo("3920.00");
    assertThat(rows("line_changes.csv"))
        .contains("opus,2027-01-07,-8,\"Renewal of Suite, yearly\"");
    assertThat(desk(steward))
        .doesNotContain("Suite, yearly renews")
        .doesNotContain("Give notice on");
    assertThat(steward.get(RENEWAL).json().at("/beside/0/yearly/amount").asText())
        .as("as it stands: what is bought today, by the prices of then; not what is dated later")
        .isEqualTo("4800.00");
    Caller.Answer renewed = steward.postJson(CASE + "/renewed", "{\"noticeDays\":45}");
    assertThat(renewed.status()).as(renewed.text()).isEqualTo(200);
    assertThat(renewed.json().get("state").asText()).isEqualTo("RENEWED");
    assertThat(expectedInFebruary()).as("renewed: all of it is").isEqualTo("67.51");
    assertThat(promised()).as("once, as an entry of the ledger").isEqualTo("3920.00");
    assertThat(rows("terms.csv")).contains("qm,2027-01-07,2029-01-07,45,,");
    assertThat(rows("line_prices.csv")).contains("opus,2027-01-07,400,VOLUME,0");
    assertThat(rows("price_breaks.csv")).contains("opus,10,396,", "opus,20,380,2027-01-07");
    JsonNode before = steward.get("/api/v1/subscriptions/opus?asOf=2027-01-06").json();
    JsonNode after = steward.get("/api/v1/subscriptions/opus?asOf=2027-01-07").json();
    assertThat(before.at("/yearlyCost/amount").asText()).isEqualTo("3960.00");
    assertThat(after.at("/yearlyCost/amount").asText()).isEqualTo("800.00");
    assertThat(after.get("noticeBy").asText()).isEqualTo("2028-11-23");
    // Kept only from the day on which it really stops: 4800 less 880.
    assertThat(steward.get("/api/v1/standing").text()).doesNotContain("3920.00");
    assertThat(steward.get("/api/v1/standing?asOf=2027-01-07").text()).contains("3920.00");
    assertThat(steward.get("/api/v1/journal?kind=RENEWED").text()).contains("3,920.00");
  }

  @Test
  void whatTheVendorWasToldIsLookedAfterUntilItIsWrittenDown() {
    decide();
    notice();
    try {
      clock.startAt(Instant.parse("2026-12-01T08:00:00Z"));
      JsonNode later = steward.get(CASE).json();
      assertThat(later.get("state").asText())
          .as("its notice day is gone")
          .isEqualTo("NOTICE_GIVEN");
      assertThat(later.get("renews").asText()).isEqualTo("2027-01-07");
      assertThat(later.get("mayDo").toString()).contains("RENEW", "WITHDRAW_NOTICE");
      JsonNode listed = steward.get("/api/v1/renewals").json();
      assertThat(listed.at("/0/state").asText()).isEqualTo("NOTICE_GIVEN");
      assertThat(listed.at("/0/renews").asText()).isEqualTo("2027-01-07");
      assertThat(listed.at("/0/missed")).isEmpty();

      clock.startAt(Instant.parse("2027-01-20T08:00:00Z"));
      assertThat(desk(steward)).contains("Write down how Suite, yearly was renewed");
      assertThat(promised()).as("nobody has confirmed it").isEqualTo("3920.00");
      Caller.Answer withdrawn = steward.delete(CASE + "/notice");
      assertThat(withdrawn.status()).isEqualTo(409);
      assertThat(withdrawn.detail()).contains("It has renewed on 7 Jan 2027");
      Caller.Answer renewed = steward.postJson(CASE + "/renewed", "{}");
      assertThat(renewed.status()).as(renewed.text()).isEqualTo(200);
      assertThat(rows("terms.csv")).contains("qm,2027-01-07,2029-01-07,,,");
      assertThat(steward.get("/api/v1/standing").text()).contains("3920.00");
      assertThat(desk(steward)).doesNotContain("Write down how");
      assertThat(steward.get(CASE).json().get("state").asText()).isEqualTo("OPEN");
    } finally {
      clock.startAt(Instant.parse("2026-09-30T08:00:00Z"));
    }
  }

  @Test
  void aPlanThatWasNotBoughtBeforeIsOnTheAgreementOnceTheVendorIsTold() {
    String letter = "quill-letter,quillmoor,Letter,quill,1,NAMED,mail,5,true,,,";
    String note = "quill-note,quillmoor,Note,,,NAMED,mail,5,true,40,,";
    take(new SmallBook().change("plans.csv", letter, letter + "\n" + note));
    Caller.Answer prepared = put(CASE, "{\"what\":\"PROPOSED\"}");
    assertThat(prepared.json().at("/choice/seats").toString()).contains("quill-note");
    steward.postJson(CASE + "/ask", "{\"decideBy\":\"2026-11-01\"}");
    decider.postJson(CASE + "/decide", "{\"grant\":true}");
    Caller.Answer told = notice();
    assertThat(told.status()).as(told.text()).isEqualTo(200);
    JsonNode before = steward.get("/api/v1/subscriptions/qm-quill-note?asOf=2027-01-06").json();
    JsonNode after = steward.get("/api/v1/subscriptions/qm-quill-note?asOf=2027-01-07").json();
    assertThat(before.get("bought").asInt()).isZero();
    assertThat(after.get("bought").asInt()).isPositive();
    assertThat(after.at("/yearlyCost/amount").asText())
        .isEqualTo(40 * after.get("bought").asInt() + ".00");
    assertThat(steward.delete(CASE + "/notice").status()).isEqualTo(200);
    assertThat(
            steward
                .get("/api/v1/subscriptions/qm-quill-note?asOf=2027-01-07")
                .json()
                .get("bought")
                .asInt())
        .isZero();
  }

  @Test
  void whatWasDecidedAndNotToldInTimePromisesNothing() {
    decide();
    assertThat(promised()).isEqualTo("3920.00");
    try {
      clock.startAt(Instant.parse("2026-12-01T08:00:00Z"));
      assertThat(promised()).isEqualTo("0.00");
    } finally {
      clock.startAt(Instant.parse("2026-09-30T08:00:00Z"));
    }
  }

  @Test
  void whatSomebodyElseChoseMeanwhileIsNotWrittenOver() {
    int seen = steward.get(CASE).json().get("version").asInt();
    assertThat(seen).isEqualTo(-1);
    prepare();
    Caller.Answer late = put(CASE, "{\"margin\":\"0\",\"seen\":%d}".formatted(seen));
    assertThat(late.status()).isEqualTo(409);
    assertThat(late.detail()).contains("Runa Skarholt has changed this renewal");
    assertThat(steward.get(CASE).json().at("/choice/offer").asText()).isEqualTo("two");
    int now = steward.get(CASE).json().get("version").asInt();
    assertThat(put(CASE, "{\"margin\":\"0\",\"seen\":%d}".formatted(now)).status()).isEqualTo(200);
  }

  @Test
  void nobodyDecidesTheirOwnAndNothingIsSkipped() {
    assertThat(notice().status()).isEqualTo(409);
    prepare();
    assertThat(notice().detail()).contains("This renewal is prepared");
    assertThat(decider.postJson(CASE + "/decide", "{\"grant\":true}").status()).isEqualTo(409);
    assertThat(steward.postJson(CASE + "/decide", "{\"grant\":true}").status()).isEqualTo(403);
    assertThat(steward.postJson(CASE + "/ask", "{\"decideBy\":\"2027-03-01\"}").status())
        .isEqualTo(400);
    assertThat(Caller.reader().get(CASE).json().get("mayDo")).isEmpty();
  }

  @Test
  void aRefusalSendsItBackAndAnotherChoiceVoidsTheDecision() {
    prepare();
    steward.postJson(CASE + "/ask", "{\"decideBy\":\"2026-11-01\"}");
    JsonNode refused =
        decider.postJson(CASE + "/decide", "{\"grant\":false,\"note\":\"one year\"}").json();
    assertThat(refused.get("state").asText()).isEqualTo("PREPARED");
    assertThat(refused.at("/decision/note").asText()).isEqualTo("one year");
    prepare();
    assertThat(steward.get(CASE).json().get("decision").isNull()).isTrue();
  }

  @Test
  void aNoticeIsTakenBackWithWhatItNoted() {
    decide();
    byte[] before = Caller.keeper().get("/api/v1/book").bytes();
    assertThat(notice().status()).isEqualTo(200);
    assertThat(notice().status()).as("not twice").isEqualTo(409);
    String slate =
        steward
            .postJson(
                "/api/v1/slates",
                "{\"moves\":[{\"kind\":\"GIVE_BACK\",\"line\":\"opus\",\"seats\":5}]}")
            .text();
    assertThat(slate).contains("that are given back already");
    byte[] program = {'M', 'Z', 1};
    assertThat(
            steward
                .send(
                    "PUT",
                    CASE + "/notice/proof?name=proof.pdf",
                    "application/octet-stream",
                    program)
                .status())
        .isEqualTo(422);
    byte[] paper = "%PDF-1.4".getBytes(StandardCharsets.UTF_8);
    assertThat(
            steward
                .send(
                    "PUT", CASE + "/notice/proof?name=proof.pdf", "application/octet-stream", paper)
                .json()
                .at("/notice/proof")
                .asText())
        .isEqualTo("proof.pdf");
    assertThat(steward.get(CASE + "/notice/proof").bytes()).isEqualTo(paper);
    assertThat(steward.send("DELETE", CASE + "/notice", null, null).status()).isEqualTo(200);
    assertThat(Caller.keeper().get("/api/v1/book").bytes()).isEqualTo(before);
  }

  @Test
  void whatIsKeptOnPurposeRemindsNobodyUntilItsDay() {
    assertThat(
            steward
                .postJson(CASE + "/keep", "{\"reason\":\"new vessel\",\"until\":\"2026-11-01\"}")
                .status())
        .isEqualTo(200);
    assertThat(desk(steward)).doesNotContain("Give notice on Suite");
    assertThat(steward.get("/api/v1/renewals").json().at("/0/state").asText())
        .isEqualTo("KEPT_ON_PURPOSE");
    assertThat(steward.get("/api/v1/renewals?asOf=2026-11-01").json().at("/0/state").asText())
        .isEqualTo("OPEN");
    prepare();
  }

  @Test
  void anAgreementWithoutAChanceSaysSo() {
    take(new SmallBook().change("agreements.csv", "2027-01-07,30,AUTO", "2026-08-07,30,MANUAL"));
    JsonNode renewal = steward.get(RENEWAL).json();
    assertThat(renewal.get("renews").isNull()).isTrue();
    assertThat(renewal.get("plans")).isEmpty();
    assertThat(renewal.get("beside")).isEmpty();
    assertThat(steward.get(CASE).status()).isEqualTo(404);
    assertThat(steward.get("/api/v1/agreements/none/renewal").status()).isEqualTo(404);
  }

  @Test
  void whoIsBackOnAKnownDayIsOfferedAsKnown() {
    take(
        new SmallBook()
            .change(
                "people.csv",
                "di@skerryline.example,,,,,LEFT,2026-09-01,,",
                "di@skerryline.example,,,,,SUSPENDED,2026-09-01,2027-04-01,"));
    JsonNode returns = steward.get("/api/v1/agreements/qm/renewal/returns?asOf=2026-09-30").json();
    assertThat(returns).hasSize(1);
    assertThat(returns.at("/0/known").asText()).isEqualTo("quill-opus:2027-04:1");
    assertThat(returns.at("/0/people/0/name").asText()).isEqualTo("Di");
    assertThat(
            steward
                .get(
                    "/api/v1/agreements/qm/renewal?asOf=2026-09-30&known="
                        + returns.at("/0/known").asText())
                .status())
        .isEqualTo(200);
    assertThat(steward.get("/api/v1/agreements/none/renewal/returns").status()).isEqualTo(404);
  }

  private String expectedInFebruary() {
    JsonNode months = steward.get("/api/v1/statement/expected?asOf=2026-09-30&months=5").json();
    assertThat(months.at("/4/month").asText()).isEqualTo("2027-02");
    return months.at("/4/expected/amount").asText();
  }

  private String promised() {
    JsonNode sums = steward.get("/api/v1/kept/sums").json();
    return sums.at("/promised/yearly/amount").asText();
  }

  private static String textOf(byte[] pdf) throws IOException {
    try (PDDocument document = Loader.loadPDF(pdf)) {
      assertThat(document.getNumberOfPages()).isEqualTo(1);
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void theBriefIsOnePageForWhoeverDecides() throws IOException {
    take(
        new SmallBook().change("agreements.csv", "\"Suite, yearly\"", "\"Suite Ångström – Łódź\""));
    String path = "/api/v1/agreements/qm/renewal/brief";
    JsonNode brief = steward.get(path + "?asOf=2026-09-30").json();
    assertThat(brief.get("question").asText()).contains("Suite Ångström", "7 Jan 2027");
    assertThat(brief.get("ways").findValuesAsText("what"))
        .startsWith("AS_IT_STANDS", "NEEDED", "PROPOSED");
    assertThat(brief.get("ways").findValuesAsText("asked")).containsOnlyOnce("true");
    assertThat(brief.get("who").asText()).isEqualTo("Nobody has been asked yet.");
    Caller.Answer paper = steward.get(path + ".pdf?asOf=2026-09-30");
    assertThat(paper.header("Content-Type")).isEqualTo("application/pdf");
    assertThat(textOf(paper.bytes()))
        .contains("Suite Ångström – Łódź", "What is needed", "Opus", "As it stands")
        .contains("Without a decision it renews on 7 Jan 2027 as it stands");
    assertThat(steward.get("/api/v1/agreements/none/renewal/brief").status()).isEqualTo(404);
  }

  @Test
  void whatWasChosenStandsInTheBriefAndWhatWasDecided() throws IOException {
    prepare();
    String path = "/api/v1/agreements/qm/renewal";
    steward.postJson(path + "/case/ask", "{\"decideBy\":\"2026-10-20\"}");
    JsonNode brief = steward.get(path + "/brief").json();
    assertThat(brief.get("who").asText()).contains("20 Oct 2026");
    assertThat(brief.get("recommendation").asText()).startsWith("Asked for: ");
    assertThat(textOf(steward.get(path + "/brief.pdf").bytes())).contains("Asked for: ");
    Caller.decider()
        .postJson(path + "/case/decide", "{\"grant\":true,\"note\":\"As <asked> & no more\"}");
    assertThat(textOf(steward.get(path + "/brief.pdf").bytes())).contains("“As <asked> & no more”");
    // As the page chooses, with no change known.
    put(CASE, "{\"offer\":\"two\",\"margin\":\"advised\",\"known\":[]}");
    assertThat(steward.get(RENEWAL + "/brief").status()).isEqualTo(200);
  }

  @Test
  void aQuantityComesWithWhatSpeaksForIt() {
    String path = "/api/v1/subscriptions/%s/quantity";
    JsonNode letter = steward.get(path.formatted("letter")).json();
    assertThat(letter.get("bought").asInt()).isEqualTo(10);
    assertThat(letter.get("most").asInt()).isEqualTo(10);
    assertThat(letter.get("from").asText()).isEqualTo("2027-01-07");
    assertThat(letter.get("noticeBy").asText()).isEqualTo("2026-11-08");
    assertThat(letter.at("/advice/0/because").asText()).isEqualTo("SPARE");
    assertThat(letter.at("/advice/0/by").asInt()).isEqualTo(-10);
    assertThat(letter.at("/advice/0/yearly/amount").asText()).isEqualTo("-840.00");
    // Five are held and five spare; those of the past year came within a month.
    JsonNode opus = steward.get(path.formatted("opus")).json();
    assertThat(opus.get("most").asInt()).isEqualTo(5);
    prepare();
    JsonNode then = steward.get(path.formatted("opus")).json();
    assertThat(then.get("advice").findValuesAsText("because")).contains("RENEWAL");
    for (JsonNode advice : then.get("advice")) {
      Caller.Answer slate =
          steward.postJson(
              "/api/v1/slates",
              "[{\"kind\":\"GIVE_BACK\",\"line\":\"opus\",\"seats\":%d}]"
                  .formatted(-advice.get("by").asInt()));
      assertThat(slate.json().at("/moves/0/blocks")).as("what is offered goes").isEmpty();
    }
    assertThat(steward.get(path.formatted("none")).status()).isEqualTo(404);
  }
}
