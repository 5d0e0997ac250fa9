package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.people.Account;
import org.sobertally.demo.Demo;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.server.support.Wait;
import org.sobertally.server.time.TallyClock;
import org.sobertally.skerry.standin.Faults;
import org.sobertally.skerry.standin.VendorStandIn;

@QuarkusTest
class SlatesTest {

  private static final String SLATES = SlateRun.SLATES;

  @Inject Demo demo;
  @Inject Books books;
  @Inject TallyClock clock;
  @Inject SlateDecisions decisions;
  @Inject Postman postman;
  @Inject EntityManager entities;

  private final SlateRun run = new SlateRun();
  private final Caller steward = run.steward;
  private final Caller decider = run.decider;

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
    DemoBook.takeLate();
    quillmoor().showAfter(Duration.ZERO);
  }

  @AfterEach
  void mendTheVendors() {
    quillmoor().setFaults(Faults.NONE);
    ledgerness().setFaults(Faults.NONE);
  }

  private VendorStandIn quillmoor() {
    return demo.standIn("quillmoor");
  }

  private VendorStandIn ledgerness() {
    return demo.standIn("ledgerness");
  }

  private List<String> idle(String line, int count) {
    List<String> holdings = new ArrayList<>();
    steward
        .get("/api/v1/subscriptions/%s/holdings?state=IDLE".formatted(line))
        .json()
        .forEach(
            holding -> {
              if (!holding.get("kept").asBoolean() && holdings.size() < count) {
                holdings.add(holding.get("holding").asText());
              }
            });
    assertThat(holdings).hasSize(count);
    return holdings;
  }

  private static String moves(List<String> holdings) {
    List<String> moves = new ArrayList<>();
    for (String holding : holdings) {
      moves.add("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding));
    }
    return "{\"moves\":[%s]}".formatted(String.join(",", moves));
  }

  private String draft(List<String> holdings) {
    return run.draft(moves(holdings));
  }

  private String granted(List<String> holdings) {
    return run.granted(moves(holdings));
  }

  private Answer decide(String id, boolean grant) {
    return run.decide(id, grant);
  }

  private JsonNode postAndSettle(String id) {
    return run.postAndSettle(id);
  }

  private JsonNode settled(String id) {
    return run.settled(id);
  }

  private JsonNode slate(String id) {
    return run.slate(id);
  }

  private boolean heldAtVendor(VendorStandIn vendor, JsonNode move) {
    return vendor.plansOf(move.get("account").asText()).contains(move.get("plan").asText());
  }

  private boolean heldInLedger(String holding) {
    Book book = books.current();
    return book.holding(book.holdings().numberOf(holding)).until() == null;
  }

  private Places places(String line) {
    Book book = books.current();
    return Ledger.count(book, book.lines().require(line), clock.today());
  }

  @Test
  void aSlateGoesFromDraftToConfirmedAndIntoTheJournal() {
    Places before = places("qm-opus");
    String id = draft(idle("qm-opus", 2));
    JsonNode draft = slate(id);
    assertThat(draft.at("/preview/yearly/amount").asText()).isEqualTo("-792.00");
    assertThat(draft.at("/preview/lines/0/after/spare").asInt()).isEqualTo(before.spare() + 2);
    assertThat(draft.at("/moves/0/cashFrom").asText()).isEqualTo("2027-01-07");
    assertThat(steward.postJson(SLATES + "/" + id + "/send", "{}").json().get("deadline").asText())
        .isEqualTo(clock.today().plusDays(7).toString());
    assertThat(decide(id, true).json().get("state").asText()).isEqualTo("GRANTED");

    JsonNode done = postAndSettle(id);
    assertThat(done.get("state").asText()).isEqualTo("CONFIRMED");
    for (JsonNode move : done.get("moves")) {
      assertThat(move.get("state").asText()).isEqualTo("CONFIRMED");
      assertThat(heldAtVendor(quillmoor(), move)).isFalse();
      assertThat(heldInLedger(move.get("holding").asText())).isFalse();
    }
    assertThat(places("qm-opus").spare()).isEqualTo(before.spare() + 2);
    JsonNode entry = steward.get("/api/v1/journal?slate=" + id).json().get(0);
    assertThat(entry.get("kind").asText()).isEqualTo("MOVE_CONFIRMED");
    assertThat(entry.at("/yearly/amount").asText()).isEqualTo("-396.00");
    assertThat(entry.get("cashFrom").asText()).isEqualTo("2027-01-07");
    assertThat(entry.get("fromPlace").asText() + entry.get("toPlace").asText())
        .isEqualTo("HELDSPARE");
  }

  @Test
  void anUndoneMoveIsBackAtTheVendorAndTheClockGoesOn() {
    String id = granted(idle("qm-opus", 1));
    JsonNode move = postAndSettle(id).at("/moves/0");
    String holding = move.get("holding").asText();
    String undo = SLATES + "/" + id + "/moves/" + move.get("id").asText() + "/undo";
    assertThat(steward.post(undo).json().at("/moves/0/state").asText()).isIn("UNDOING", "UNDONE");
    JsonNode undone = settled(id).at("/moves/0");
    assertThat(undone.get("state").asText()).isEqualTo("UNDONE");
    assertThat(heldAtVendor(quillmoor(), move)).isTrue();
    assertThat(heldInLedger(holding)).isTrue();
    assertThat(idle("qm-opus", 1)).containsExactly(holding);
    JsonNode ledger = steward.get("/api/v1/subscriptions/qm-opus/ledger").json();
    long ofMove = 0;
    for (JsonNode posting : ledger.get("postings")) {
      ofMove += id.equals(posting.path("slate").asText()) ? 1 : 0;
    }
    assertThat(ofMove).as("both postings are shown, and cancel out").isEqualTo(2);
    assertThat(steward.post(undo).status()).isEqualTo(409);
  }

  @Test
  void whenHalfOfAllCallsFailEveryMoveStillEndsAndLedgerAndVendorAgree() {
    quillmoor()
        .setFaults(
            Faults.share(
                0.5,
                7,
                Faults.Kind.TOO_MANY,
                Faults.Kind.UNAVAILABLE,
                Faults.Kind.ANSWER_LOST,
                Faults.Kind.CUT));
    JsonNode done = postAndSettle(granted(idle("qm-folio", 12)));
    assertThat(done.get("state").asText()).isIn("CONFIRMED", "FAILED");
    for (JsonNode move : done.get("moves")) {
      String state = move.get("state").asText();
      assertThat(state).isIn("CONFIRMED", "FAILED");
      boolean held = state.equals("FAILED");
      assertThat(heldAtVendor(quillmoor(), move)).isEqualTo(held);
      assertThat(heldInLedger(move.get("holding").asText())).isEqualTo(held);
      assertThat(move.get("reason").asText().isEmpty() || move.get("reason").isNull())
          .isEqualTo(!held);
    }
  }

  /** Nobody waits for ever: what cannot be known after the time that was set has plainly failed. */
  @Test
  void whoCannotBeReachedForTooLongHasPlainlyFailed() {
    steward.post("/api/v1/vendors/quillmoor/read");
    quillmoor().setFaults(Faults.share(1, 1, Faults.Kind.UNAVAILABLE));
    String id = granted(idle("qm-letter", 1));
    steward.post(SLATES + "/" + id + "/post");
    Wait.until(
        "the call was begun and cannot be read",
        () ->
            !QuarkusTransaction.requiringNew()
                .call(
                    () ->
                        entities
                            .createQuery(
                                "from VendorCall c where c.state = :started and c.checks > 0")
                            .setParameter("started", VendorCall.State.STARTED)
                            .getResultList()
                            .isEmpty()));
    assertThat(steward.get(SLATES + "/" + id).json().at("/moves/0/state").asText())
        .isEqualTo("SENT");
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createQuery(
                        "update VendorCall c set c.unreadSince = :long where c.state = :started")
                    .setParameter("long", Instant.now().minus(Duration.ofDays(8)))
                    .setParameter("started", VendorCall.State.STARTED)
                    .executeUpdate());
    Wait.until(
        "it has failed",
        () -> steward.get(SLATES + "/" + id).json().at("/moves/0/state").asText().equals("FAILED"));
    assertThat(steward.get(SLATES + "/" + id).json().at("/moves/0/reason").asText())
        .contains("could not be read for 7 days; whether it happened is not known");
  }

  @Test
  void aVendorThatIsDownForGoodIsGivenUpWithItsReason() {
    List<String> holdings = idle("qm-letter", 1);
    String id = granted(holdings);
    quillmoor().setFaults(Faults.share(1, 3, Faults.Kind.READ_ONLY));
    JsonNode move = postAndSettle(id).at("/moves/0");
    assertThat(move.get("state").asText()).isEqualTo("FAILED");
    assertThat(move.get("reason").asText()).contains("Down for maintenance");
    assertThat(heldInLedger(holdings.get(0))).isTrue();
    assertThat(heldAtVendor(quillmoor(), move)).isEqualTo(heldInLedger(holdings.get(0)));
  }

  @Test
  void aVendorThatSaysWhenToComeAgainIsNotGivenUp() {
    String id = granted(idle("qm-opus", 1));
    quillmoor().allow(0);
    try {
      int before = quillmoor().calls();
      steward.post(SLATES + "/" + id + "/post");
      Wait.until(
          "it was asked more often than it may fail", () -> quillmoor().calls() > before + 7);
    } finally {
      quillmoor().allow(Integer.MAX_VALUE);
    }
    JsonNode settled = settled(id);
    assertThat(settled.get("state").asText()).as(settled.toString()).isEqualTo("CONFIRMED");
  }

  @Test
  void aHolderWhoIsSignedInKeepsTheSeatAndTheVendorsReasonIsShown() {
    List<String> holdings = idle("ln-core", 1);
    Book book = books.current();
    String account = book.holding(book.holdings().numberOf(holdings.get(0))).account();
    ledgerness().setFaults(new Faults(0, List.of(), Duration.ZERO, Set.of(account), 1));
    String id = granted(holdings);
    JsonNode done = postAndSettle(id);
    assertThat(done.get("state").asText()).isEqualTo("FAILED");
    assertThat(done.at("/moves/0/reason").asText())
        .isEqualTo("The holder is signed in to Ledgerness. Have them sign out first.");
    assertThat(heldInLedger(holdings.get(0))).isTrue();
    assertThat(steward.get("/api/v1/journal?slate=" + id).json().at("/0/kind").asText())
        .isEqualTo("MOVE_FAILED");
  }

  @Test
  void aSeatOfLedgernessRestsOnceItComesBack() {
    Places before = places("ln-core");
    postAndSettle(granted(idle("ln-core", 1)));
    assertThat(places("ln-core").resting()).isEqualTo(before.resting() + 1);
    assertThat(places("ln-core").spare()).isEqualTo(before.spare());
  }

  @Test
  void aChangeThatShowsLaterIsWaitedFor() {
    quillmoor().showAfter(Duration.ofMillis(400));
    JsonNode done = postAndSettle(granted(idle("qm-opus", 1)));
    assertThat(done.get("state").asText()).isEqualTo("CONFIRMED");
  }

  @Test
  void aCallThatWasStartedWhenTheLightsWentOutIsReadBeforeItIsRepeated() {
    String id = granted(idle("qm-opus", 1));
    quillmoor().setFaults(Faults.share(1, 1, Faults.Kind.UNAVAILABLE));
    steward.post(SLATES + "/" + id + "/post");
    // As a kill between call and answer leaves it: started, and done at the vendor.
    JsonNode move = slate(id).at("/moves/0");
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createQuery(
                        "update VendorCall c set c.state = :s, c.due = :now where c.move = :m")
                    .setParameter("s", VendorCall.State.STARTED)
                    .setParameter("now", Instant.now())
                    .setParameter("m", move.get("id").asText())
                    .executeUpdate());
    quillmoor().setFaults(Faults.NONE);
    postman.kick();
    assertThat(settled(id).get("state").asText()).isEqualTo("CONFIRMED");
    assertThat(heldAtVendor(quillmoor(), move)).isFalse();
  }

  /** Letter costs 84.00 a seat at any quantity, and its agreement may shrink on 7 Jan 2027. */
  @Test
  void aSlatesMoneyIsToldByDay() {
    JsonNode preview = slate(draft(idle("qm-letter", 2))).get("preview");
    assertThat(preview.get("cash").toString())
        .isEqualTo(
            "[{\"day\":\"2027-01-07\",\"line\":\"qm-letter\",\"seats\":2,\"yearly\":{\"amount\":\"-168.00\",\"currency\":\"EUR\"}}]");
    assertThat(preview.at("/yearly/amount").asText()).isEqualTo("-168.00");
    assertThat(preview.at("/cashThisYear/amount").asText()).isEqualTo("0.00");
  }

  @Test
  void nobodyDecidesTheirOwnSlate() {
    String own = decider.postJson(SLATES, moves(idle("qm-opus", 1))).json().get("id").asText();
    decider.postJson(SLATES + "/" + own + "/send", "{}");
    Answer answer = decide(own, true);
    assertThat(answer.status()).isEqualTo(403);
    assertThat(answer.detail()).contains("your own slate");
    assertThat(slate(own).get("state").asText()).isEqualTo("SENT");
    assertThat(steward.postJson(SLATES + "/" + own + "/decide", "{\"grant\":true}").status())
        .isEqualTo(403);
  }

  private static Caller withToken(String role) {
    String body = "{\"name\":\"Eyes of a %s\",\"role\":\"%s\"}".formatted(role, role);
    String token =
        Caller.keeper().postJson("/api/v1/access/tokens", body).json().get("token").asText();
    return Caller.nobody().with("Authorization", "Bearer " + token);
  }

  /** Whoever makes tokens could otherwise draft by one and grant by the other. */
  @Test
  void twoTokensOfOneMakerAreOnePairOfEyes() {
    Caller drafts = withToken("STEWARD");
    Caller decides = withToken("DECIDER");
    String id = drafts.postJson(SLATES, moves(idle("qm-opus", 1))).json().get("id").asText();
    assertThat(drafts.postJson(SLATES + "/" + id + "/send", "{}").status()).isEqualTo(200);
    String grant = "{\"grant\":true}";
    Answer own = decides.postJson(SLATES + "/" + id + "/decide", grant);
    assertThat(own.status()).isEqualTo(403);
    assertThat(decides.get(SLATES + "/" + id).json().get("mayDecide").asBoolean()).isFalse();
    assertThat(decider.postJson(SLATES + "/" + id + "/decide", grant).status()).isEqualTo(200);
  }

  @Test
  void nothingIsPostedBeforeItIsGrantedNorTwice() {
    String id = draft(idle("qm-opus", 1));
    assertThat(steward.post(SLATES + "/" + id + "/post").status()).isEqualTo(409);
    steward.postJson(SLATES + "/" + id + "/send", "{}");
    assertThat(steward.post(SLATES + "/" + id + "/post").status()).isEqualTo(409);
    decide(id, true);
    assertThat(decider.post(SLATES + "/" + id + "/post").status()).isEqualTo(403);
    postAndSettle(id);
    Answer twice = steward.post(SLATES + "/" + id + "/post");
    assertThat(twice.status()).isEqualTo(409);
    assertThat(twice.detail()).contains("this one is CONFIRMED");
  }

  @Test
  void aRefusedSlateStaysRefused() {
    String id = draft(idle("qm-opus", 1));
    steward.postJson(SLATES + "/" + id + "/send", "{}");
    JsonNode refused = decide(id, false).json();
    assertThat(refused.get("state").asText()).isEqualTo("REFUSED");
    assertThat(refused.get("reason").asText()).isEqualTo("Because");
    assertThat(decide(id, true).status()).isEqualTo(409);
    assertThat(steward.post(SLATES + "/" + id + "/post").status()).isEqualTo(409);
  }

  @Test
  void withoutAnAnswerByTheDeadlineNothingHappens() {
    String id = draft(idle("qm-opus", 1));
    LocalDate today = clock.today();
    steward.postJson(SLATES + "/" + id + "/send", "{\"deadline\":\"%s\"}".formatted(today));
    QuarkusTransaction.requiringNew()
        .run(
            () ->
                entities
                    .createQuery("update Slate s set s.deadline = :d where s.id = :id")
                    .setParameter("d", today.minusDays(1))
                    .setParameter("id", id)
                    .executeUpdate());
    decisions.lapseOverdue();
    assertThat(slate(id).get("state").asText()).isEqualTo("LAPSED");
    assertThat(decide(id, true).status()).isEqualTo(409);
  }

  @Test
  void aDeadlineThatHasPassedIsRefused() {
    String id = draft(idle("qm-opus", 1));
    Answer answer = steward.postJson(SLATES + "/" + id + "/send", "{\"deadline\":\"2026-09-01\"}");
    assertThat(answer.status()).isEqualTo(400);
    assertThat(answer.detail()).contains("has passed");
  }

  @Test
  void aKeptSeatBlocksTheWholeSlateUntilItIsTakenOff() {
    String kept =
        steward
            .get("/api/v1/subscriptions/qm-opus/holdings")
            .json()
            .findParents("keptUntil")
            .stream()
            .filter(holding -> holding.get("kept").asBoolean())
            .map(holding -> holding.get("holding").asText())
            .findFirst()
            .orElseThrow();
    List<String> holdings = new ArrayList<>(idle("qm-opus", 1));
    holdings.add(kept);
    String id = draft(holdings);
    JsonNode draft = slate(id);
    assertThat(draft.at("/preview/blocked").asInt()).isEqualTo(1);
    assertThat(draft.at("/moves/1/blocks/0/code").asText()).isEqualTo("KEPT");
    Answer sent = steward.postJson(SLATES + "/" + id + "/send", "{}");
    assertThat(sent.status()).isEqualTo(422);
    assertThat(sent.json().at("/violations/0/message").asText()).contains("Kept until");
    steward.delete(SLATES + "/" + id + "/moves/" + draft.at("/moves/1/id").asText());
    assertThat(steward.postJson(SLATES + "/" + id + "/send", "{}").status()).isEqualTo(200);
  }

  @Test
  void whatCannotGoIsTakenOffAtOnceAndTheRestIsSent() {
    List<String> holdings = new ArrayList<>(idle("qm-opus", 2));
    String first = draft(holdings.subList(0, 1));
    steward.postJson(SLATES + "/" + first + "/send", "{}");
    String id = draft(holdings);
    assertThat(slate(id).at("/preview/blocked").asInt()).isEqualTo(1);
    assertThat(steward.delete(SLATES + "/" + id + "/moves").status()).isEqualTo(400);
    JsonNode left = steward.delete(SLATES + "/" + id + "/moves?blocked=true").json();
    assertThat(left.get("moves"))
        .extracting(m -> m.get("holding").asText())
        .containsExactly(holdings.get(1));
    assertThat(steward.postJson(SLATES + "/" + id + "/send", "{}").status()).isEqualTo(200);
  }

  @Test
  void theSameSeatIsNotPlannedByTwoSlates() {
    List<String> holdings = idle("qm-opus", 1);
    String first = draft(holdings);
    steward.postJson(SLATES + "/" + first + "/send", "{}");
    String second = draft(holdings);
    assertThat(slate(second).at("/moves/0/blocks/0/code").asText()).isEqualTo("ALREADY_PLANNED");
    assertThat(steward.postJson(SLATES + "/" + second + "/send", "{}").status()).isEqualTo(422);
  }

  @Test
  void anUnknownHoldingPutsNothingOnTheSlate() {
    Answer answer = steward.postJson(SLATES, moves(List.of("h-none")));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.json().at("/violations/0/value").asText()).isEqualTo("h-none");
    assertThat(steward.postJson(SLATES, "[{\"kind\":\"SELL\"}]").status()).isEqualTo(400);
    assertThat(steward.postJson(SLATES, "{nonsense").status()).isEqualTo(400);
  }

  @Test
  void anotherStewardsDraftIsNotMine() {
    String id = draft(idle("qm-opus", 1));
    assertThat(decider.postJson(SLATES + "/" + id + "/moves", moves(List.of())).status())
        .isEqualTo(403);
    assertThat(decider.delete(SLATES + "/" + id).status()).isEqualTo(403);
    assertThat(steward.delete(SLATES + "/" + id).status()).isEqualTo(204);
    assertThat(steward.get(SLATES + "/" + id).status()).isEqualTo(404);
  }

  @Test
  void anInvitationComesBackFromPromised() {
    String holding =
        steward
            .get("/api/v1/subscriptions/qm-opus/holdings?state=UNANSWERED")
            .json()
            .at("/0/holding")
            .asText();
    String id = granted(List.of(holding));
    postAndSettle(id);
    assertThat(steward.get("/api/v1/journal?slate=" + id).json().at("/0/fromPlace").asText())
        .isEqualTo("PROMISED");
    Book book = books.current();
    Account account =
        book.accounts().byId(book.holding(book.holdings().numberOf(holding)).account());
    assertThat(account.state()).isEqualTo(Account.State.INVITED);
  }
}
