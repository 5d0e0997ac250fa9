package org.sobertally.server.leading;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.SmallBook;

/** Personnel's file and the identity provider speak of the same people. */
@QuarkusTest
class FileAndDirectoryTest {

  private static final String LEADS = "/api/v1/house-rules/leads";
  private static final String PEOPLE =
      """
      {"source": "HR", "kind": "PEOPLE", "dayForm": "ISO", "to": "2026-09-30",
       "columns": {"%s}}
      """;

  @Inject Books books;
  @Inject EntityManager entities;

  private final Caller steward = Caller.steward();
  private final Caller keeper = Caller.keeper();

  @BeforeEach
  void takeTheSmallBook() {
    forget();
    keeper.putZip("/api/v1/book?replace=true", new SmallBook().zip());
  }

  @AfterEach
  void forget() {
    QuarkusTransaction.requiringNew()
        .run(
            () -> {
              for (String table :
                  List.of(
                      "field_lead",
                      "person_aside",
                      "person_old_mail",
                      "intake_change",
                      "intake_use",
                      "intake",
                      "intake_mapping")) {
                entities.createNativeQuery("delete from " + table).executeUpdate();
              }
            });
  }

  private Person bo() {
    return books.current().people().byId("bo");
  }

  private JsonNode file(String csv, String columns, String kind) {
    Caller.Answer seen =
        steward.send(
            "POST",
            "/api/v1/intake/files?name=hr.csv",
            "application/octet-stream",
            csv.getBytes(StandardCharsets.UTF_8));
    String file = "/api/v1/intake/files/" + seen.json().get("id").asText();
    Caller.Answer taken =
        steward.postJson(file + "/take", PEOPLE.formatted(columns).replace("PEOPLE", kind));
    assertThat(taken.status()).as(taken.text()).isEqualTo(200);
    return taken.json();
  }

  private Caller.Answer again(String csv, String columns) {
    Caller.Answer seen =
        steward.send(
            "POST",
            "/api/v1/intake/files?name=hr.csv",
            "application/octet-stream",
            csv.getBytes(StandardCharsets.UTF_8));
    return steward.postJson(
        "/api/v1/intake/files/" + seen.json().get("id").asText() + "/take",
        PEOPLE.formatted(columns));
  }

  private void directorySays(String department) {
    Caller.Answer answer =
        keeper.send(
            "PUT",
            "/scim/v2/Users/bo",
            "application/scim+json",
            """
            {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:User",
              "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"],
             "userName": "bo@skerryline.example", "active": true, "displayName": "Bo",
             "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User":
              {"employeeNumber": "bo", "department": "%s"}}
            """
                .formatted(department)
                .getBytes(StandardCharsets.UTF_8));
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
  }

  private void leads(String field, String leader) {
    String form =
        "{\"field\":\"%s\",\"leader\":%s}"
            .formatted(field, leader == null ? "null" : "\"" + leader + "\"");
    Caller.Answer answer =
        steward.send("PUT", LEADS, "application/json", form.getBytes(StandardCharsets.UTF_8));
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
  }

  private static final String DEPARTMENTS = "person\": \"Id\", \"department\": \"Unit\"";

  @Test
  void withoutARuleWhoeverSpokeLastCounts() {
    file("Id,Unit\nbo,Yard\n", DEPARTMENTS, "PEOPLE");
    directorySays("Sails");
    assertThat(bo().department()).isEqualTo("Sails");
    file("Id,Unit\nbo,Yard\n", DEPARTMENTS, "PEOPLE");
    assertThat(bo().department()).isEqualTo("Yard");
  }

  @Test
  void theLeadersWordStandsAndTheOthersIsKeptAside() {
    leads("department", "FILE");
    directorySays("Sails");
    assertThat(bo().department()).as("it was empty").isEqualTo("Sails");
    file("Id,Unit\nbo,Yard\n", DEPARTMENTS, "PEOPLE");
    directorySays("Rigging");
    assertThat(bo().department()).isEqualTo("Yard");
    JsonNode aside = steward.get("/api/v1/people/bo").json().get("aside");
    assertThat(aside).hasSize(1);
    assertThat(aside.at("/0/said").asText()).isEqualTo("Rigging");
    assertThat(aside.at("/0/source").asText()).isEqualTo("DIRECTORY");
    assertThat(steward.getCsv(LEADS).text()).contains("department,FILE,1");
    directorySays("Yard");
    assertThat(steward.get("/api/v1/people/bo").json().get("aside")).as("they agree").isEmpty();
    leads("department", "DIRECTORY");
    JsonNode taken = file("Id,Unit\nbo,Hulls\n", DEPARTMENTS, "PEOPLE");
    assertThat(taken.get("notes").toString()).contains("something else of department");
    assertThat(bo().department()).isEqualTo("Yard");
    assertThat(again("Id,Unit\nbo,Hulls\n", DEPARTMENTS).detail())
        .as("what was kept aside before is nothing new")
        .contains("Nothing in this file is new");
    leads("department", null);
    assertThat(steward.get("/api/v1/people/bo").json().get("aside")).isEmpty();
    assertThat(steward.get("/api/v1/journal?kind=LEAD_CHANGED").json().size())
        .isGreaterThanOrEqualTo(3);
  }

