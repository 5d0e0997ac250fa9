package org.sobertally.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import io.quarkus.test.junit.QuarkusTestProfile;
import io.quarkus.test.junit.TestProfile;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;

/** An instance to which nobody has access yet. */
@QuarkusTest
@TestProfile(FirstKeeperTest.NobodyYet.class)
class FirstKeeperTest {

  public static class NobodyYet implements QuarkusTestProfile {
    @Override
    public Map<String, String> getConfigOverrides() {
      return Map.of("quarkus.datasource.jdbc.url", "jdbc:h2:mem:nobody-yet", "sober.demo", "false");
    }
  }

  private static final String PASSWORD = "a ledger well kept";

  @Inject FirstKeeper first;
  @Inject EntityManager entities;

  private static boolean isAwaited() {
    JsonNode welcome = Caller.nobody().get("/api/v1/welcome").json();
    return welcome.get("needsFirstKeeper").asBoolean();
  }

  private static Answer choose(String code) {
    return Caller.nobody()
        .postJson(
            "/api/v1/first-keeper",
            "{\"code\":\"%s\",\"password\":\"%s\"}".formatted(code, PASSWORD));
  }

  @Test
  void whoSeesTheConsoleBecomesTheKeeperAndNobodyAfterThem() {
    assertThat(isAwaited()).isTrue();
    assertThat(choose("not the code").status()).isEqualTo(403);
    String code = first.code();

    Caller.keeper()
        .send(
            "PUT",
            "/api/v1/access/people/runa",
            "application/json",
            "{\"name\":\"Runa\",\"role\":\"STEWARD\",\"password\":\"%s\"}"
                .formatted(PASSWORD)
                .getBytes(StandardCharsets.UTF_8));
    assertThat(isAwaited()).as("a script gave somebody access").isFalse();
    assertThat(choose(code).status()).isEqualTo(409);

    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from AccessPerson p").executeUpdate());
    Answer chosen = choose(code);
    assertThat(chosen.status()).as(chosen.text()).isEqualTo(200);
    assertThat(chosen.json().get("role").asText()).isEqualTo("KEEPER");
    assertThat(chosen.header("Set-Cookie")).contains("HttpOnly");
    assertThat(isAwaited()).isFalse();
    assertThat(choose(code).detail()).isEqualTo("Somebody has access already. Sign in.");
  }
}
