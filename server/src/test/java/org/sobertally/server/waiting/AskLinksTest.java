package org.sobertally.server.waiting;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.DemoBook;

/** People with a link ask for a seat themselves; those without an answer are reminded. */
@QuarkusTest
class AskLinksTest {

  private static final String LINK =
      """
      {"plan": "beacon-drills", "domains": ["%s"], "groups": [%s], "until": "%s"}
      """;

  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();
  private final Caller anybody = Caller.nobody();

  @BeforeEach
  void takeTheDemoBook() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              for (String table : List.of("seat_queue", "ask_link", "invitation_reminder")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
    DemoBook.takeLate();
  }

  private JsonNode link(String groups) {
    Answer made =
        steward.postJson(
            "/api/v1/ask/links", LINK.formatted("skerryline.example", groups, "2026-10-15"));
    assertThat(made.status()).as(made.text()).isEqualTo(200);
    return made.json().get(0);
  }

  private static String token(JsonNode link) {
    return link.get("path").asText().replace("/ask/", "/api/v1/ask/by/");
  }

  private Answer ask(String path, String email) {
    return anybody.postJson(path, "{\"email\": \"%s\"}".formatted(email));
  }

  private JsonNode queue() {
    return steward.get("/api/v1/queue").json();
  }

  private JsonNode lacking(String group) {
    return steward
        .get("/api/v1/people?status=ACTIVE&lacks=beacon-drills&limit=5&group=" + group)
        .json();
  }

  @Test
  void whoeverMayAskWaitsAndNobodyLearnsWhoIsThere() {
    String path = token(link("\"finance\""));
    assertThat(anybody.get(path).json().get("planName").asText()).isEqualTo("Drills");
    JsonNode inGroup = lacking("finance").get(0);
    JsonNode outside = lacking("legal").get(0);
    Answer first = ask(path, inGroup.get("email").asText());
    Answer again = ask(path, inGroup.get("email").asText());
    Answer other = ask(path, outside.get("email").asText());
    Answer unknown = ask(path, "nobody.at.all@skerryline.example");
    assertThat(List.of(first.status(), again.status(), other.status(), unknown.status()))
        .containsOnly(204);
    assertThat(queue().findValuesAsText("person")).containsExactly(inGroup.get("person").asText());
    assertThat(steward.get("/api/v1/ask/links").json().get(0).get("asked").asInt()).isEqualTo(1);
    assertThat(ask(path, "somebody@elsewhere.example").detail())
        .isEqualTo("This link is for addresses of skerryline.example.");
  }

  @Test
  void aForgedOrWithdrawnLinkOpensNothing() {
    JsonNode link = link("");
    String path = token(link);
    String person = lacking("finance").get(0).get("email").asText();
    String forged = path.substring(0, path.length() - 2) + (path.endsWith("AA") ? "BB" : "AA");
    assertThat(anybody.get(forged).status()).isEqualTo(404);
    assertThat(ask(forged, person).status()).isEqualTo(404);
    assertThat(anybody.get(path.substring(0, path.indexOf('~'))).status()).isEqualTo(404);

    assertThat(steward.delete("/api/v1/ask/links/" + link.get("id").asText()).status())
        .isEqualTo(200);
    Answer late = ask(path, person);
    assertThat(late.status()).isEqualTo(404);
    assertThat(late.detail()).startsWith("This link is not in force.");
    assertThat(queue()).isEmpty();
  }

  @Test
  void aLinkCannotBeTriedWithoutEnd() {
    String path = token(link(""));
    for (int n = 0; n < 20; n++) {
      assertThat(ask(path, "guess%d@skerryline.example".formatted(n)).status()).isEqualTo(204);
    }
    assertThat(ask(path, "guess@skerryline.example").status()).isEqualTo(429);
  }

  @ParameterizedTest
  @CsvSource({
    "skerryline, 2026-10-15, domains: 'skerryline' is no mail domain.",
    "skerryline.example, 2026-09-29, until: use a day from today to a year from now.",
    "skerryline.example, soon, until: 'soon' is not a day. Write it like 2026-09-30.",
  })
  void saysWhatALinkNeeds(String domain, String until, String detail) {
    Answer refused = steward.postJson("/api/v1/ask/links", LINK.formatted(domain, "", until));
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.detail()).isEqualTo(detail);
  }

  @Test
  void onlyThoseWhoDraftMakeLinks() {
    String body = LINK.formatted("skerryline.example", "", "2026-10-15");
    assertThat(Caller.reader().postJson("/api/v1/ask/links", body).status()).isEqualTo(403);
    assertThat(anybody.get("/api/v1/ask/links").status()).isEqualTo(401);
  }

  @Test
  void aReminderIsRememberedOnceADay() {
    JsonNode invitation = steward.get("/api/v1/invitations").json().get(0);
    assertThat(invitation.get("reminded").isNull()).isTrue();
    String body = "{\"holdings\": [\"%s\"]}".formatted(invitation.get("holding").asText());
    JsonNode after = steward.postJson("/api/v1/invitations/reminders", body).json();
    assertThat(after.get(0).get("reminded").asText()).isEqualTo("2026-09-30");
    steward.postJson("/api/v1/invitations/reminders", body);
    JsonNode told = steward.get("/api/v1/journal?kind=REMINDED").json();
    assertThat(told.get(0).get("text").asText())
        .isEqualTo("Reminded one person of their invitation.");
    assertThat(steward.postJson("/api/v1/invitations/reminders", "{\"holdings\":[\"x\"]}").status())
        .isEqualTo(404);
  }
}
