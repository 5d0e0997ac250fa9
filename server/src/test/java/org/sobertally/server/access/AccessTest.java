package org.sobertally.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.test.junit.QuarkusTest;
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
    byte[] body = "{".getBytes(java.nio.charset.StandardCharsets.UTF_8);
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
}
