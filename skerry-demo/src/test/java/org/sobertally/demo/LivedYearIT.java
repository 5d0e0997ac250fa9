package org.sobertally.demo;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.sobertally.server.support.Caller;
import org.sobertally.skerry.book.SkerryLine;

/** The demo that the build packed: its first day, after a year that was lived. */
class LivedYearIT {

  @TempDir Path data;

  private PackagedApplication application;

  @BeforeEach
  void start() throws IOException {
    application = new PackagedApplication(data);
    application.start();
  }

  @AfterEach
  void stop() throws InterruptedException {
    application.kill();
  }

  private static List<JsonNode> list(Caller who, String path) {
    Caller.Answer answer = who.get("/api/v1" + path);
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    return StreamSupport.stream(answer.json().spliterator(), false).toList();
  }

  private static Map<String, Long> count(List<JsonNode> of, String field) {
    return of.stream()
        .collect(
            Collectors.groupingBy(
                one -> one.get(field).asText(), TreeMap::new, Collectors.counting()));
  }

  @Test
  void theFirstDayHasAPastAndTheYearComesToWhatTheBookSays() {
    Caller steward = Caller.steward();
    List<JsonNode> rounds = list(steward, "/rounds");
    assertThat(count(rounds, "state")).isEqualTo(Map.of("DONE", 8L));
    assertThat(rounds).allMatch(round -> round.get("answered").asInt() > 0);
    Map<String, Long> slates = count(list(steward, "/slates?limit=100"), "state");
    assertThat(slates).containsOnlyKeys("CONFIRMED", "REFUSED");
    assertThat(count(list(steward, "/kept"), "state"))
        .isEqualTo(Map.of("PROMISED", 1L, "SIGNED", 3L, "STOPPED", 2L));
    assertThat(list(steward, "/kept"))
        .filteredOn(entry -> !entry.get("state").asText().equals("PROMISED"))
        .allMatch(entry -> entry.get("proof").asText().startsWith("Bill "));
    assertThat(count(list(steward, "/renewals?limit=100"), "state"))
        .containsEntry("DECIDED", 1L)
        .containsEntry("ASKED", 1L)
        .containsEntry("KEPT_ON_PURPOSE", 1L);
    List<JsonNode> bills = list(steward, "/bills?limit=200");
    assertThat(bills).hasSizeGreaterThan(50);
    assertThat(bills)
        .filteredOn(bill -> bill.at("/difference/amount").asDouble() != 0)
        .extracting(bill -> bill.get("bill").asText())
        .containsExactlyInAnyOrder("PL-2609", "SC-2609");
    JsonNode chain = Caller.as("ottar").get("/api/v1/journal/check").json();
    assertThat(chain.toString()).contains("true");

    String lived = figures(steward);
    Map<String, Long> findings = found(steward);
    assertThat(lived).contains("367565.06");
    Caller.Answer taken = Caller.as("ottar").putZip("/api/v1/book?replace=true", SkerryLine.book());
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    assertThat(figures(steward)).isEqualTo(lived);
    assertThat(found(steward)).isEqualTo(findings);
  }

  /** How often each kind was found; drift comes and goes with the readings of vendors. */
  private static Map<String, Long> found(Caller who) {
    Map<String, Long> found = count(list(who, "/findings?limit=1000"), "kind");
    found.remove("DRIFT");
    return found;
  }

  /** What is paid and how it splits. */
  private static String figures(Caller who) {
    JsonNode standing = who.get("/api/v1/standing").json();
    return "%s %s".formatted(standing.get("paid"), standing.get("split"));
  }
}