  @Test
  void aFieldThatNobodyKnowsAndAReaderAreRefused() {
    byte[] unknown = "{\"field\":\"shoe\",\"leader\":\"FILE\"}".getBytes(StandardCharsets.UTF_8);
    assertThat(steward.send("PUT", LEADS, "application/json", unknown).detail())
        .contains("field: one of name, email");
    assertThat(Caller.reader().send("PUT", LEADS, "application/json", unknown).status())
        .isEqualTo(403);
  }

  @Test
  void aMailMayServeAsIdAndAnOldOneStillMeansThem() {
    JsonNode taken =
        file(
            "Mail,Last day\n\"bo.new@skerryline.example; bo@skerryline.example\",2026-12-31\n"
                + "gro@skerryline.example,\n",
            "email\": \"Mail\", \"leaves\": \"Last day\"",
            "PEOPLE");
    assertThat(taken.get("good").asInt()).isEqualTo(2);
    assertThat(bo().email()).isEqualTo("bo.new@skerryline.example");
    assertThat(bo().leaves()).hasToString("2026-12-31");
    assertThat(books.current().people().byId("gro@skerryline.example").name())
        .isEqualTo("gro@skerryline.example");
    assertThat(steward.get("/api/v1/people/bo").json().get("leaves").asText())
        .isEqualTo("2026-12-31");
    JsonNode seats =
        file(
            "Who,What\nbo@skerryline.example,Letter\n",
            "who\": \"Who\", \"plan\": \"What\"}, \"vendor\": \"quillmoor\", \"values\": {\"a\":\"b\"",
            "HOLDINGS");
    assertThat(seats.get("counts").has("NOBODY")).isFalse();
    assertThat(seats.get("counts").get("NEW").asInt()).isOne();
  }

  @Test
  void anAddressThatSeveralHaveIsNobodys() {
    JsonNode check =
        steward
            .send(
                "POST",
                "/api/v1/intake/files?name=hr.csv",
                "application/octet-stream",
                "Mail\nann@skerryline.example\n".getBytes(StandardCharsets.UTF_8))
            .json();
    assertThat(check.get("id").asText()).isNotBlank();
    Caller.Answer none =
        steward.postJson(
            "/api/v1/intake/files/" + check.get("id").asText() + "/take",
            PEOPLE.formatted("site\": \"Mail\""));
    assertThat(none.status()).isEqualTo(400);
    assertThat(none.detail()).contains("which column is 'person', or 'email'");
  }

  /** Whom the provider calls otherwise than by mail is found by that name in a vendor's file. */
  @Test
  void aLoginOfTheDirectoryMeansWhoSignsInByIt() {
    Caller.Answer answer =
        keeper.send(
            "PUT",
            "/scim/v2/Users/bo",
            "application/scim+json",
            """
            {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:User"], "userName": "BOK",
             "active": true, "displayName": "Bo",
             "emails": [{"value": "bo@skerryline.example", "primary": true}]}
            """
                .getBytes(StandardCharsets.UTF_8));
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    JsonNode seats =
        file(
            "Who,What\nbok,Letter\n",
            "who\": \"Who\", \"plan\": \"What\"}, \"vendor\": \"quillmoor\", \"values\": {\"a\":\"b\"",
            "HOLDINGS");
    assertThat(seats.get("good").asInt()).isOne();
    assertThat(seats.get("counts").has("NOBODY")).isFalse();
  }

  /** An empty name is a fault, and no reason to call somebody by their mail. */
  @Test
  void aNameThatIsMissingAndAMailThatIsNoneAreFaults() {
    Caller.Answer refused =
        again(
            "Id,Name,Mail\nbo,,bo@skerryline.example\ncy,Cy,;\n",
            "person\": \"Id\", \"name\": \"Name\", \"email\": \"Mail\"");
    assertThat(refused.status()).as(refused.text()).isEqualTo(409);
    assertThat(bo().name()).isEqualTo("Bo");
  }
}
