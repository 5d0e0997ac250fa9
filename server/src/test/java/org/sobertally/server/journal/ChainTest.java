package org.sobertally.server.journal;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;

@QuarkusTest
class ChainTest {

  @Inject Journal journal;
  @Inject EntityManager entities;

  private static JsonNode check() {
    return Caller.reader().get("/api/v1/journal/check").json();
  }

  private void tell(String text) {
    QuarkusTransaction.requiringNew().run(() -> journal.add("chain-test", "TOLD", text));
  }

  private void sql(String statement) {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createNativeQuery(statement).executeUpdate());
  }

  private String one(String query) {
    return QuarkusTransaction.requiringNew()
        .call(() -> String.valueOf(entities.createNativeQuery(query).getSingleResult()));
  }

  @Test
  void whatManyWriteAtOnceIsOneChain() {
    CompletableFuture<?>[] writers =
        IntStream.range(0, 8)
            .mapToObj(n -> CompletableFuture.runAsync(() -> tellThree(n)))
            .toArray(CompletableFuture[]::new);
    CompletableFuture.allOf(writers).join();
    JsonNode check = check();
    assertThat(check.get("intact").asBoolean()).as(check.toString()).isTrue();
    assertThat(check.get("entries").asLong())
        .isEqualTo(Long.parseLong(one("select count(*) from journal")));
  }

  /** A check beside writers looks at what was there when it began. */
  @Test
  void aCheckBesideWritersMissesNothing() {
    CompletableFuture<?>[] writers =
        IntStream.range(0, 4)
            .mapToObj(
                n ->
                    CompletableFuture.runAsync(
                        () -> IntStream.range(0, 25).forEach(m -> tellThree(n))))
            .toArray(CompletableFuture[]::new);
    CompletableFuture<Void> all = CompletableFuture.allOf(writers);
    do {
      JsonNode check = check();
      assertThat(check.get("intact").asBoolean()).as(check.toString()).isTrue();
    } while (!all.isDone());
    all.join();
  }

  private void tellThree(int writer) {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              for (int n = 0; n < 3; n++) {
                journal.add("chain-test", "TOLD", "Writer %d, entry %d.".formatted(writer, n));
              }
            });
  }

  @Test
  void anEntryThatIsChangedIsNamed() {
    tell("As it was.");
    String id = one("select max(id) from journal where text = 'As it was.'");
    tell("After it.");
    sql("update journal set text = 'As it was not.' where id = " + id);
    try {
      JsonNode check = check();
      assertThat(check.get("intact").asBoolean()).isFalse();
      assertThat(check.get("brokenAt").asText()).isEqualTo(id);
      assertThat(check.get("why").asText()).contains("something else");
    } finally {
      sql("update journal set text = 'As it was.' where id = " + id);
    }
    assertThat(check().get("intact").asBoolean()).isTrue();
  }

  @Test
  void anEntryThatIsMissingIsNoticedTheNewestToo() {
    tell("First.");
    tell("Second.");
    tell("Third.");
    String seq = one("select max(seq) from journal");
    String middle = Long.toString(Long.parseLong(seq) - 1);
    sql("update journal set seq = -1 where seq = " + middle);
    assertThat(check().get("why").asText()).contains("1 entries before it are missing");
    sql("update journal set seq = " + middle + " where seq = -1");
    sql("update journal set seq = -1 where seq = " + seq);
    assertThat(check().get("why").asText()).contains("newest entries are missing");
    sql("update journal set seq = " + seq + " where seq = -1");
    assertThat(check().get("intact").asBoolean()).isTrue();
  }

  @Test
  void isFilteredByActorDayAndPlan() {
    tell("To be found.");
    Caller reader = Caller.reader();
    assertThat(reader.get("/api/v1/journal?actor=chain-test&limit=1").text())
        .contains("To be found.");
    assertThat(reader.get("/api/v1/journal?actor=chain-test&to=2026-01-01").json()).isEmpty();
    assertThat(reader.get("/api/v1/journal?actor=chain-test&from=2026-01-01&limit=1").json())
        .hasSize(1);
    assertThat(reader.get("/api/v1/journal?from=yesterday").status()).isEqualTo(400);
    assertThat(reader.get("/api/v1/journal?plan=no-such-plan").status()).isEqualTo(404);
  }
}
