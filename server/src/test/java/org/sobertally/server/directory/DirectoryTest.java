package org.sobertally.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.DemoBook;

/** An identity provider keeps people and groups over SCIM. */
@QuarkusTest
class DirectoryTest {

  private static final String ODA =
      """
      {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:User",
        "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"],
       "userName": "oda.pell@skerryline.example", "externalId": "x-77",
       "name": {"givenName": "Oda", "familyName": "Pell"}, "active": true,
       "shoeSize": 41, "urn:example:unknown": {"any": "thing"},
       "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User":
         {"employeeNumber": "p9100", "department": "Finance", "manager": {"value": "p0609"}}}
      """;

  private final Caller provider = Caller.keeper();

  @BeforeEach
  void takeTheDemoBook() {
    DemoBook.takeLate();
  }

  private Caller.Answer send(String method, String path, String body) {
    byte[] bytes = body == null ? null : body.getBytes(StandardCharsets.UTF_8);
    return provider.send(
        method, "/scim/v2" + path, body == null ? null : "application/scim+json", bytes);
  }

  private static JsonNode person(String id) {
    return Caller.reader().get("/api/v1/people/" + id).json();
  }

  @Test
  void makesAPersonAndLeavesOutWhatItDoesNotKnow() {
    Caller.Answer made = send("POST", "/Users", ODA);
    assertThat(made.status()).as(made.text()).isEqualTo(201);
    assertThat(made.json().get("id").asText()).isEqualTo("p9100");
    assertThat(made.text()).doesNotContain("shoeSize");
    JsonNode person = person("p9100");
    assertThat(person.get("name").asText()).isEqualTo("Oda Pell");
    assertThat(person.get("department").asText()).isEqualTo("Finance");
    assertThat(person.get("managerName").asText()).isNotEmpty();
    assertThat(Caller.reader().get("/api/v1/people/p9100/timeline").text())
        .contains("Oda Pell came into the directory.");
    assertThat(send("POST", "/Users", ODA).status()).isEqualTo(409);
  }

  @Test
  void suspendsSomebodyAndKnowsThoseWhoLeftWhenTheyComeBack() {
    String off =
        """
        {"schemas": ["urn:ietf:params:scim:api:messages:2.0:PatchOp"],
         "Operations": [{"op": "replace", "path": "active", "value": false}]}
        """;
    Caller.Answer patched = send("PATCH", "/Users/p0626", off);
    assertThat(patched.status()).as(patched.text()).isEqualTo(200);
    assertThat(person("p0626").get("status").asText()).isEqualTo("SUSPENDED");
    assertThat(person("p0626").get("department").asText()).isEqualTo("Finance");

    assertThat(send("DELETE", "/Users/p0626", null).status()).isEqualTo(204);
    assertThat(person("p0626").get("status").asText()).isEqualTo("LEFT");
    assertThat(send("GET", "/Users/p0626", null).status()).isEqualTo(404);
    int accounts = person("p0626").get("accounts").size();

    String back = ODA.replace("p9100", "p0626").replace("oda.pell", "back.again");
    assertThat(send("POST", "/Users", back).status()).isEqualTo(201);
    assertThat(person("p0626").get("status").asText()).isEqualTo("ACTIVE");
    assertThat(person("p0626").get("accounts")).as("with their history").hasSize(accounts);
  }

  @Test
  void aReplacementThatDoesNotSpeakOfActiveLeavesSomebodySuspended() {
    assertThat(send("POST", "/Users", ODA).status()).isEqualTo(201);
    String suspended = ODA.replace("\"active\": true", "\"active\": false");
    assertThat(send("PUT", "/Users/p9100", suspended).status()).isEqualTo(200);
    String silent = ODA.replace("\"active\": true,", "").replace("Finance", "Legal");
    assertThat(send("PUT", "/Users/p9100", silent).status()).isEqualTo(200);
    assertThat(person("p9100").get("status").asText()).isEqualTo("SUSPENDED");
    assertThat(person("p9100").get("department").asText()).isEqualTo("Legal");
    assertThat(send("PUT", "/Users/p9100", ODA).status()).isEqualTo(200);
    assertThat(person("p9100").get("status").asText()).isEqualTo("ACTIVE");
  }

