package org.sobertally.server.events;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.book.Book;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;

@QuarkusTest
class EventsTest {

  private static final String BATCH = "application/cloudevents-batch+json";

  @Inject Books books;

  private final String run = UUID.randomUUID().toString();
  private int number;

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private String event(String type, String time, String data) {
    return """
        {"specversion":"1.0","id":"%s-%d","source":"/test","type":"%s","time":"%s",
         "datacontenttype":"application/json","data":%s}"""
        .formatted(run, ++number, type, time, data);
  }

  private Answer send(String... events) {
    String batch = "[" + String.join(",", events) + "]";
    return Caller.keeper()
        .send("POST", "/api/v1/events", BATCH, batch.getBytes(StandardCharsets.UTF_8));
  }

  private static String started(String session) {
    return "{\"session\":\"%s\",\"account\":\"plumbrigg-p0520\",\"plan\":\"plum-draft\",\"host\":\"yard-7\"}"
        .formatted(session);
  }

  private JsonNode pool() {
    return Caller.reader().get("/api/v1/pools/plum-draft/now").json();
  }

  @Test
  void aDayOfUseCountsOnceHoweverOftenItIsTold() {
    JsonNode idle =
        Caller.reader().get("/api/v1/subscriptions/qm-opus/holdings?state=IDLE").json().get(0);
    String account = idle.get("account").asText();
    String used =
        event(
            "seat.used",
            "2026-09-28T10:00:00Z",
            "{\"account\":\"%s\",\"part\":\"mail\",\"day\":\"2026-09-27\"}".formatted(account));
    assertThat(send(used).json().get("taken").asInt()).isEqualTo(1);
    Answer again = send(used);
    assertThat(again.json().get("taken").asInt()).isZero();
    assertThat(again.json().get("repeated").asInt()).isEqualTo(1);
    Book book = books.current();
    int number = book.accounts().require(account);
    int part = book.partsOf("quillmoor").indexOf("mail");
    int day = Days.of(LocalDate.of(2026, 9, 27));
    assertThat(book.activity().lastUse(number, 1L << part, 0, day)).isEqualTo(day);
    assertThat(
            Caller.reader()
                .get("/api/v1/people/" + idle.get("person").asText())
                .json()
                .at("/accounts")
                .findValuesAsText("lastUsed"))
        .contains("2026-09-27");
  }

