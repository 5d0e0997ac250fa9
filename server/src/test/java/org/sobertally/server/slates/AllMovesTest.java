package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.demo.Demo;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.server.support.Zips;
import org.sobertally.server.time.TallyClock;
import org.sobertally.skerry.standin.VendorStandIn;

/** Every kind of move over the whole way: slate, decision, vendor, reading back, undoing. */
@QuarkusTest
class AllMovesTest {

  private static final String SLATES = SlateRun.SLATES;

  @Inject Demo demo;
  @Inject Books books;
  @Inject TallyClock clock;
  @Inject EntityManager entities;

  private final SlateRun run = new SlateRun();
  private final Caller steward = run.steward;

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createQuery("delete from Slate s").executeUpdate();
              entities.createNativeQuery("delete from saving").executeUpdate();
            });
    DemoBook.takeLate();
    quillmoor().showAfter(Duration.ZERO);
    demo.standIn("beaconfell").showAfter(Duration.ZERO);
  }

  private VendorStandIn quillmoor() {
    return demo.standIn("quillmoor");
  }

  private JsonNode slate(String id) {
    return run.slate(id);
  }

  private Answer draft(String move) {
    return steward.postJson(SLATES, move);
  }

  private JsonNode posted(String move) {
    return run.postAndSettle(run.granted(move));
  }

  private JsonNode undone(JsonNode slate) {
    return run.undone(slate);
  }

  private static String state(JsonNode slate) {
    return slate.at("/moves/0/state").asText();
  }

  private Places places(String line) {
    Book book = books.current();
    return Ledger.count(book, book.lines().require(line), clock.today());
  }

  private Account account(String id) {
    return books.current().accounts().byId(id);
  }

  /** An open holding of the subscription in that state, not kept, of an ordinary account. */
  private JsonNode holding(String line, String state) {
    for (JsonNode holding :
        steward
            .get("/api/v1/subscriptions/%s/holdings?state=%s&limit=10000".formatted(line, state))
            .json()) {
      boolean ordinary = !holding.get("kept").asBoolean() && !holding.get("admin").asBoolean();
      if (ordinary && holding.hasNonNull("person")) {
        return holding;
      }
    }
    throw new AssertionError("no " + state + " holding of " + line);
  }

  @Test
  void aStepDownChangesTheSeatAtOnceAndComesBackWhenUndone() {
    JsonNode held = holding("qm-opus", "IDLE");
    String account = held.get("account").asText();
    Places opus = places("qm-opus");
    Places folio = places("qm-folio");
    JsonNode slate =
        posted(
            "{\"kind\":\"STEP_DOWN\",\"holding\":\"%s\",\"plan\":\"quill-folio\"}"
                .formatted(held.get("holding").asText()));
    assertThat(state(slate)).isEqualTo("CONFIRMED");
    assertThat(slate.at("/moves/0/what").asText()).isEqualTo("step down Opus → Folio");
    assertThat(slate.at("/moves/0/yearly/amount").asText()).isEqualTo("-216.00");
    assertThat(quillmoor().plansOf(account)).contains("quill-folio").doesNotContain("quill-opus");
    assertThat(places("qm-opus").held()).isEqualTo(opus.held() - 1);
    assertThat(places("qm-folio").held()).isEqualTo(folio.held() + 1);

    assertThat(state(undone(slate))).isEqualTo("UNDONE");
    assertThat(quillmoor().plansOf(account)).contains("quill-opus").doesNotContain("quill-folio");
    assertThat(places("qm-opus")).isEqualTo(opus);
    assertThat(places("qm-folio")).isEqualTo(folio);
  }

  @Test
  void aStepByTheWrongNameIsSaid() {
    JsonNode held = holding("qm-folio", "IDLE");
    Answer answer =
        draft(
            "{\"kind\":\"STEP_DOWN\",\"holding\":\"%s\",\"plan\":\"quill-opus\"}"
                .formatted(held.get("holding").asText()));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.text()).contains("From Folio to Opus is a step up.");
  }

  @Test
  void restingShutsTheLoginAndUndoingOpensIt() {
    JsonNode held = holding("qm-folio", "SUSPENDED");
    String account = held.get("account").asText();
    JsonNode slate =
        posted("{\"kind\":\"REST\",\"holding\":\"%s\"}".formatted(held.get("holding").asText()));
    assertThat(state(slate)).isEqualTo("CONFIRMED");
    assertThat(quillmoor().account(account).active()).isFalse();
    assertThat(quillmoor().plansOf(account)).contains("quill-stow");
    assertThat(account(account).state()).isEqualTo(Account.State.SUSPENDED);
  }

  @Test
  void anAccountIsSuspendedAndBroughtBack() {
    JsonNode held = holding("qm-folio", "IDLE");
    String account = held.get("account").asText();
    JsonNode slate = posted("{\"kind\":\"SUSPEND\",\"account\":\"%s\"}".formatted(account));
    assertThat(state(slate)).isEqualTo("CONFIRMED");
    assertThat(quillmoor().account(account).active()).isFalse();
    assertThat(quillmoor().plansOf(account)).as("the seat stays").contains("quill-folio");
    assertThat(account(account).stateSince()).isEqualTo(clock.today());
    undone(slate);
    assertThat(quillmoor().account(account).active()).isTrue();
    assertThat(account(account).state()).isEqualTo(Account.State.ACTIVE);
  }

  @Test
  void aDeletedAccountComesBackWithItsSeats() {
    JsonNode held = holding("qm-letter", "IDLE");
    String account = held.get("account").asText();
    Set<String> plans = quillmoor().plansOf(account);
    Places before = places("qm-letter");
    JsonNode slate =
        posted("{\"kind\":\"DELETE\",\"account\":\"%s\",\"data\":\"SAVED\"}".formatted(account));
    assertThat(state(slate)).isEqualTo("CONFIRMED");
    assertThat(quillmoor().account(account)).isNull();
    assertThat(account(account).state()).isEqualTo(Account.State.DELETED);
    assertThat(places("qm-letter").held()).isEqualTo(before.held() - 1);
    assertThat(slate.at("/moves/0/undoUntil").isNull()).isFalse();
    undone(slate);
    assertThat(quillmoor().plansOf(account)).isEqualTo(plans);
    assertThat(places("qm-letter")).isEqualTo(before);
  }

  @Test
  void aDeletionWithoutAWordAboutTheDataCannotBeSent() {
    String account = holding("qm-letter", "IDLE").get("account").asText();
    Answer answer = draft("{\"kind\":\"DELETE\",\"account\":\"%s\"}".formatted(account));
    String id = answer.json().get("id").asText();
    Answer sent = steward.postJson(SLATES + "/" + id + "/send", "{}");
    assertThat(sent.status()).isEqualTo(422);
    assertThat(sent.text()).contains("Choose what becomes of the data");
  }

  @Test
  void aSeatForSomebodyNewOpensAnAccount() {
    JsonNode held = holding("bf-drills", "IDLE");
    posted("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(held.get("holding").asText()));
    String stranger = personWithoutAccountAt("beaconfell");
    JsonNode slate =
        posted(
            "{\"kind\":\"HAND_OUT\",\"person\":\"%s\",\"plan\":\"beacon-drills\"}"
                .formatted(stranger));
    assertThat(state(slate)).isEqualTo("CONFIRMED");
    String account = slate.at("/moves/0/account").asText();
    assertThat(demo.standIn("beaconfell").account(account).invited()).isTrue();
    assertThat(account(account).state()).isEqualTo(Account.State.INVITED);
    assertThat(account(account).person()).isEqualTo(stranger);
    assertThat(places("bf-drills").spare()).isZero();
  }

  private String personWithoutAccountAt(String vendor) {
    Book book = books.current();
    for (int p = 0; p < book.people().size(); p++) {
      boolean has = false;
      for (int a : book.accountsOf(p)) {
        has |= book.accounts().get(a).vendor().equals(vendor);
      }
      boolean works = book.standings().statusOn(p, Days.of(clock.today())) == Person.Status.ACTIVE;
      if (!has && works) {
        return book.people().get(p).id();
      }
    }
    throw new AssertionError("everybody has an account");
  }

  @Test
  void aSeatThatIsKeptCannotBeTakenBackUntilTheKeepEnds() {
    String holding = holding("qm-opus", "IDLE").get("holding").asText();
    JsonNode slate =
        posted(
            "{\"kind\":\"KEEP\",\"holding\":\"%s\",\"reason\":\"winter audit\",\"until\":\"2026-12-31\"}"
                .formatted(holding));
    assertThat(slate.get("state").asText()).isEqualTo("CONFIRMED");
    String takeBack = "{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding);
    assertThat(draft(takeBack).json().at("/moves/0/blocks/0/text").asText())
        .isEqualTo("Kept until 31 Dec 2026: winter audit.");
    assertThat(state(undone(slate))).isEqualTo("UNDONE");
    String id = slate.get("id").asText();
    assertThat(books.current().keepOn(holding, clock.today())).isNull();
    assertThat(steward.get("/api/v1/journal?slate=" + id).text()).contains("KEEP_ENDED");
  }

  @Test
  void whatIsGivenBackIsKeptFromTheDayOnWhichItStops() {
    JsonNode slate = posted("{\"kind\":\"GIVE_BACK\",\"line\":\"pl-charts\",\"seats\":2}");
    assertThat(slate.at("/moves/0/yearly/amount").asText()).isEqualTo("-620.00");
    assertThat(slate.at("/moves/0/cashFrom").asText()).isEqualTo("2026-10-01");
    assertThat(kept("2026-09-30")).isEqualTo("0.00");
    assertThat(kept("2026-10-01")).as("one day of it").isEqualTo("1.70");
    assertThat(kept("2026-12-31")).as("92 days").isEqualTo("156.27");
    assertThat(kept("2027-01-01")).as("a year begins with a day").isEqualTo("1.70");
    assertThat(standing("2026-10-01").at("/keptYearly/amount").asText()).isEqualTo("620.00");
    Book book = books.current();
    int line = book.lines().require("pl-charts");
    assertThat(book.boughtOn(line, LocalDate.of(2026, 10, 1))).isEqualTo(58);
    undone(slate);
    assertThat(kept("2026-10-01")).isEqualTo("0.00");
    assertThat(books.current().boughtOn(line, LocalDate.of(2026, 10, 1))).isEqualTo(60);
  }

  @Test
  void aSeatTakenBackThatServesSomebodyElseAvoidsAPurchase() {
    assertThat(places("bf-drills").spare()).isZero();
    String holding = holding("bf-drills", "UNANSWERED").get("holding").asText();
    posted("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding));
    assertThat(steward.get("/api/v1/kept?state=AVOIDED").json()).isEmpty();
    String person =
        steward
            .get("/api/v1/people?lacks=beacon-drills&status=ACTIVE&limit=1")
            .json()
            .at("/0/person")
            .asText();
    posted(
        "{\"kind\":\"HAND_OUT\",\"person\":\"%s\",\"plan\":\"beacon-drills\"}".formatted(person));
    JsonNode avoided = steward.get("/api/v1/kept?state=AVOIDED").json();
    assertThat(avoided).hasSize(1);
    assertThat(avoided.at("/0/what").asText()).startsWith("A Drills seat found again for");
    assertThat(avoided.at("/0/yearly/amount").asText()).isEqualTo("38.00");
    JsonNode month = steward.get("/api/v1/statement?from=2026-09&to=2026-09").json().get(0);
    assertThat(month.at("/foundAgain/seats").asInt()).isEqualTo(1);
    assertThat(month.at("/foundAgain/amount/amount").asText()).isEqualTo("38.00");
    assertThat(month.at("/kept/amount").asText()).as("no bill fell").isEqualTo("0.00");
  }

  /**
   * What was given back does not renew as it is, and is not told as if nobody had done anything.
   */
  @Test
  void aNoticeLineCountsWithWhatIsGivenBack() {
    assertThat(steward.get("/api/v1/desk").text()).contains("It renews on 30 Oct 2026 as it is");
    JsonNode sizing = steward.get("/api/v1/pools/plum-draft/sizing").json();
    posted(
        "{\"kind\":\"GIVE_BACK\",\"line\":\"pb-draft\",\"seats\":%d}"
            .formatted(sizing.get("surplus").asInt()));
    assertThat(steward.get("/api/v1/desk").text())
        .doesNotContain("It renews on 30 Oct 2026 as it is");
  }

  private String kept(String day) {
    return standing(day).at("/kept/amount").asText();
  }

  private JsonNode standing(String day) {
    return steward.get("/api/v1/standing?asOf=" + day).json();
  }

  @Test
  void aVendorWithoutALinkIsChangedByHand() {
    String holding = holding("rh-forms", "IDLE").get("holding").asText();
    JsonNode slate = posted("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding));
    assertThat(slate.get("state").asText()).isEqualTo("POSTED");
    assertThat(slate.get("byHand").asInt()).isEqualTo(1);
    String id = slate.get("id").asText();
    String move = slate.at("/moves/0/id").asText();
    Answer done = steward.post(SLATES + "/" + id + "/moves/" + move + "/done-by-hand");
    assertThat(done.json().get("state").asText()).isEqualTo("CONFIRMED");
    Book book = books.current();
    assertThat(book.holding(book.holdings().numberOf(holding)).until()).isEqualTo(clock.today());
    assertThat(steward.get("/api/v1/journal?slate=" + id).text()).contains("not read back");
    assertThat(steward.post(SLATES + "/" + id + "/moves/" + move + "/done-by-hand").status())
        .isEqualTo(409);
  }

  @Test
  void workByHandIsAListToTakeAlongAndDoneInOneStroke() {
    List<String> moves = new ArrayList<>();
    for (JsonNode holding :
        steward.get("/api/v1/subscriptions/rh-forms/holdings?state=IDLE").json()) {
      if (!holding.get("kept").asBoolean() && moves.size() < 2) {
        moves.add(
            "{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}"
                .formatted(holding.get("holding").asText()));
      }
    }
    String id = posted("{\"moves\":[%s]}".formatted(String.join(",", moves))).get("id").asText();
    String list = "/api/v1/work-by-hand";
    JsonNode work = steward.get(list + "?slate=" + id).json();
    assertThat(work).hasSize(2);
    assertThat(work.at("/0/vendorName").asText()).isEqualTo("Reedholm");
    assertThat(work.at("/0/todo").asText()).isEqualTo("take back Forms");
    assertThat(work.at("/0/email").asText()).contains("@");
    assertThat(work.at("/0/slate").asText()).isEqualTo(id);
    assertThat(steward.get(list + "?vendor=quillmoor").json()).isEmpty();
    assertThat(Caller.decider().get(list).status()).isEqualTo(403);
    assertThat(steward.post(list + "/done?slate=none").json()).isEmpty();
    assertThat(steward.get(list).json()).hasSize(2);
    assertThat(steward.post(list + "/done?slate=" + id).json()).isEmpty();
    assertThat(steward.get(SLATES + "/" + id).json().get("state").asText()).isEqualTo("CONFIRMED");
  }

  @Test
  void anIntakeThatShowsItConfirmsAChangeMadeByHand() {
    String holding = holding("rh-forms", "IDLE").get("holding").asText();
    JsonNode slate = posted("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding));
    String id = slate.get("id").asText();
    DemoBook.takeLate();
    assertThat(slate(id).get("byHand").asInt()).as("the intake does not show it").isEqualTo(1);
    byte[] book = Zips.without(DemoBook.late(), "holdings.csv", holding + ",");
    Caller.keeper().putZip("/api/v1/book?replace=true", book);
    assertThat(slate(id).get("state").asText()).isEqualTo("CONFIRMED");
    assertThat(steward.get("/api/v1/journal?slate=" + id).text()).contains("the intake from");
  }

  @Test
  void aListIsJudgedRowByRow() {
    JsonNode idle = holding("qm-opus", "IDLE");
    String holder = idle.get("person").asText();
    String list =
        """
        mail,plan
        %s,Opus
        nobody@skerryline.example,Opus
        %s,Nonsense
        p0001
        """
            .formatted(holder, holder);
    JsonNode checked = steward.postText(SLATES + "/list-check?kind=TAKE_BACK", list).json();
    assertThat(checked.at("/rows").findValuesAsText("verdict"))
        .containsExactly("GOOD", "UNKNOWN_PERSON", "UNKNOWN_PLAN", "UNREADABLE");
    assertThat(checked.at("/rows/0/move/holding").asText()).isEqualTo(idle.get("holding").asText());
    JsonNode give = steward.postText(SLATES + "/list-check?plan=quill-opus", list).json();
    assertThat(give.at("/rows/0/verdict").asText()).isEqualTo("ALREADY_HOLDS");
    assertThat(steward.postText(SLATES + "/list-check", "").status()).isEqualTo(400);
    assertThat(Caller.reader().postText(SLATES + "/list-check", list).status()).isEqualTo(403);
    String rest = steward.postText(SLATES + "/list-check/rest?kind=TAKE_BACK", list).text();
    assertThat(rest.lines()).hasSize(4).anyMatch(row -> row.contains("UNKNOWN_PLAN"));
  }

  /** As they stand in a letter: one line, commas between. */
  @Test
  void addressesOnOneLineAreAPersonEach() {
    JsonNode invited = steward.get("/api/v1/invitations").json().get(0);
    Book book = books.current();
    String list =
        "%s, nobody@skerryline.example, %s"
            .formatted(
                book.people().byId(invited.get("person").asText()).email(),
                book.people().byId("p0001").email());
    JsonNode checked =
        steward.postText(SLATES + "/list-check?plan=" + invited.get("plan").asText(), list).json();
    assertThat(checked.at("/rows").findValuesAsText("verdict"))
        .startsWith("ALREADY_INVITED", "UNKNOWN_PERSON")
        .hasSize(3);
  }

  @Test
  void aListOfTwentyThousandRowsSaysWhichOfThemAreBroken() {
    StringBuilder list = new StringBuilder();
    for (int row = 0; row < 20_000; row++) {
      list.append(row % 40 == 7 ? "x" + row : "p%04d".formatted(1 + row % 742)).append(",Viewer\n");
    }
    JsonNode checked = steward.postText(SLATES + "/list-check", list.toString()).json();
    assertThat(checked.at("/verdicts/UNKNOWN_PERSON").asInt()).isEqualTo(500);
    assertThat(checked.get("good").asInt()).isEqualTo(places("dg-viewer").spare());
    list.append("p0001,Viewer\n");
    assertThat(steward.postText(SLATES + "/list-check", list.toString()).status()).isEqualTo(413);
  }

  @Test
  void aSeatHandedOutGoesBackWhenUndone() {
    String person =
        steward
            .get("/api/v1/people?lacks=quill-letter&status=ACTIVE&limit=1")
            .json()
            .at("/0/person")
            .asText();
    Places before = places("qm-letter");
    JsonNode slate =
        posted(
            "{\"kind\":\"HAND_OUT\",\"person\":\"%s\",\"plan\":\"quill-letter\"}"
                .formatted(person));
    assertThat(state(slate)).isEqualTo("CONFIRMED");
    assertThat(places("qm-letter").held()).isEqualTo(before.held() + 1);
    String account = slate.at("/moves/0/account").asText();
    assertThat(quillmoor().plansOf(account)).contains("quill-letter");
    undone(slate);
    assertThat(quillmoor().plansOf(account)).doesNotContain("quill-letter");
    assertThat(places("qm-letter")).isEqualTo(before);
  }

  @Test
  void aRestingSeatIsWokenAndTheLoginOpened() {
    JsonNode held = holding("qm-folio", "IDLE");
    String account = held.get("account").asText();
    JsonNode rested =
        posted("{\"kind\":\"REST\",\"holding\":\"%s\"}".formatted(held.get("holding").asText()));
    assertThat(quillmoor().account(account).active()).isFalse();
    String resting = BookEditor.openHoldingOf(books.current(), account, "qm-stow", clock.today());
    JsonNode woken =
        posted(
            "{\"kind\":\"WAKE\",\"holding\":\"%s\",\"plan\":\"quill-letter\"}".formatted(resting));
    assertThat(rested.at("/moves/0/yearly/amount").asText()).isEqualTo("-156.00");
    assertThat(state(woken)).isEqualTo("CONFIRMED");
    assertThat(quillmoor().account(account).active()).isTrue();
    assertThat(quillmoor().plansOf(account)).containsExactly("quill-letter");
    assertThat(account(account).state()).isEqualTo(Account.State.ACTIVE);
  }

  @Test
  void seatsAreBoughtFromToday() {
    JsonNode slate = posted("{\"kind\":\"BUY_MORE\",\"line\":\"bf-drills\",\"seats\":4}");
    assertThat(slate.at("/moves/0/yearly/amount").asText()).isEqualTo("152.00");
    assertThat(places("bf-drills").bought()).isEqualTo(154);
    assertThat(places("bf-drills").spare()).isEqualTo(4);
    assertThat(slate.at("/moves/0/mayUndo").asBoolean()).isFalse();
  }

  @Test
  void driftIsPutRightAtTheVendor() {
    VendorStandIn gantryfold = demo.standIn("gantryfold");
    gantryfold.showAfter(Duration.ZERO);
    steward.post("/api/v1/vendors/gantryfold/read");
    for (JsonNode drift : steward.get("/api/v1/vendors/gantryfold/drift").json()) {
      String account = drift.get("account").asText();
      posted(
          "{\"kind\":\"PUT_RIGHT\",\"account\":\"%s\",\"plan\":\"gantry-helper\"}"
              .formatted(account));
      assertThat(gantryfold.plansOf(account).contains("gantry-helper"))
          .isEqualTo(!drift.get("onlyAtVendor").asBoolean());
    }
    assertThat(steward.get("/api/v1/vendors/gantryfold/drift").json()).isEmpty();
  }

  @Test
  void whatIsNoMoveIsSaid() {
    assertThat(draft("{\"holding\":\"x\"}").status()).isEqualTo(400);
    assertThat(draft("{\"kind\":\"JUMP\"}").status()).isEqualTo(400);
    assertThat(draft("{\"kind\":\"HAND_OUT\",\"person\":\"p0001\",\"plan\":\"plum-draft\"}").text())
        .contains("Nobody holds a seat of a pool.");
    assertThat(draft("{\"kind\":\"HAND_OUT\",\"plan\":\"quill-opus\"}").text())
        .contains("Name a person or an account.");
    assertThat(
            draft("{\"kind\":\"TAKE_BACK\",\"person\":\"p0001\",\"plan\":\"deep-author\"}").text())
        .contains("holds no seat of that plan");
    assertThat(draft("{\"kind\":\"GIVE_BACK\",\"line\":\"qm-opus\",\"seats\":0}").status())
        .isEqualTo(422);
    assertThat(draft("{\"kind\":\"SUSPEND\",\"account\":\"none\"}").status()).isEqualTo(422);
    assertThat(draft("{\"kind\":\"REST\",\"holding\":\"none\"}").status()).isEqualTo(422);
  }

  @Test
  void theListOfSlatesCountsWhatTheSlatesTell() {
    String holding = holding("qm-opus", "IDLE").get("holding").asText();
    JsonNode slate = posted("{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(holding));
    JsonNode listed = steward.get(SLATES).json().get(0);
    assertThat(listed.get("id")).isEqualTo(slate.get("id"));
    assertThat(listed.get("moves")).isEmpty();
    for (String field : List.of("state", "moveCount", "settled", "failed", "about", "openCalls")) {
      assertThat(listed.get(field)).as(field).isEqualTo(slate.get(field));
    }
    assertThat(listed.at("/preview/yearly/amount").asText()).isEqualTo("-396.00");
    assertThat(listed.at("/preview/seatsBack").asInt()).isEqualTo(1);
  }
}
