package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import jakarta.persistence.PersistenceException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.demo.Demo;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.server.support.Scratch;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.Wait;
import org.sobertally.server.support.Zips;
import org.sobertally.server.vendors.VendorRolls;
import org.sobertally.skerry.standin.Faults;
import org.sobertally.skerry.standin.Holder;
import org.sobertally.skerry.standin.Lie;
import org.sobertally.skerry.standin.VendorStandIn;

/** Vendors that lie, that are gone, and books that change beneath moves under way. */
@QuarkusTest
class HostileVendorTest {

  private static final String SLATES = SlateRun.SLATES;

  @Inject Demo demo;
  @Inject Books books;
  @Inject BookService bookService;
  @Inject SlatePosting posting;
  @Inject VendorRolls rolls;
  @Inject EntityManager entities;

  private final SlateRun run = new SlateRun();
  private final Caller steward = run.steward;

  @BeforeEach
  void takeTheDemoBook() {
    forgetSlates();
    DemoBook.takeLate();
    quillmoor().showAfter(Duration.ZERO);
  }

  @AfterEach
  void mendTheVendor() {
    quillmoor().beHonest();
    quillmoor().allow(Integer.MAX_VALUE);
    quillmoor().setFaults(Faults.NONE);
    forgetSlates();
  }

  /** A call that is being carried may hold its row for a moment. */
  private void forgetSlates() {
    Wait.until(
        "the slates are gone",
        () -> {
          try {
            QuarkusTransaction.requiringNew()
                .run(() -> entities.createQuery("delete from Slate s").executeUpdate());
            return true;
          } catch (PersistenceException e) {
            return false;
          }
        });
  }

  private VendorStandIn quillmoor() {
    return demo.standIn("quillmoor");
  }

  private String takeBacks(String line, int count) {
    List<String> moves = new ArrayList<>();
    for (JsonNode seat : steward.get("/api/v1/subscriptions/%s/holdings".formatted(line)).json()) {
      boolean held = List.of("IDLE", "IN_USE").contains(seat.path("state").asText());
      boolean free =
          held && !seat.get("kept").asBoolean() && !owesData(seat.get("person").asText());
      if (free && moves.size() < count) {
        moves.add(
            "{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}".formatted(seat.get("holding").asText()));
      }
    }
    assertThat(moves).hasSize(count);
    return moves.toString();
  }

  /** Finance and Legal keep data for longer than the vendor does. */
  private boolean owesData(String person) {
    return books.current().groupsOf(person).stream().anyMatch(g -> g.retentionDays() != null);
  }

  private Map<String, Holder> atQuillmoor() {
    Map<String, Holder> all = new HashMap<>();
    Book book = books.current();
    for (Account account : book.accounts().all()) {
      if (account.vendor().equals("quillmoor")) {
        all.put(account.id(), quillmoor().account(account.id()));
      }
    }
    return all;
  }

  /**
   * Half of all answers are lies of every sort: what is confirmed is true, and nobody else is
   * touched.
   */
  @Test
  void whatIsConfirmedIsTrueWhateverTheVendorSays() {
    Map<String, Holder> before = atQuillmoor();
    String id = run.granted(takeBacks("qm-letter", 20));
    // One that wants to be left alone is left alone for an hour; it has a test of its own.
    Set<Lie> lies = EnumSet.complementOf(EnumSet.of(Lie.WAIT_FOR_EVER));
    quillmoor().lie(0.5, 11, lies.toArray(Lie[]::new));
    JsonNode done = run.postAndSettle(id);
    quillmoor().beHonest();
    Set<String> asked = new HashSet<>();
    for (JsonNode move : done.get("moves")) {
      String account = move.get("account").asText();
      asked.add(account);
      assertThat(move.get("state").asText()).isIn("CONFIRMED", "FAILED");
      if (move.get("state").asText().equals("CONFIRMED")) {
        assertThat(quillmoor().plansOf(account)).doesNotContain("quill-letter");
      } else {
        assertThat(move.get("reason").asText()).isNotBlank();
      }
    }
    before.forEach(
        (account, holder) -> {
          if (!asked.contains(account)) {
            assertThat(quillmoor().account(account)).as(account).isEqualTo(holder);
          }
        });
  }

  private void readQuillmoor() {
    JsonNode read = steward.post("/api/v1/vendors/quillmoor/read").json();
    assertThat(read.get("readFault").isNull()).as(read.toString()).isTrue();
  }

