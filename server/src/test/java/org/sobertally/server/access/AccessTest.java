package org.sobertally.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;

@QuarkusTest
class AccessTest {

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/api/v1/standing",
        "/api/v1/subscriptions",
        "/api/v1/subscriptions/none/holdings?asOf=nonsense",
        "/api/v1/journal",
        "/api/v1/slates/none",
        "/api/v1/book",
        "/api/v1/none"
      })
  void withoutASessionOrATokenItIs401BeforeAnythingElse(String path) {
    Answer answer = Caller.nobody().get(path);
    assertThat(answer.status()).isEqualTo(401);
    assertThat(answer.header("Content-Type")).isEqualTo("application/problem+json");
    assertThat(answer.detail()).contains("Sign in");
  }

  @Test
  void itIs401BeforeMediaTypeCsrfOrBody() {
    byte[] body = "{".getBytes(StandardCharsets.UTF_8);
    assertThat(Caller.nobody().send("PUT", "/api/v1/book", "text/odd", body).status())
        .isEqualTo(401);
    assertThat(Caller.nobody().send("POST", "/api/v1/slates", "text/odd", body).status())
        .isEqualTo(401);
  }

  @Test
  void aForgedCookieOrTokenIsNobody() {
    assertThat(
            Caller.nobody().with("Cookie", "sober_session=forged").get("/api/v1/standing").status())
        .isEqualTo(401);
    assertThat(
            Caller.nobody().with("Authorization", "Bearer forged").get("/api/v1/standing").status())
        .isEqualTo(401);
    assertThat(
            Caller.nobody()
                .with("Authorization", "Basic cnVuYTp4")
                .get("/api/v1/standing")
                .status())
        .isEqualTo(401);
  }

  @Test
  void aMissingOrForgedCsrfTokenIsRefused() {
    Answer missing = Caller.steward().without("X-CSRF-Token").postJson("/api/v1/slates", "[]");
    assertThat(missing.status()).isEqualTo(403);
    assertThat(missing.detail()).contains("X-CSRF-Token");
    Answer forged =
        Caller.steward().with("X-CSRF-Token", "forged").postJson("/api/v1/slates", "[]");
    assertThat(forged.status()).isEqualTo(403);
    Answer right = Caller.steward().postJson("/api/v1/slates", "[]");
    assertThat(right.status()).isEqualTo(201);
    Caller.steward().delete("/api/v1/slates/" + right.json().get("id").asText());
  }

  @Test
  void aReaderSeesAndChangesNothing() {
    Caller reader = Caller.reader();
    assertThat(reader.get("/api/v1/subscriptions").status()).isEqualTo(200);
    assertThat(reader.postJson("/api/v1/slates", "[]").status()).isEqualTo(403);
  }

  @Test
  void aKeeperOfKeysNeitherDraftsNorDecides() {
    assertThat(Caller.keeper().get("/api/v1/standing").status()).isEqualTo(200);
    assertThat(Caller.keeper().postJson("/api/v1/slates", "[]").status()).isEqualTo(403);
    assertThat(Caller.keeper().postJson("/api/v1/slates/x/decide", "{\"grant\":true}").status())
        .isEqualTo(403);
  }

  @Test
  void aSessionThatWasEndedIsWorthNothing() {
    Caller steward = Caller.steward();
    assertThat(steward.get("/api/v1/session").json().get("name").asText())
        .isEqualTo("Runa Skarholt");
    assertThat(steward.delete("/api/v1/session").status()).isEqualTo(204);
    assertThat(steward.get("/api/v1/session").status()).isEqualTo(401);
  }

  @Test
  void aWrongPasswordDoesNotTellWhetherTheNameIsKnown() {
    String body = "{\"login\":\"%s\",\"password\":\"wrong\"}";
    Answer known = Caller.nobody().postJson("/api/v1/sign-in", body.formatted("maren"));
    Answer unknown = Caller.nobody().postJson("/api/v1/sign-in", body.formatted("nobody"));
    assertThat(known.status()).isEqualTo(403);
    assertThat(known.text()).isEqualTo(unknown.text());
  }

  @Test
  void passwordsCannotBeGuessedForLong() {
    String body = "{\"login\":\"guessed\",\"password\":\"wrong\"}";
    for (int n = 0; n < 10; n++) {
      Caller.nobody().postJson("/api/v1/sign-in", body);
    }
    assertThat(Caller.nobody().postJson("/api/v1/sign-in", body).status()).isEqualTo(429);
  }

  @Test
  void theCookieIsOutOfReachOfScriptsAndOtherSites() {
    Answer answer =
        Caller.nobody()
            .postJson("/api/v1/sign-in", "{\"login\":\"runa\",\"password\":\"skerry-line\"}");
    assertThat(answer.header("Set-Cookie")).contains("HttpOnly", "SameSite=Strict", "Path=/");
  }

  @ParameterizedTest
  @ValueSource(strings = {"/", "/subscriptions/any", "/api/v1/standing"})
  void nothingForeignIsLoaded(String path) {
    String policy = Caller.nobody().get(path).header("Content-Security-Policy");
    assertThat(policy)
        .contains(
            "default-src 'none'", "script-src 'self'", "style-src 'self'", "frame-ancestors 'none'")
        .doesNotContain("unsafe");
  }

  @Test
  void readinessIsOpen() {
    assertThat(Caller.nobody().get("/q/health/ready").status()).isEqualTo(200);
  }

  @Test
  void pagesAreFoundByAnyAddressButMissingFilesAreMissing() {
    assertThat(Caller.nobody().get("/subscriptions/qm-opus?idle=90").text()).contains("id=\"app\"");
    assertThat(Caller.nobody().get("/assets/none.js").status()).isEqualTo(404);
    assertThat(Caller.keeper().get("/api/v1/none").status()).isEqualTo(404);
  }

  /** Forty at once are no more than forty in turn. */
  @Test
  void manyGuessesAtOnceAreCountedBeforeTheyAreLookedAt() {
    String body = "{\"login\":\"guessed-at-once\",\"password\":\"wrong\"}";
    List<CompletableFuture<Answer>> guesses =
        IntStream.range(0, 40)
            .mapToObj(
                n ->
                    CompletableFuture.supplyAsync(
                        () -> Caller.nobody().postJson("/api/v1/sign-in", body)))
            .toList();
    List<Integer> statuses = guesses.stream().map(guess -> guess.join().status()).toList();
    assertThat(statuses).containsOnly(403, 429);
    assertThat(statuses).filteredOn(status -> status == 403).hasSize(10);
  }

  @Test
  void anotherPasswordCannotBeGuessedFromAnOpenSessionEither() {
    giveAccess("careless", "READER");
    Caller careless = Caller.as("careless");
    String body = "{\"now\":\"wrong\",\"wanted\":\"another ledger kept\"}";
    for (int n = 0; n < 10; n++) {
      assertThat(careless.postJson("/api/v1/session/password", body).status()).isNotEqualTo(429);
    }
    assertThat(careless.postJson("/api/v1/session/password", body).status()).isEqualTo(429);
    Caller.keeper().delete("/api/v1/access/people/careless");
    assertThat(careless.get("/api/v1/session").status()).isEqualTo(401);
  }

  private static Answer giveAccess(String login, String role) {
    return Caller.keeper()
        .send(
            "PUT",
            "/api/v1/access/people/" + login,
            "application/json",
            "{\"name\":\"%s\",\"role\":\"%s\",\"password\":\"skerry-line\"}"
                .formatted(login, role)
                .getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void accessGivenEightTimesAtOnceIsGivenOnce() {
    List<CompletableFuture<Answer>> given =
        IntStream.range(0, 8)
            .mapToObj(n -> CompletableFuture.supplyAsync(() -> giveAccess("at-once", "READER")))
            .toList();
    assertThat(given).allSatisfy(one -> assertThat(one.join().status()).isLessThan(300));
    assertThat(Caller.keeper().get("/api/v1/access/people").json().findValuesAsText("login"))
        .containsOnlyOnce("at-once");
    Caller.keeper().delete("/api/v1/access/people/at-once");
  }

  @Test
  void aFileThatIsMissingIsNotRememberedAsSuch() {
    assertThat(Caller.nobody().get("/assets/none.js").header("Cache-Control")).contains("no-store");
    assertThat(Caller.nobody().get("/people/a.b@c.example").text()).contains("id=\"app\"");
    assertThat(Caller.nobody().get("/ask/").status()).isLessThan(500);
  }
}
