package org.sobertally.server.groups;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.store.BookEditor;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.SmallBook;

@QuarkusTest
class GroupsTest {

  private static final String GROUPS = "/api/v1/groups";

  @Inject Books books;
  @Inject BookEditor editor;
  @Inject Groups groups;
  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();

  @BeforeEach
  void takeTheSmallBook() {
    QuarkusTransaction.requiringNew()
        .run(() -> entities.createQuery("delete from GroupFollow f").executeUpdate());
    Caller.keeper().putZip("/api/v1/book?replace=true", new SmallBook().zip());
  }

  private static List<String> people(JsonNode sheet) {
    List<String> people = new ArrayList<>();
    sheet
        .get("members")
        .forEach(
            one ->
                people.add(
                    one.get("person").asText() + (one.get("lead").asBoolean() ? " leads" : "")));
    return people;
  }

  private Answer put(String group, String body) {
    return steward.send(
        "PUT", GROUPS + "/" + group, "application/json", body.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void aGroupIsMadeFilledAndLed() {
    JsonNode made = steward.postJson(GROUPS, "{\"name\":\"Night crew\"}").json();
    String id = made.get("group").asText();
    assertThat(id).isEqualTo("night-crew");
    assertThat(steward.get(GROUPS).text()).contains("Night crew");
    steward.postJson(GROUPS + "/" + id + "/members", "{\"who\":\"Bo@SkerryLine.example\"}");
    JsonNode led =
        steward.postJson(GROUPS + "/" + id + "/members", "{\"who\":\"cy\",\"lead\":true}").json();
    assertThat(people(led)).containsExactly("bo", "cy leads");
    assertThat(people(steward.postJson(GROUPS + "/" + id + "/members", "{\"who\":\"cy\"}").json()))
        .as("no longer leads, and stays")
        .containsExactly("bo", "cy");
    assertThat(people(steward.delete(GROUPS + "/" + id + "/members/bo").json()))
        .containsExactly("cy");
    assertThat(steward.postJson(GROUPS + "/" + id + "/members", "{\"who\":\"nobody\"}").detail())
        .contains("nobody has the id or the address");
    assertThat(steward.postJson(GROUPS, "{\"name\":\"night CREW\"}").status()).isEqualTo(409);
    assertThat(put(id, "{\"name\":\"Night\",\"retentionDays\":90}").json().get("name").asText())
        .isEqualTo("Night");
    assertThat(steward.delete(GROUPS + "/" + id).status()).isEqualTo(204);
    assertThat(steward.get(GROUPS + "/" + id).status()).isEqualTo(404);
    assertThat(steward.delete(GROUPS + "/yard").detail()).contains("A standing rule is of");
  }

  private void moveTo(String person, String department) {
    books.write(
        change -> {
          var values = new java.util.HashMap<>(editor.valuesOfPerson(person));
          values.put("department", department);
          try {
            editor.putPerson(change, values);
          } catch (Exception e) {
            throw new IllegalStateException(e);
          }
          return null;
        });
  }

  @Test
  void aGroupThatFollowsADepartmentKeepsUpWithIt() {
    moveTo("bo", "Sails");
    JsonNode made =
        steward.postJson(GROUPS, "{\"name\":\"Sailmakers\",\"department\":\"Sails\"}").json();
    String id = made.get("group").asText();
    assertThat(people(made)).containsExactly("bo");
    assertThat(made.get("follows").asText()).isEqualTo("Sails");
    // Only groups with people of their own are offered: the others would refuse.
    String joinable = "/api/v1/people/%s/joinable-groups";
    assertThat(steward.get(joinable.formatted("ed")).json().findValuesAsText("group"))
        .containsExactly("yard");
    assertThat(steward.get(joinable.formatted("ann")).json()).isEmpty();
    assertThat(steward.get(joinable.formatted("nobody")).status()).isEqualTo(404);
    steward.postJson(GROUPS + "/" + id + "/members", "{\"who\":\"bo\",\"lead\":true}");
    moveTo("cy", "Sails");
    groups.keepUp();
    assertThat(people(steward.get(GROUPS + "/" + id).json())).containsExactly("bo leads", "cy");
    moveTo("bo", "Rigging");
    groups.keepUp();
    assertThat(people(steward.get(GROUPS + "/" + id).json())).containsExactly("cy");
    assertThat(steward.get("/api/v1/journal?kind=GROUP_CHANGED").json().get(0).get("text").asText())
        .isEqualTo("Sailmakers follows Sails: 0 joined it, 1 left it.");
    assertThat(steward.postJson(GROUPS + "/" + id + "/members", "{\"who\":\"ann\"}").detail())
        .contains("follows the department Sails");
    assertThat(steward.delete(GROUPS + "/" + id + "/members/cy").status()).isEqualTo(409);
    assertThat(people(put(id, "{\"name\":\"Sailmakers\"}").json())).containsExactly("cy");
    assertThat(steward.delete(GROUPS + "/" + id + "/members/cy").status()).isEqualTo(200);
    assertThat(steward.postJson(GROUPS, "{\"name\":\"X\",\"department\":\"None\"}").detail())
        .contains("nobody is in None");
  }

  @Test
  void whatTheDirectoryKeepsIsChangedThere() {
    Answer sent =
        Caller.keeper()
            .send(
                "POST",
                "/scim/v2/Groups",
                "application/scim+json",
                """
                {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:Group"],
                 "displayName": "Bridge", "members": [{"value": "ann"}]}
                """
                    .getBytes(StandardCharsets.UTF_8));
    String id = sent.json().get("id").asText();
    assertThat(steward.get(GROUPS + "/" + id).json().get("ofDirectory").asBoolean()).isTrue();
    assertThat(steward.delete(GROUPS + "/" + id + "/members/ann").detail())
        .contains("The directory keeps Bridge");
    assertThat(Caller.reader().get(GROUPS + "/" + id).status()).isEqualTo(403);
    assertThat(books.current().people().byId("ann").status()).isEqualTo(Person.Status.ACTIVE);
  }
}
