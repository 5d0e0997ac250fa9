package org.sobertally.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;

/** What the keeper of keys does. */
@QuarkusTest
class KeysTest {

  private static final String PEOPLE = "/api/v1/access/people";
  private static final String TOKENS = "/api/v1/access/tokens";

  private final Caller keeper = Caller.as("ottar");

  @AfterEach
  void takeAway() {
    keeper.delete(PEOPLE + "/newcomer");
  }

  private Answer put(String login, String body) {
    return keeper.send(
        "PUT",
        PEOPLE + "/" + login,
        "application/json",
        body.getBytes(java.nio.charset.StandardCharsets.UTF_8));
  }

  private static String form(String role, String more) {
    return "{\"name\":\"New Comer\",\"role\":\"%s\"%s}".formatted(role, more);
  }

  private static Answer signIn(String password) {
    return Caller.nobody()
        .postJson(
            "/api/v1/sign-in", "{\"login\":\"newcomer\",\"password\":\"%s\"}".formatted(password));
  }

  @Test
  void givesAccessChangesTheRoleAtOnceAndTakesItAway() {
    assertThat(put("newcomer", form("READER", "")).status())
        .as("a password is needed")
        .isEqualTo(400);
    String password = ",\"password\":\"a long enough one\"";
    assertThat(put("newcomer", form("READER", password)).status()).isEqualTo(200);
    Answer in = signIn("a long enough one");
    Caller newcomer =
        Caller.nobody()
            .with("Cookie", in.header("Set-Cookie").split(";")[0])
            .with("X-CSRF-Token", in.json().get("csrf").asText());
    assertThat(newcomer.postJson("/api/v1/slates", "[]").status()).isEqualTo(403);
    put("newcomer", form("STEWARD", ""));
    assertThat(newcomer.postJson("/api/v1/slates", "[]").status()).isEqualTo(201);
    assertThat(keeper.delete(PEOPLE + "/newcomer").status()).isEqualTo(200);
    assertThat(newcomer.get("/api/v1/session").status()).isEqualTo(401);
    assertThat(signIn("a long enough one").status()).isEqualTo(403);
    assertThat(keeper.get("/api/v1/journal?actor=ottar").text())
        .contains("Gave New Comer access as reader.", "Took the access of New Comer away.");
  }

  @Test
  void aLeadMustBeSomebodyAndTheLastKeeperStays() {
    String password = ",\"password\":\"a long enough one\"";
    assertThat(put("newcomer", form("LEAD", password)).status()).isEqualTo(400);
    assertThat(put("newcomer", form("LEAD", password + ",\"person\":\"p0231\"")).status())
        .isEqualTo(200);
    assertThat(keeper.delete(PEOPLE + "/ottar").status()).isEqualTo(409);
    assertThat(put("ottar", form("READER", "")).status()).isEqualTo(409);
    assertThat(put("No%20Name", form("READER", password)).status()).isEqualTo(400);
  }

  @Test
  void aTokenIsToldOnceAndWorthNothingOnceItIsTakenBack() {
    Answer made = keeper.postJson(TOKENS, "{\"name\":\"Payroll export\",\"role\":\"READER\"}");
    String token = made.json().get("token").asText();
    Caller script = Caller.nobody().with("Authorization", "Bearer " + token);
    assertThat(script.get("/api/v1/standing").status()).isEqualTo(200);
    assertThat(script.postJson("/api/v1/slates", "[]").status()).isEqualTo(403);
    assertThat(keeper.get(TOKENS).text()).contains("Payroll export").doesNotContain(token);
    String id = made.json().at("/tokens/0/id").asText();
    assertThat(keeper.delete(TOKENS + "/" + id).status()).isEqualTo(200);
    assertThat(script.get("/api/v1/standing").status()).isEqualTo(401);
    assertThat(keeper.delete(TOKENS + "/" + id).status()).isEqualTo(404);
    assertThat(keeper.postJson(TOKENS, "{\"name\":\"x\",\"role\":\"LEAD\"}").status())
        .isEqualTo(400);
  }

  @Test
  void onesOwnPasswordIsChangedByWhoKnowsTheOldOne() {
    put("newcomer", form("READER", ",\"password\":\"a long enough one\""));
    Answer in = signIn("a long enough one");
    Caller newcomer =
        Caller.nobody()
            .with("Cookie", in.header("Set-Cookie").split(";")[0])
            .with("X-CSRF-Token", in.json().get("csrf").asText());
    String form = "{\"now\":\"%s\",\"wanted\":\"another long one\"}";
    assertThat(newcomer.postJson("/api/v1/session/password", form.formatted("wrong")).status())
        .isEqualTo(403);
    assertThat(
            newcomer
                .postJson("/api/v1/session/password", form.formatted("a long enough one"))
                .status())
        .isEqualTo(204);
    assertThat(newcomer.get("/api/v1/session").status()).as("signed out").isEqualTo(401);
    assertThat(signIn("another long one").status()).isEqualTo(200);
  }

  @Test
  void nobodyElseLooksAfterKeys() {
    assertThat(Caller.steward().get(PEOPLE).status()).isEqualTo(403);
    assertThat(Caller.decider().get(TOKENS).status()).isEqualTo(403);
  }
}