  /** The first reading fails: nothing leaves, and nobody who is not found counts as gone. */
  @Test
  void nothingLeavesOverALinkThatNeverReadItsVendorWhole() {
    String id = run.granted(takeBacks("qm-letter", 6));
    rolls.forget("quillmoor");
    quillmoor().setFaults(Faults.share(1, 1, Faults.Kind.UNAVAILABLE));
    steward.post(SLATES + "/" + id + "/post");
    Wait.until(
        "it is said that the vendor was not read",
        () ->
            run.slate(id)
                .at("/moves/0/waitsFor")
                .asText()
                .startsWith("Quillmoor has not been read yet"));
    for (JsonNode move : run.slate(id).get("moves")) {
      assertThat(move.get("state").asText()).isEqualTo("SENT");
      assertThat(quillmoor().plansOf(move.get("account").asText())).contains("quill-letter");
    }
    quillmoor().setFaults(Faults.NONE);
    JsonNode done = run.settled(id);
    assertThat(done.get("state").asText()).isEqualTo("CONFIRMED");
    for (JsonNode move : done.get("moves")) {
      assertThat(quillmoor().plansOf(move.get("account").asText())).isEmpty();
    }
  }

  /** It has lost its way: by itself and among all, it finds nobody any more. */
  @Test
  void aVendorThatFindsNobodyConfirmsNothing() {
    String id = run.granted(takeBacks("qm-letter", 2));
    readQuillmoor();
    quillmoor().lie(1, 7, Lie.NOBODY_THERE);
    steward.post(SLATES + "/" + id + "/post");
    Wait.until(
        "it is said why that is not believed",
        () -> {
          return run.slate(id).at("/moves/0/waitsFor").asText().contains("no accounts at all");
        });
    for (JsonNode move : run.slate(id).get("moves")) {
      assertThat(move.get("state").asText()).isEqualTo("SENT");
    }
    quillmoor().beHonest();
    for (JsonNode move : run.settled(id).get("moves")) {
      boolean gone = quillmoor().plansOf(move.get("account").asText()).isEmpty();
      assertThat(move.get("state").asText())
          .as("nothing was sent, and nothing is believed: %s", move)
          .isEqualTo(gone ? "CONFIRMED" : "FAILED");
    }
  }

  /** Nobody was ever recognised as this account: that it is not found says nothing of a seat. */
  @Test
  void whoTheVendorNeverShowedIsNotTakenForGone() {
    String id = run.granted(takeBacks("qm-letter", 1));
    String account = run.slate(id).at("/moves/0/account").asText();
    quillmoor().delete(account);
    JsonNode done = run.postAndSettle(id);
    assertThat(done.at("/moves/0/state").asText()).isEqualTo("FAILED");
    assertThat(done.at("/moves/0/reason").asText())
        .contains("shows no account that is recognised as " + account);
  }

  /** It was there when all was read, and is gone since: a whole reading that agrees says so. */
  @Test
  void whoIsGoneSinceTheReadingIsConfirmedByTheNext() {
    String id = run.granted(takeBacks("qm-letter", 1));
    readQuillmoor();
    quillmoor().delete(run.slate(id).at("/moves/0/account").asText());
    assertThat(run.postAndSettle(id).at("/moves/0/state").asText()).isEqualTo("CONFIRMED");
  }

  @Test
  void anAnswerThatSaysNothingIsToldSoAndInTheEndTheMoveFails() {
    String id = run.granted(takeBacks("qm-opus", 3));
    readQuillmoor();
    quillmoor().lie(1, 3, Lie.EXCUSE);
    JsonNode done = run.postAndSettle(id);
    assertThat(done.get("state").asText()).isEqualTo("FAILED");
    assertThat(done.at("/moves/0/reason").asText())
        .contains("whether it happened is not known")
        .contains("try later");
    quillmoor().beHonest();
    for (JsonNode move : done.get("moves")) {
      assertThat(quillmoor().plansOf(move.get("account").asText())).contains("quill-opus");
    }
  }

  /** The 429 of one move holds up the next no more than it holds up itself. */
  @Test
  void aWaitWithoutEndIsOneMovesOnly() {
    String id = run.granted(takeBacks("qm-letter", 12));
    quillmoor().lie(0.1, 5, Lie.WAIT_FOR_EVER);
    steward.post(SLATES + "/" + id + "/post");
    Wait.until("most moves are settled", () -> run.slate(id).get("settled").asInt() >= 6);
    JsonNode slate = run.slate(id);
    for (JsonNode move : slate.get("moves")) {
      if (move.get("state").asText().equals("SENT")) {
        assertThat(move.get("mayEnd").asBoolean()).isTrue();
        endMove(id, move, "It wants to be left alone.");
      }
    }
    assertThat(run.slate(id).get("openCalls").asInt()).isZero();
  }