  @Test
  void whatEventsToldIsThereAfterABookWasTakenOutAndIn() {
    String used =
        event(
            "seat.used",
            "2026-09-28T10:00:00Z",
            "{\"account\":\"cairnvault-17\",\"part\":\"keys\",\"day\":\"2026-09-26\"}");
    assertThat(send(used).status()).isEqualTo(200);
    byte[] book = Caller.keeper().get("/api/v1/book").bytes();
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book).status()).isEqualTo(200);
    Book after = books.current();
    int part = after.partsOf("cairnvault").indexOf("keys");
    int day = Days.of(LocalDate.of(2026, 9, 26));
    assertThat(
            after.activity().lastUse(after.accounts().require("cairnvault-17"), 1L << part, 0, day))
        .isEqualTo(day);
  }

  @Test
  void aSessionBeginsAndEnds() {
    int before = pool().get("taken").asInt();
    String id = run + "-a";
    send(event("session.started", "2026-09-30T07:30:00Z", started(id)));
    assertThat(pool().get("taken").asInt()).isEqualTo(before + 1);
    assertThat(pool().findValuesAsText("host")).contains("yard-7");
    send(event("session.ended", "2026-09-30T07:50:00Z", "{\"session\":\"%s\"}".formatted(id)));
    assertThat(pool().get("taken").asInt()).isEqualTo(before);
  }

  @Test
  void anEndThatComesFirstWaitsForItsStart() {
    int before = pool().get("taken").asInt();
    String id = run + "-b";
    send(event("session.ended", "2026-09-30T07:50:00Z", "{\"session\":\"%s\"}".formatted(id)));
    send(event("session.started", "2026-09-30T07:30:00Z", started(id)));
    assertThat(pool().get("taken").asInt()).isEqualTo(before);
  }

  @Test
  void refusedStartsAreCounted() {
    int before = pool().get("refusedMonth").asInt();
    send(
        event(
            "session.refused",
            "2026-09-29T08:00:00Z",
            "{\"account\":\"plumbrigg-p0520\",\"plan\":\"plum-draft\"}"));
    assertThat(pool().get("refusedMonth").asInt()).isEqualTo(before + 1);
  }

  /** Report runs of Deepglass: what events tell adds to the day. */
  @Test
  void useOfAnAllowanceAddsUpAndCountsOnce() {
    BigDecimal before = runs();
    String data = "{\"allowance\":\"dg-reports\",\"used\":%s,\"day\":\"2026-09-29\"}";
    String one = event("allowance.used", "2026-09-29T10:00:00Z", data.formatted("12"));
    String other = event("allowance.used", "2026-09-29T11:00:00Z", data.formatted("0.5"));
    assertThat(send(one, other).json().get("taken").asInt()).isEqualTo(2);
    assertThat(send(one).json().get("repeated").asInt()).isEqualTo(1);
    assertThat(runs().subtract(before)).isEqualByComparingTo("12.5");
    byte[] book = Caller.keeper().get("/api/v1/book").bytes();
    assertThat(Caller.keeper().putZip("/api/v1/book?replace=true", book).status()).isEqualTo(200);
    assertThat(runs().subtract(before)).as("it is stored").isEqualByComparingTo("12.5");
    for (String wrong :
        List.of(
            "{\"allowance\":\"none\",\"used\":1,\"day\":\"2026-09-29\"}",
            "{\"allowance\":\"dg-reports\",\"used\":-1,\"day\":\"2026-09-29\"}",
            "{\"allowance\":\"dg-reports\",\"used\":\"many\",\"day\":\"2026-09-29\"}",
            "{\"allowance\":\"dg-reports\",\"used\":1,\"day\":\"2027-09-29\"}",
            "{\"allowance\":\"dg-reports\",\"used\":1,\"day\":\"2026-09-29\",\"account\":\"x\"}")) {
      assertThat(send(event("allowance.used", "2026-09-29T12:00:00Z", wrong)).status())
          .as(wrong)
          .isEqualTo(422);
    }
  }

  private static BigDecimal runs() {
    for (JsonNode one : Caller.reader().get("/api/v1/allowances").json()) {
      if (one.get("allowance").asText().equals("dg-reports")) {
        return one.get("used").decimalValue();
      }
    }
    throw new AssertionError("There is no such allowance.");
  }

  @Test
  void oneWrongEventKeepsTheWholeBatchOut() {
    String good = event("session.started", "2026-09-30T07:30:00Z", started(run + "-c"));
    int before = pool().get("taken").asInt();
    Answer answer =
        send(
            good,
            event("seat.used", "2026-09-28T10:00:00Z", "{\"account\":\"none\",\"part\":\"mail\"}"),
            event("seat.lost", "2026-09-28T10:00:00Z", "{}"));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.json().get("violations").findValuesAsText("index")).contains("1", "2");
    assertThat(pool().get("taken").asInt()).isEqualTo(before);
    assertThat(send(good).json().get("taken").asInt()).as("it was not remembered").isEqualTo(1);
  }

  @Test
  void evidenceGrowsAndNeverShrinks() {
    send(
        event(
            "evidence.complete",
            "2026-09-30T07:00:00Z",
            "{\"vendor\":\"portlanne\",\"to\":\"2026-09-25\"}"),
        event(
            "evidence.complete",
            "2026-09-30T07:00:00Z",
            "{\"vendor\":\"portlanne\",\"to\":\"2026-09-02\"}"));
    assertThat(
            Caller.reader()
                .get("/api/v1/subscriptions/pl-charts")
                .json()
                .get("measureDay")
                .asText())
        .isEqualTo("2026-09-25");
    assertThat(
            send(event(
                    "evidence.complete",
                    "2026-09-30T07:00:00Z",
                    "{\"vendor\":\"portlanne\",\"to\":\"2027-01-01\"}"))
                .status())
        .isEqualTo(422);
  }

  @Test
  void whatIsNoBatchIsRefused() {
    byte[] garbage = "{not json".getBytes(StandardCharsets.UTF_8);
    assertThat(Caller.keeper().send("POST", "/api/v1/events", BATCH, garbage).status())
        .isEqualTo(400);
    assertThat(
            send(event("seat.used", "2026-09-28T10:00:00Z", "{}").replace("\"1.0\"", "\"0.3\""))
                .status())
        .isEqualTo(422);
    byte[] none = "[]".getBytes(StandardCharsets.UTF_8);
    assertThat(Caller.reader().send("POST", "/api/v1/events", BATCH, none).status()).isEqualTo(403);
    assertThat(Caller.nobody().send("POST", "/api/v1/events", BATCH, none).status()).isEqualTo(401);
  }
}
