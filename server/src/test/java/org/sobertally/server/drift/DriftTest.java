package org.sobertally.server.drift;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.time.Duration;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.demo.Demo;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.skerry.standin.Faults;

@QuarkusTest
class DriftTest {

  private static final String VENDOR = "/api/v1/vendors/gantryfold";

  @Inject Demo demo;
  @Inject Books books;

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private Answer takeOver(JsonNode drift) {
    return steward.postJson(
        VENDOR + "/drift/take-over",
        "{\"account\":\"%s\",\"plan\":\"%s\"}"
            .formatted(drift.get("account").asText(), drift.get("plan").asText()));
  }

  @Test
  void nothingIsSaidOfAVendorThatWasNotRead() {
    assertThat(steward.get(VENDOR + "/drift").json()).isEmpty();
    assertThat(steward.get("/api/v1/findings?kind=DRIFT").json()).isEmpty();
  }

  @Test
  void readingFindsWhatDriftedAndTakingOverMendsTheBook() {
    JsonNode read = steward.post(VENDOR + "/read").json();
    assertThat(read.get("drift").asInt()).isEqualTo(2);
    assertThat(steward.get("/api/v1/findings?kind=DRIFT").json()).hasSize(2);
    JsonNode drift = steward.get(VENDOR + "/drift").json();
    for (JsonNode one : drift) {
      assertThat(takeOver(one).status()).isEqualTo(200);
      assertThat(takeOver(one).status()).as("they agree by now").isEqualTo(409);
    }
    assertThat(steward.get(VENDOR + "/drift").json()).isEmpty();
    Book book = books.current();
    assertThat(book.accounts().has("gantryfold-night")).isTrue();
    assertThat(steward.get("/api/v1/findings?kind=NOBODYS&vendor=gantryfold").json()).hasSize(1);
    assertThat(steward.get("/api/v1/journal?kind=DRIFT_TAKEN_OVER").json().size())
        .isGreaterThanOrEqualTo(2);
  }

  @Test
  void aChangeMadeThereByHandIsSeenAtTheNextReading() {
    steward.post("/api/v1/vendors/quillmoor/read");
    assertThat(steward.get("/api/v1/vendors/quillmoor/drift").json()).isEmpty();
    demo.standIn("quillmoor").showAfter(Duration.ZERO);
    demo.standIn("quillmoor").setByHand("quillmoor-p0626", true, Set.of());
    steward.post("/api/v1/vendors/quillmoor/read");
    JsonNode drift = steward.get("/api/v1/vendors/quillmoor/drift").json();
    assertThat(drift).hasSize(1);
    assertThat(drift.at("/0/onlyAtVendor").asBoolean()).isFalse();
    assertThat(drift.at("/0/planName").asText()).isEqualTo("Opus");
  }

  @Test
  void aVendorThatCannotBeReadSaysWhyAndKeepsWhatWasRead() {
    steward.post(VENDOR + "/read");
    demo.standIn("gantryfold").setFaults(Faults.share(1, 1, Faults.Kind.UNAVAILABLE));
    try {
      JsonNode read = steward.post(VENDOR + "/read").json();
      assertThat(read.get("readFault").asText()).isNotBlank();
      assertThat(read.get("drift").asInt()).isEqualTo(2);
    } finally {
      demo.standIn("gantryfold").setFaults(Faults.NONE);
    }
  }

  @Test
  void onlyAStewardReadsAndOnlyVendorsWithALink() {
    assertThat(steward.post("/api/v1/vendors/reedholm/read").status()).isEqualTo(409);
    assertThat(steward.post("/api/v1/vendors/none/read").status()).isEqualTo(404);
    assertThat(Caller.reader().post(VENDOR + "/read").status()).isEqualTo(403);
  }
}