  private Answer endMove(String slate, JsonNode move, String reason) {
    return steward.postJson(
        SLATES + "/" + slate + "/moves/" + move.get("id").asText() + "/end",
        "{\"reason\":\"%s\"}".formatted(reason));
  }

  private String stuck() {
    String id = run.granted(takeBacks("qm-opus", 2));
    quillmoor().setFaults(Faults.share(1, 1, Faults.Kind.CUT));
    assertThat(steward.post(SLATES + "/" + id + "/post").status()).isEqualTo(200);
    return id;
  }

  @Test
  void aMoveAtAVendorThatIsGoneIsEndedWithAReason() {
    String id = stuck();
    JsonNode first = run.slate(id).at("/moves/0");
    assertThat(Caller.reader().postJson(SLATES + "/" + id + "/moves/x/end", "{}").status())
        .isEqualTo(403);
    assertThat(endMove(id, first, " ").status()).isEqualTo(400);
    JsonNode ended = endMove(id, first, "Quillmoor has closed down.").json();
    assertThat(ended.at("/moves/0/state").asText()).isEqualTo("FAILED");
    assertThat(ended.at("/moves/0/reason").asText())
        .isEqualTo("Ended by a steward: Quillmoor has closed down.");
    assertThat(endMove(id, first, "Again.").status()).isEqualTo(409);
    assertThat(steward.get("/api/v1/journal?slate=" + id).text()).contains("CALL_ENDED");
    Book book = books.current();
    int number = book.holdings().numberOf(first.get("holding").asText());
    assertThat(book.holding(number).until()).as("nothing is believed").isNull();
  }

  @Test
  void aMoveAtAVendorThatIsGoneIsMadeByHandInstead() {
    String id = stuck();
    String move = SLATES + "/" + id + "/moves/" + run.slate(id).at("/moves/0/id").asText();
    assertThat(steward.post(move + "/done-by-hand").detail()).contains("turn it into one by hand");
    JsonNode turned = steward.post(move + "/by-hand").json();
    assertThat(turned.at("/moves/0/byHand").asBoolean()).isTrue();
    quillmoor().setFaults(Faults.NONE);
    JsonNode done = steward.post(move + "/done-by-hand").json();
    assertThat(done.at("/moves/0/state").asText()).isEqualTo("CONFIRMED");
    assertThat(steward.post(move + "/by-hand").status()).isEqualTo(409);
  }

  /** A vendor that is gone holds on to its own subscriptions, and to no others. */
  @Test
  void whatIsStuckAtOneVendorHoldsUpNothingAtAnother() {
    String other = run.granted(takeBacks("ln-core", 1));
    JsonNode elsewhere = run.postAndSettle(other);
    String id = stuck();
    assertThat(run.undone(elsewhere).at("/moves/0/state").asText()).isEqualTo("UNDONE");
    String forms = "who,plan\nsomebody@skerryline.example,reedholm forms\n";
    assertThat(take("reedholm", forms).status()).isEqualTo(200);
    Answer same = take("quillmoor", "who,plan\nsomebody@skerryline.example,opus\n");
    assertThat(same.status()).isEqualTo(409);
    assertThat(same.detail()).startsWith("Quillmoor: Moves are on their way there.");
    Answer book = Caller.keeper().putZip("/api/v1/book?replace=true", DemoBook.late());
    assertThat(book.status()).isEqualTo(409);
    assertThat(book.detail()).startsWith("Quillmoor: ").contains("end them on their slate");
    run.slate(id).get("moves").forEach(move -> endMove(id, move, "Closed down."));
    assertThat(take("quillmoor", "who,plan\nsomebody@skerryline.example,opus\n").status())
        .isEqualTo(200);
  }

  private String brought(String csv) {
    byte[] content = csv.getBytes(StandardCharsets.UTF_8);
    return steward
        .send("POST", "/api/v1/intake/files?name=seats.csv", "application/octet-stream", content)
        .json()
        .get("id")
        .asText();
  }

  private Answer take(String vendor, String csv) {
    String file = brought(csv);
    return steward.postJson(
        "/api/v1/intake/files/" + file + "/take",
        """
        {"source":"%s seats","kind":"HOLDINGS","vendor":"%s","dayForm":"ISO",
         "columns":{"who":"who","plan":"plan"},"to":"2026-09-30"}
        """
            .formatted(vendor, vendor));
  }

