package org.sobertally.server.slates;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.arc.Unremovable;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.inject.Singleton;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.demo.Demo;
import org.sobertally.server.book.store.BookGuard;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.skerry.standin.Faults;

/** A slate is posted while somebody's book is being read: neither loses anything. */
@QuarkusTest
class PostedMeanwhileTest {

  /** Holds the first question up: the one that is asked before a book is read. */
  @Singleton
  @Unremovable
  static class HeldUp implements BookGuard {

    private volatile CountDownLatch asked;
    private volatile CountDownLatch goOn;

    void arm() {
      asked = new CountDownLatch(1);
      goOn = new CountDownLatch(1);
    }

    @Override
    public List<String> vendorsUnderWay(Book book) {
      CountDownLatch first = asked;
      if (first != null) {
        asked = null;
        first.countDown();
        await(goOn);
      }
      return List.of();
    }

    @Override
    public String reason() {
      return "is never said.";
    }
  }

  @Inject HeldUp heldUp;
  @Inject Demo demo;

  private final SlateRun run = new SlateRun();

  @AfterEach
  void mendTheVendor() {
    demo.standIn("quillmoor").setFaults(Faults.NONE);
  }

  @Test
  void theBookIsRefusedAndTheSeatIsStillThere() throws Exception {
    DemoBook.takeLate();
    String holding =
        run.steward
            .get("/api/v1/subscriptions/qm-opus/holdings?state=IDLE")
            .json()
            .at("/0/holding")
            .asText();
    String slate = run.granted("[{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}]".formatted(holding));
    demo.standIn("quillmoor")
        .setFaults(new Faults(0, List.of(), Duration.ofSeconds(20), Set.of(), 1));
    heldUp.arm();
    CountDownLatch asked = heldUp.asked;
    CompletableFuture<Answer> taken =
        CompletableFuture.supplyAsync(
            () -> Caller.keeper().putZip("/api/v1/book?replace=true", DemoBook.late()));
    await(asked);
    // The book was free when it was asked; from here on it is not.
    Answer posted = run.steward.post(SlateRun.SLATES + "/" + slate + "/post");
    assertThat(posted.status()).as(posted.text()).isEqualTo(200);
    heldUp.goOn.countDown();

    assertThat(taken.get().status()).as(taken.get().text()).isEqualTo(409);
    assertThat(taken.get().text()).contains("Quillmoor");
    demo.standIn("quillmoor").setFaults(Faults.NONE);
    JsonNode settled = run.settled(slate);
    assertThat(settled.at("/moves/0/state").asText()).isEqualTo("CONFIRMED");
    assertThat(settled.at("/moves/0/holding").asText()).isEqualTo(holding);
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