  @Test
  void findsPeopleAndSaysWhichFilterItCannotFollow() {
    JsonNode found =
        send("GET", "/Users?filter=userName%20eq%20%22hakon.nygren@skerryline.example%22", null)
            .json();
    assertThat(found.get("totalResults").asInt()).isEqualTo(1);
    assertThat(found.get("Resources").get(0).get("id").asText()).isEqualTo("p0002");
    JsonNode page = send("GET", "/Users?startIndex=11&count=5", null).json();
    assertThat(page.get("itemsPerPage").asInt()).isEqualTo(5);
    assertThat(page.get("totalResults").asInt()).isGreaterThan(500);
    JsonNode many =
        send("GET", "/Users?filter=displayName%20sw%20%22Hakon%22&count=3", null).json();
    assertThat(many.get("Resources")).hasSize(3);
    Caller.Answer bad = send("GET", "/Users?filter=shoeSize%20eq%20%2241%22", null);
    assertThat(bad.status()).isEqualTo(400);
    assertThat(bad.json().get("scimType").asText()).isIn("invalidFilter", "invalidPath");
    assertThat(send("GET", "/Users?filter=userName%20eq", null).status()).isEqualTo(400);
  }

  @Test
  void keepsGroupsWithTheirLeads() {
    Caller.Answer made =
        send(
            "POST",
            "/Groups",
            """
            {"schemas": ["urn:ietf:params:scim:schemas:core:2.0:Group"],
             "displayName": "Winter crew", "members": [{"value": "p0001"}, {"value": "p0002"}]}
            """);
    assertThat(made.status()).as(made.text()).isEqualTo(201);
    String id = made.json().get("id").asText();
    assertThat(id).isEqualTo("winter-crew");
    Caller.Answer joined =
        send(
            "PATCH",
            "/Groups/" + id,
            """
            {"schemas": ["urn:ietf:params:scim:api:messages:2.0:PatchOp"],
             "Operations": [{"op": "add", "path": "members", "value": [{"value": "p0003"}]},
                            {"op": "remove", "path": "members[value eq \\"p0001\\"]"}]}
            """);
    assertThat(joined.status()).as(joined.text()).isEqualTo(200);
    assertThat(Caller.reader().get("/api/v1/people/totals?group=winter-crew").json().get("people"))
        .hasToString("2");
    assertThat(send("DELETE", "/Groups/" + id, null).status()).isEqualTo(204);
    assertThat(send("GET", "/Groups/" + id, null).status()).isEqualTo(404);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          "manager": {"value": "p9100"}     | They would report to themselves: p9100 → p9100.
          "manager": {"value": "nobody"}    | There is no person nobody to report to.
          """)
  void refusesAManagerWhoCannotBe(String manager, String detail) {
    Caller.Answer refused =
        send("POST", "/Users", ODA.replace("\"manager\": {\"value\": \"p0609\"}", manager));
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.detail()).isEqualTo(detail);
    assertThat(Caller.reader().get("/api/v1/people/p9100").status()).isEqualTo(404);
  }

  /** Some clients send back a meta of their own, or a path that is empty. */
  @Test
  void looksPastWhatSaysNothing() {
    String withMeta = ODA.replace("\"shoeSize\": 41", "\"meta\": null");
    Caller.Answer made = send("POST", "/Users", withMeta);
    assertThat(made.status()).as(made.text()).isEqualTo(201);
    assertThat(made.json().at("/meta/resourceType").asText()).isEqualTo("User");
    String off =
        """
        {"schemas": ["urn:ietf:params:scim:api:messages:2.0:PatchOp"],
         "Operations": [{"op": "replace", "path": "", "value": {"active": false}}]}
        """;
    Caller.Answer patched = send("PATCH", "/Users/p9100", off);
    assertThat(patched.status()).as(patched.text()).isEqualTo(200);
    assertThat(person("p9100").get("status").asText()).isEqualTo("SUSPENDED");
  }

  @Test
  void answersInItsOwnWayToWhoMayNot() {
    Caller.Answer nobody = Caller.nobody().get("/scim/v2/Users");
    assertThat(nobody.status()).isEqualTo(401);
    assertThat(nobody.json().get("schemas").get(0).asText())
        .isEqualTo("urn:ietf:params:scim:api:messages:2.0:Error");
    Caller.Answer steward = Caller.steward().get("/scim/v2/Users");
    assertThat(steward.status()).isEqualTo(403);
    assertThat(steward.json().get("schemas").get(0).asText()).endsWith("Error");
    Caller.Answer broken = send("POST", "/Users", "{not json");
    assertThat(broken.status()).isEqualTo(400);
    assertThat(broken.json().get("schemas").get(0).asText()).endsWith("Error");
    assertThat(send("GET", "/ServiceProviderConfig", null).status()).isEqualTo(200);
  }
}
