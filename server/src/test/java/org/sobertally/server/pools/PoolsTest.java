package org.sobertally.server.pools;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.demo.Demo;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;
import org.sobertally.server.support.Wait;
import org.sobertally.skerry.standin.Faults;
import org.sobertally.skerry.standin.VendorStandIn;

@QuarkusTest
class PoolsTest {

  private static final String SURVEY = "/api/v1/pools/plum-survey";

  @Inject EntityManager entities;
  @Inject Demo demo;
  @Inject PoolEnds ends;

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              entities.createNativeQuery("delete from pool_loan").executeUpdate();
              entities.createNativeQuery("delete from pool_ask").executeUpdate();
            });
    DemoBook.take();
  }

  private Answer lend(String person, String until) {
    return steward.postJson(
        SURVEY + "/loans", "{\"person\":\"%s\",\"until\":\"%s\"}".formatted(person, until));
  }

  @Test
  void saysWhoIsInAndHowManyAreFree() {
    JsonNode now = steward.get(SURVEY + "/now").json();
    assertThat(now.get("seats").asInt()).isEqualTo(8);
    assertThat(now.get("taken").asInt()).isEqualTo(7);
    assertThat(now.get("free").asInt()).isEqualTo(1);
    assertThat(now.get("guests")).hasSize(7);
    assertThat(steward.get("/api/v1/pools/quill-opus/now").status()).isEqualTo(404);
  }

  @Test
  void aSeatSetAsideIsNotFreeUntilTheLoanEnds() {
    JsonNode lent = lend("p0001", "2026-10-05").json();
    assertThat(lent.get("free").asInt()).isZero();
    assertThat(lent.get("lent").asInt()).isEqualTo(1);
    assertThat(lend("p0002", "2026-10-05").status()).as("no seat is free").isEqualTo(409);
    assertThat(lend("p0001", "2026-10-05").status()).isEqualTo(409);
    assertThat(lend("nobody", "2026-10-05").status()).isEqualTo(404);
    assertThat(lend("p0003", "2026-09-30").status()).isEqualTo(400);
    String loan = lent.at("/loans/0/id").asText();
    JsonNode ended = steward.delete(SURVEY + "/loans/" + loan).json();
    assertThat(ended.get("free").asInt()).isEqualTo(1);
    assertThat(steward.get("/api/v1/journal?person=p0001").text())
        .contains("POOL_LENT", "POOL_LOAN_ENDED");
  }

  @Test
  void somebodyIsAskedToLeave() {
    JsonNode guest = steward.get(SURVEY + "/now").json().at("/guests/0");
    String ask = SURVEY + "/sessions/" + guest.get("session").asText() + "/ask";
    JsonNode asked = steward.postJson(ask, "{\"minutes\":15}").json().at("/guests/0");
    assertThat(asked.get("leaveBy").isNull()).isFalse();
    assertThat(asked.get("overdue").asBoolean()).isFalse();
    assertThat(steward.postJson(ask, "{\"minutes\":-1}").status()).isEqualTo(400);
    assertThat(steward.postJson(SURVEY + "/sessions/none/ask", "{\"minutes\":5}").status())
        .isEqualTo(409);
    assertThat(Caller.reader().postJson(ask, "{\"minutes\":5}").status()).isEqualTo(403);
  }

  @Test
  void aSessionIsEndedAtTheVendorWhenTheGraceIsOver() {
    String session = steward.get(SURVEY + "/now").json().at("/guests/0/session").asText();
    VendorStandIn vendor = demo.standIn("plumbrigg");
    assertThat(vendor.isOpen(session)).isTrue();
    vendor.setFaults(Faults.share(0.5, 3, Faults.Kind.ANSWER_LOST, Faults.Kind.CUT));
    steward.postJson(SURVEY + "/sessions/" + session + "/ask", "{\"minutes\":0}");
    Wait.until(
        "the session is seen over",
        () -> {
          ends.endOverdue();
          return !guests().contains(session);
        });
    vendor.setFaults(Faults.NONE);
    assertThat(vendor.isOpen(session)).isFalse();
    assertThat(steward.get(SURVEY + "/now").json().get("free").asInt()).isEqualTo(2);
    assertThat(steward.get("/api/v1/journal?kind=POOL_ENDED").json()).hasSize(1);
  }

  @Test
  void nobodyIsPutOutBeforeTheGraceIsOver() {
    String session = steward.get(SURVEY + "/now").json().at("/guests/0/session").asText();
    steward.postJson(SURVEY + "/sessions/" + session + "/ask", "{\"minutes\":15}");
    ends.endOverdue();
    assertThat(demo.standIn("plumbrigg").isOpen(session)).isTrue();
    assertThat(guests()).contains(session);
  }

  private List<String> guests() {
    return steward.get(SURVEY + "/now").json().at("/guests").findValuesAsText("session");
  }

  @Test
  void whoHasASeatOfTheirOwnTakesNoneOfThePool() {
    String own =
        steward.get("/api/v1/subscriptions/pb-own/holdings").json().at("/0/account").asText();
    int before = steward.get("/api/v1/pools/plum-draft/now").json().get("taken").asInt();
    String event =
        """
        [{"specversion":"1.0","id":"own-%d","source":"/pools-test","type":"session.started",
          "time":"2026-09-30T07:00:00Z",
          "data":{"session":"own-1","account":"%s","plan":"plum-draft"}}]"""
            .formatted(System.nanoTime(), own);
    Caller.keeper()
        .send(
            "POST",
            "/api/v1/events",
            "application/cloudevents-batch+json",
            event.getBytes(StandardCharsets.UTF_8));
    JsonNode now = steward.get("/api/v1/pools/plum-draft/now").json();
    assertThat(now.get("taken").asInt()).isEqualTo(before);
    assertThat(now.get("guests").findValuesAsText("ownSeat")).contains("true");
  }

  @Test
  void whoLosesAccessSeesNoMore() throws Exception {
    JsonNode made =
        Caller.keeper()
            .postJson(
                "/api/v1/access/tokens", "{\"name\":\"a screen in the yard\",\"role\":\"READER\"}")
            .json();
    HttpRequest look =
        HttpRequest.newBuilder(URI.create(Caller.base() + SURVEY + "/stream"))
            .header("Authorization", "Bearer " + made.get("token").asText())
            .build();
    HttpResponse<Stream<String>> stream =
        HttpClient.newHttpClient().send(look, HttpResponse.BodyHandlers.ofLines());
    assertThat(stream.statusCode()).isEqualTo(200);
    assertThat(
            Caller.keeper()
                .delete("/api/v1/access/tokens/" + made.at("/tokens/0/id").asText())
                .status())
        .isEqualTo(200);
    List<String> seen = stream.body().filter(line -> line.startsWith("data")).toList();
    assertThat(seen).as("at most what was on its way").hasSizeLessThan(3);
  }
}