  /** The zip is read before the writer's lock is had; a slate may be posted in between. */
  @Test
  void aSlatePostedWhileABookIsReadIsNotOverrun() throws IOException {
    String id = run.granted(takeBacks("qm-opus", 1));
    quillmoor().allow(0);
    Path zip = Files.write(Scratch.file("book", ".zip"), DemoBook.late());
    CompletableFuture<BookService.Outcome> taking = new CompletableFuture<>();
    Thread reader =
        new Thread(
            () -> {
              try {
                taking.complete(bookService.take(zip, true, false, "runa"));
              } catch (RuntimeException e) {
                taking.completeExceptionally(e);
              }
            });
    books.write(
        change -> {
          reader.start();
          Wait.until(
              "the book is read and waits for its turn",
              () -> reader.getState() == Thread.State.WAITING);
          posting.post(id, "runa");
          return null;
        });
    assertThatThrownBy(taking::join)
        .isInstanceOf(CompletionException.class)
        .cause()
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("Quillmoor");
    quillmoor().allow(Integer.MAX_VALUE);
    assertThat(run.settled(id).get("state").asText()).isEqualTo("CONFIRMED");
  }

  /** Moves wait by hand, and the book that comes has neither their accounts nor their vendor. */
  @Test
  void aBookThatForgetsWhomMovesWaitForIsTakenAndTheyFail() {
    String id = run.granted(takeBacks("rh-forms", 2));
    JsonNode posted = steward.post(SLATES + "/" + id + "/post").json();
    assertThat(posted.get("byHand").asInt()).isEqualTo(2);
    String account = posted.at("/moves/0/account").asText();
    byte[] without =
        Zips.without(
            Zips.withoutRows(
                DemoBook.late(), "holdings.csv", row -> row.contains("," + account + ",")),
            "accounts.csv",
            account + ",");
    without = Zips.without(without, "activity.csv", account + ",");
    without = Zips.without(without, "installs.csv", account + ",");
    Answer taken = Caller.keeper().putZip("/api/v1/book?replace=true", without);
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    JsonNode move = run.slate(id).at("/moves/0");
    assertThat(move.get("state").asText()).isEqualTo("FAILED");
    assertThat(move.get("reason").asText()).contains("has no account " + account);
    assertThat(run.slate(id).at("/moves/1/state").asText()).isEqualTo("SENT");

    Answer other = Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
    assertThat(other.status()).as(other.text()).isEqualTo(200);
    assertThat(run.slate(id).get("state").asText()).isEqualTo("FAILED");
    assertThat(steward.get(SLATES).status()).isEqualTo(200);
  }

  /** What the intake showed is not so any more: the change waits again. */
  @Test
  void takingAnIntakeBackLetsWhatItConfirmedWaitAgain() {
    String id = run.granted(takeBacks("rh-forms", 1));
    JsonNode posted = steward.post(SLATES + "/" + id + "/post").json();
    String holding = posted.at("/moves/0/holding").asText();
    StringBuilder seats = new StringBuilder("who,plan\n");
    Book book = books.current();
    for (int h = 0; h < book.holdings().size(); h++) {
      String line = book.holding(h).line();
      if (line.startsWith("rh-")
          && book.holding(h).until() == null
          && !book.holdings().id(h).equals(holding)) {
        seats.append(book.holding(h).account()).append(',').append(line).append('\n');
      }
    }
    String file = brought(seats.toString());
    Answer taken =
        steward.postJson(
            "/api/v1/intake/files/" + file + "/take",
            """
            {"source":"All seats","kind":"HOLDINGS","vendor":"reedholm","dayForm":"ISO","whole":true,
             "columns":{"who":"who","plan":"plan"},"to":"2026-09-30"}
            """);
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    assertThat(run.slate(id).get("state").asText()).isEqualTo("CONFIRMED");
    String intake = steward.get("/api/v1/intake").json().at("/0/id").asText();
    Answer back = steward.post("/api/v1/intake/" + intake + "/take-back");
    assertThat(back.status()).as(back.text()).isLessThan(300);
    JsonNode waits = run.slate(id);
    assertThat(waits.get("state").asText()).isEqualTo("POSTED");
    assertThat(waits.at("/moves/0/state").asText()).isEqualTo("SENT");
    assertThat(waits.at("/moves/0/byHand").asBoolean()).isTrue();
    assertThat(steward.get("/api/v1/journal?slate=" + id).text()).contains("WAITS_AGAIN");
  }
}
