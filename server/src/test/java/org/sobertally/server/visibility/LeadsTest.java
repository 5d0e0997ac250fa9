package org.sobertally.server.visibility;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** Fenna leads the deck crew. */
@QuarkusTest
class LeadsTest {

  private static final String SOMEBODY_ELSE = "p0626";

  @Inject Books books;

  private final Caller lead = Caller.as("fenna");

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private Set<String> crew() {
    return new HashSet<>(books.current().groups().byId("deck").members());
  }

  private static List<String> texts(JsonNode rows, String field) {
    List<String> texts = new ArrayList<>();
    rows.forEach(row -> texts.add(row.get(field).asText()));
    return texts;
  }

  @Test
  void seesThePeopleOfTheirGroupsHoweverTheyAsk() {
    assertThat(texts(lead.get("/api/v1/people?limit=1000").json(), "person"))
        .hasSize(crew().size())
        .allMatch(crew()::contains);
    assertThat(lead.get("/api/v1/people?group=finance").json()).isEmpty();
    assertThat(lead.get("/api/v1/people/totals").json().get("people").asInt())
        .isEqualTo(crew().size());
    assertThat(texts(lead.get("/api/v1/people/choices").json().get("groups"), "id"))
        .containsExactly("deck");
    assertThat(texts(lead.get("/api/v1/findings?limit=1000").json(), "person"))
        .isNotEmpty()
        .allMatch(crew()::contains);
    assertThat(texts(lead.get("/api/v1/findings/people?group=finance").json(), "person")).isEmpty();
    assertThat(texts(lead.get("/api/v1/findings/compare").json(), "id")).containsExactly("deck");
  }

  @Test
  void theSheetOfTheMonthIsOfTheirGroupsOnly() {
    assertThat(lead.get("/api/v1/groups/deck/sheet.pdf").bytes()).startsWith('%', 'P', 'D', 'F');
    assertThat(lead.get("/api/v1/groups/finance/sheet.pdf").status()).isEqualTo(404);
    assertThat(lead.get("/api/v1/statement/sheet.pdf").status()).isEqualTo(403);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "/timeline", "/cover"})
  void somebodyElseIsNotThere(String rest) {
    assertThat(lead.get("/api/v1/people/" + SOMEBODY_ELSE + rest).status()).isEqualTo(404);
    assertThat(lead.get("/api/v1/people/p0002" + rest).status()).isEqualTo(200);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/api/v1/subscriptions/qm-opus",
        "/api/v1/subscriptions/qm-opus/holdings",
        "/api/v1/subscriptions/qm-opus/ledger",
        "/api/v1/journal?person=p0626",
        "/api/v1/groups",
        "/api/v1/invitations",
        "/api/v1/queue",
        "/api/v1/pools/plum-draft/now",
        "/api/v1/rounds",
        "/api/v1/desk",
        "/api/v1/book",
        "/api/v1/access/people",
        "/api/v1/house-rules",
        "/scim/v2/Users"
      })
  void whatIsNotOfTheirGroupsIsClosed(String path) {
    assertThat(lead.get(path).status()).isEqualTo(403);
  }

  @Test
  void theMoneyIsThatOfTheirGroups() {
    JsonNode standing = lead.get("/api/v1/standing").json();
    JsonNode totals = lead.get("/api/v1/people/totals").json();
    assertThat(standing.get("paid")).isEqualTo(totals.get("yearlyCost"));
    assertThat(standing.get("recoverable")).isEqualTo(totals.get("recoverable"));
    JsonNode all = Caller.reader().get("/api/v1/standing").json();
    assertThat(standing.at("/paid/amount").asDouble())
        .isLessThan(all.at("/paid/amount").asDouble());
    int held = 0;
    for (JsonNode line : lead.get("/api/v1/subscriptions").json()) {
      for (JsonNode count : line.get("states")) {
        held += count.asInt();
      }
    }
    assertThat(held).isEqualTo(totals.get("holdings").asInt());
  }

  @Test
  void draftsForTheirGroupsAndForNobodyElse() {
    String own = lead.get("/api/v1/findings?kind=IDLE").json().at("/0/holding").asText();
    String others =
        Caller.reader()
            .get("/api/v1/findings?kind=IDLE&group=finance")
            .json()
            .at("/0/holding")
            .asText();
    Caller.Answer drafted = lead.postJson("/api/v1/slates", takeBack(own));
    assertThat(drafted.status()).as(drafted.text()).isEqualTo(201);
    String slate = "/api/v1/slates/" + drafted.json().get("id").asText();
    assertThat(lead.postJson(slate + "/moves", takeBack(others)).status()).isEqualTo(422);
    assertThat(
            lead.postJson(
                    slate + "/moves", "{\"kind\":\"GIVE_BACK\",\"line\":\"hw-roster\",\"seats\":1}")
                .status())
        .isEqualTo(422);
    assertThat(lead.get(slate).json().get("moveCount").asInt()).isEqualTo(1);
    assertThat(lead.postJson(slate + "/send", "{}").status()).isEqualTo(200);
    assertThat(lead.postJson(slate + "/decide", "{\"grant\":true}").status()).isEqualTo(403);
    assertThat(lead.post(slate + "/post").status()).isEqualTo(403);
    String stewards =
        Caller.steward().postJson("/api/v1/slates", takeBack(others)).json().get("id").asText();
    assertThat(lead.get("/api/v1/slates/" + stewards).status()).isEqualTo(404);
    assertThat(texts(lead.get("/api/v1/slates").json(), "author")).containsOnly("fenna");
  }

  private static String takeBack(String holding) {
    return "[{\"kind\":\"TAKE_BACK\",\"holding\":\"%s\"}]".formatted(holding);
  }

  /** Whoever asks about somebody else learns no more than of somebody who is not. */
  @Test
  void somebodyElseAndNobodyAreAnsweredAlike() {
    String others =
        Caller.reader()
            .get("/api/v1/findings?kind=IDLE&group=finance")
            .json()
            .at("/0/holding")
            .asText();
    for (String path :
        List.of(
            "/api/v1/people/%s",
            "/api/v1/people/%s/cover",
            "/api/v1/findings?person=%s",
            "/api/v1/people?group=%s",
            "/api/v1/findings/people?group=%s")) {
      String known = path.contains("group") ? "finance" : SOMEBODY_ELSE;
      assertThat(said(lead.get(path.formatted(known)), known))
          .as(path)
          .isEqualTo(said(lead.get(path.formatted("nobody")), "nobody"));
    }
    assertThat(said(lead.postJson("/api/v1/slates", takeBack(others)), others))
        .isEqualTo(said(lead.postJson("/api/v1/slates", takeBack("nobody")), "nobody"));
  }

  private static String said(Caller.Answer answer, String name) {
    return answer.status() + " " + answer.text().replace(name, "…");
  }
}
