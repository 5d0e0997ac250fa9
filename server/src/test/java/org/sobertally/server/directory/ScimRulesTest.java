package org.sobertally.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.SmallBook;

/** What RFC 7643 and 7644 ask of a service provider, and what identity providers do with one. */
@QuarkusTest
class ScimRulesTest {

  private static final String USER = "urn:ietf:params:scim:schemas:core:2.0:User";
  private static final String WORK = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User";
  private static final String WHOLE =
      """
      {"schemas":["%s","%s"],"userName":"Oda.Pell","externalId":"ext-77","displayName":"Oda P.",
       "nickName":"Od","profileUrl":"https://people.skerryline.example/oda","title":"Clerk",
       "userType":"Employee","preferredLanguage":"en-GB","locale":"en-GB",
       "timezone":"Europe/Lisbon","active":true,
       "name":{"formatted":"Ms. Oda Jane Pell","familyName":"Pell","givenName":"Oda",
         "middleName":"Jane","honorificPrefix":"Ms."},
       "emails":[{"value":"oda.pell@skerryline.example","type":"work","primary":true},
         {"value":"oda@home.example","type":"home"}],
       "phoneNumbers":[{"value":"+351 555 0100","type":"work"}],
       "addresses":[{"type":"work","locality":"Tolsand","country":"PT"}],
       "roles":[{"value":"clerk"}],
       "%s":{"employeeNumber":"p9100","costCenter":"44","organization":"Skerry Line",
         "division":"Ashore","department":"Finance","manager":{"value":"p0609"}}}
      """
          .formatted(USER, WORK, WORK);

  private final Caller provider = Caller.keeper();

  /** Replaced twice, so that whom a test made is neither in the book nor kept with a history. */
  @BeforeEach
  void takeABookWithAHandfulOfPeople() {
    byte[] book =
        new SmallBook()
            .row("people.csv", "p0609,Ama Quell,ama@skerryline.example,,,,,ACTIVE,,,,")
            .row(
                "people.csv",
                "p0777,Sol Ferrin,sol@skerryline.example,Finance,Tolsand,,p0609,ACTIVE,,,,")
            .zip();
    Caller.keeper().putZip("/api/v1/book?replace=true", book);
    for (String id : List.of("p9100", "p9101")) {
      send("DELETE", "/Users/" + id, null);
    }
    Caller.keeper().putZip("/api/v1/book?replace=true", book);
  }

  private Answer send(String method, String path, String body) {
    byte[] bytes = body == null ? null : body.getBytes(StandardCharsets.UTF_8);
    return provider.send(
        method, "/scim/v2" + path, body == null ? null : "application/scim+json", bytes);
  }

  private Answer search(String filter) {
    return send("GET", "/Users?filter=" + URLEncoder.encode(filter, StandardCharsets.UTF_8), null);
  }

  private JsonNode made() {
    Answer made = send("POST", "/Users", WHOLE);
    assertThat(made.status()).as(made.text()).isEqualTo(201);
    return made.json();
  }

  private JsonNode patched(String operations) {
    Answer patched = patch("p9100", operations);
    assertThat(patched.status()).as(patched.text()).isIn(200, 204);
    return send("GET", "/Users/p9100", null).json();
  }

  private Answer patch(String id, String operations) {
    return send(
        "PATCH",
        "/Users/" + id,
        "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":[%s]}"
            .formatted(operations));
  }

  private static JsonNode person(String id) {
    return Caller.reader().get("/api/v1/people/" + id).json();
  }

  @Test
  void aUserIsKeptAsItWasSent() {
    Answer answer = send("POST", "/Users", WHOLE);
    JsonNode made = answer.json();
    assertThat(answer.header("Location")).endsWith("/scim/v2/Users/p9100");
    assertThat(made.at("/meta/location").asText()).isEqualTo(answer.header("Location"));
    assertThat(made.at("/meta/resourceType").asText()).isEqualTo("User");
    JsonNode kept = send("GET", "/Users/p9100", null).json();
    for (String field :
        List.of(
            "userName",
            "externalId",
            "displayName",
            "nickName",
            "title",
            "userType",
            "locale",
            "timezone",
            "preferredLanguage",
            "profileUrl")) {
      assertThat(kept.get(field)).as(field).isNotNull();
    }
    assertThat(kept.get("userName").asText()).isEqualTo("Oda.Pell");
    assertThat(kept.at("/name/middleName").asText()).isEqualTo("Jane");
    assertThat(kept.get("emails").findValuesAsText("type"))
        .containsExactlyInAnyOrder("work", "home");
    assertThat(kept.at("/phoneNumbers/0/value").asText()).isEqualTo("+351 555 0100");
    assertThat(kept.get(WORK).get("costCenter").asText()).isEqualTo("44");
    assertThat(kept.at("/roles/0/value").asText()).isEqualTo("clerk");
    assertThat(person("p9100").get("name").asText()).isEqualTo("Oda P.");
    assertThat(person("p9100").get("email").asText()).isEqualTo("oda.pell@skerryline.example");
  }

  @Test
  void whenItWasMadeAndChangedIsTold() {
    Instant before = Instant.now().minusSeconds(2);
    JsonNode made = made();
    Instant created = Instant.parse(made.at("/meta/created").asText());
    assertThat(created).isAfter(before);
    JsonNode changed = patched("{\"op\":\"replace\",\"path\":\"title\",\"value\":\"Head clerk\"}");
    assertThat(Instant.parse(changed.at("/meta/created").asText())).isEqualTo(created);
    assertThat(Instant.parse(changed.at("/meta/lastModified").asText()))
        .isAfterOrEqualTo(Instant.parse(made.at("/meta/lastModified").asText()));
  }

  @ParameterizedTest
  @ValueSource(strings = {"Oda.Pell", "oda.pell", "ODA.PELL"})
  void aNameIsHadOnceHoweverItIsWritten(String name) {
    made();
    String other =
        WHOLE.replace("Oda.Pell", name).replace("p9100", "p9101").replace("ext-77", "ext-78");
    Answer again = send("POST", "/Users", other);
    assertThat(again.status()).isEqualTo(409);
    assertThat(again.json().get("scimType").asText()).isEqualTo("uniqueness");
    assertThat(search("userName eq \"%s\"".formatted(name)).json().get("totalResults").asInt())
        .isEqualTo(1);
  }

  @Test
  void aNameIsNotTakenByRenamingEither() {
    made();
    String other =
        WHOLE.replace("Oda.Pell", "bo.lind").replace("p9100", "p9101").replace("ext-77", "ext-78");
    assertThat(send("POST", "/Users", other).status()).isEqualTo(201);
    Answer stolen =
        patch("p9101", "{\"op\":\"replace\",\"path\":\"userName\",\"value\":\"oda.pell\"}");
    assertThat(stolen.status()).isEqualTo(409);
    assertThat(stolen.json().get("scimType").asText()).isEqualTo("uniqueness");
    String email = person("bo").get("email").asText();
    Answer ofAFile =
        patch(
            "p9101",
            "{\"op\":\"replace\",\"path\":\"userName\",\"value\":\"%s\"}".formatted(email));
    assertThat(ofAFile.status()).as("of somebody who came by a file").isEqualTo(409);
    send("DELETE", "/Users/p9101", null);
  }

  @Test
  void eightAtOnceMakeOnePerson() {
    List<CompletableFuture<Integer>> calls =
        IntStream.range(0, 8)
            .mapToObj(
                n -> CompletableFuture.supplyAsync(() -> send("POST", "/Users", WHOLE).status()))
            .toList();
    List<Integer> statuses = calls.stream().map(CompletableFuture::join).toList();
    assertThat(statuses).containsOnly(201, 409);
    assertThat(statuses.stream().filter(status -> status == 201)).hasSize(1);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          {"op":"replace","path":"displayName","value":"New"}                       | /displayName | New
          {"op":"Replace","path":"displayName","value":"New"}                       | /displayName | New
          {"op":"replace","path":"name.familyName","value":"Lind"}                  | /name/familyName | Lind
          {"op":"replace","path":"name.givenName","value":"Ada"}                    | /name/givenName | Ada
          {"op":"replace","path":"userName","value":"oda.lind"}                     | /userName | oda.lind
          {"op":"replace","path":"externalId","value":"ext-9"}                      | /externalId | ext-9
          {"op":"replace","path":"active","value":false}                            | /active | false
          {"op":"replace","value":{"displayName":"New","active":false}}             | /displayName | New
          {"op":"replace","value":{"name":{"familyName":"Lind"}}}                   | /name/familyName | Lind
          {"op":"add","path":"nickName","value":"O"}                                | /nickName | O
          {"op":"remove","path":"nickName"}                                         | /nickName | -
          {"op":"remove","path":"title"}                                            | /title | -
          """)
  void aChangeIsAChange(String operation, String pointer, String wanted) {
    made();
    JsonNode changed = patched(operation);
    assertThat(
            wanted.equals("-")
                ? changed.at(pointer).isMissingNode()
                : changed.at(pointer).asText().equals(wanted))
        .as(changed.toString())
        .isTrue();
  }

  @Test
  void aMailIsChangedByItsType() {
    made();
    JsonNode changed =
        patched(
            "{\"op\":\"replace\",\"path\":\"emails[type eq \\\"work\\\"].value\","
                + "\"value\":\"oda.lind@skerryline.example\"}");
    assertThat(valueOf(changed, "work")).isEqualTo("oda.lind@skerryline.example");
    assertThat(valueOf(changed, "home")).isEqualTo("oda@home.example");
    assertThat(person("p9100").get("email").asText()).isEqualTo("oda.lind@skerryline.example");
    JsonNode fewer = patched("{\"op\":\"remove\",\"path\":\"emails[type eq \\\"home\\\"]\"}");
    assertThat(fewer.get("emails")).hasSize(1);
    JsonNode more =
        patched(
            "{\"op\":\"add\",\"path\":\"emails\",\"value\":"
                + "[{\"type\":\"other\",\"value\":\"o@other.example\"}]}");
    assertThat(valueOf(more, "other")).isEqualTo("o@other.example");
    assertThat(valueOf(more, "work")).isEqualTo("oda.lind@skerryline.example");
  }

  /** Some providers set a typed value that is not there yet. */
  @Test
  void aTypedValueThatIsNotThereComesToBe() {
    made();
    JsonNode changed =
        patched(
            "{\"op\":\"add\",\"path\":\"phoneNumbers[type eq \\\"mobile\\\"].value\","
                + "\"value\":\"+351 555 0199\"}");
    assertThat(changed.get("phoneNumbers").findValuesAsText("value"))
        .contains("+351 555 0100", "+351 555 0199");
  }

  private static String valueOf(JsonNode user, String type) {
    for (JsonNode email : user.get("emails")) {
      if (email.path("type").asText().equals(type)) {
        return email.get("value").asText();
      }
    }
    return null;
  }

  @Test
  void workIsChangedByItsLongName() {
    made();
    JsonNode changed =
        patched(
            "{\"op\":\"replace\",\"path\":\"%s:department\",\"value\":\"Legal\"}".formatted(WORK));
    assertThat(changed.get(WORK).get("department").asText()).isEqualTo("Legal");
    assertThat(person("p9100").get("department").asText()).isEqualTo("Legal");
  }

  /**
   * HR's file knows department and place; the provider that replaces somebody speaks of neither.
   */
  @Test
  void aReplacementDoesNotClearWhatTheFileBrought() {
    JsonNode before = person("p0777");
    assertThat(before.get("department").asText()).isEqualTo("Finance");
    JsonNode shown = send("GET", "/Users/p0777", null).json();
    String silent =
        """
        {"schemas":["%s"],"userName":"%s","active":true,"displayName":"Somebody Renamed"}
        """
            .formatted(USER, shown.get("userName").asText());
    // It reads what is known, changes a title and sends all of it back: that makes nothing its own.
    assertThat(
            patch("p0777", "{\"op\":\"replace\",\"path\":\"title\",\"value\":\"Clerk\"}").status())
        .isEqualTo(200);
    Answer put = send("PUT", "/Users/p0777", silent);
    assertThat(put.status()).as(put.text()).isEqualTo(200);
    JsonNode after = person("p0777");
    assertThat(after.get("name").asText()).isEqualTo("Somebody Renamed");
    assertThat(after.get("department")).isEqualTo(before.get("department"));
    assertThat(after.get("site")).isEqualTo(before.get("site"));
    assertThat(after.get("manager")).isEqualTo(before.get("manager"));
  }

  @Test
  void whatTheProviderSaidItselfItClears() {
    made();
    assertThat(person("p9100").get("department").asText()).isEqualTo("Finance");
    String without = WHOLE.replace("\"department\":\"Finance\",", "");
    assertThat(send("PUT", "/Users/p9100", without).status()).isEqualTo(200);
    assertThat(person("p9100").get("department").isNull()).isTrue();
  }

  /** Somebody whom HR's file let leave is found, inactive, so that nobody makes them twice. */
  @Test
  void whoLeftIsFound() {
    String left = null;
    for (JsonNode one : Caller.reader().get("/api/v1/people?status=LEFT&limit=1").json()) {
      left = one.get("person").asText();
    }
    JsonNode shown = send("GET", "/Users/" + left, null).json();
    assertThat(shown.get("active").asBoolean()).isFalse();
    String name = shown.get("userName").asText();
    assertThat(search("userName eq \"%s\"".formatted(name)).json().get("totalResults").asInt())
        .isEqualTo(1);
    Answer again =
        send("POST", "/Users", "{\"schemas\":[\"%s\"],\"userName\":\"%s\"}".formatted(USER, name));
    assertThat(again.status()).isEqualTo(409);
    assertThat(patch(left, "{\"op\":\"replace\",\"path\":\"active\",\"value\":true}").status())
        .isEqualTo(200);
    assertThat(person(left).get("status").asText()).isEqualTo("ACTIVE");
  }

  @Test
  void whoWasDeletedIsGoneAndComesBackAsWhoTheyWere() {
    String id = made().get("id").asText();
    assertThat(send("DELETE", "/Users/" + id, null).status()).isEqualTo(204);
    assertThat(send("GET", "/Users/" + id, null).status()).isEqualTo(404);
    assertThat(send("DELETE", "/Users/" + id, null).status()).isEqualTo(404);
    assertThat(search("userName eq \"oda.pell\"").json().get("totalResults").asInt()).isZero();
    String nameOnly =
        "{\"schemas\":[\"%s\"],\"userName\":\"oda.pell\",\"active\":true}".formatted(USER);
    Answer back = send("POST", "/Users", nameOnly);
    assertThat(back.status()).isEqualTo(201);
    assertThat(back.json().get("id").asText()).isEqualTo(id);
    assertThat(person(id).get("status").asText()).isEqualTo("ACTIVE");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          userName eq "ODA.pell"                                     | 1
          username eq "oda.pell"                                     | 1
          USERNAME eq "oda.pell"                                     | 1
          urn:ietf:params:scim:schemas:core:2.0:User:userName eq "oda.pell" | 1
          userName sw "oda.p"                                        | 1
          externalId eq "ext-77"                                     | 1
          emails.value eq "oda.pell@skerryline.example"              | 1
          emails[type eq "work" and value co "oda.pell"]             | 1
          emails[type eq "home" and value co "oda.pell"]             | 0
          name.familyName eq "Pell" and active eq true               | 1
          name.familyName eq "Pell" and active eq false              | 0
          userName eq "oda.pell" or userName eq "nobody-of-the-name" | 1
          not (userName pr)                                          | 0
          title pr and nickName eq "Od"                              | 1
          urn:ietf:params:scim:schemas:extension:enterprise:2.0:User:costCenter eq "44" | 1
          userName eq "nobody-of-the-name"                           | 0
          """)
  void whoIsAskedForIsFound(String filter, int count) {
    made();
    Answer found = search(filter);
    assertThat(found.status()).as(found.text()).isEqualTo(200);
    assertThat(found.json().get("totalResults").asInt()).as(found.text()).isEqualTo(count);
    assertThat(found.json().get("schemas").get(0).asText())
        .isEqualTo("urn:ietf:params:scim:api:messages:2.0:ListResponse");
    String body =
        """
        {"schemas":["urn:ietf:params:scim:api:messages:2.0:SearchRequest"],"filter":"%s",
         "attributes":["userName"]}"""
            .formatted(filter.replace("\"", "\\\""));
    Answer sent = send("POST", "/Users/.search", body);
    assertThat(sent.status()).as(sent.text()).isEqualTo(200);
    assertThat(sent.json().get("totalResults").asInt()).as(sent.text()).isEqualTo(count);
    assertThat(sent.text()).doesNotContain("nickName");
  }

  @Test
  void whatIsNestedDeeperThanAnybodyMeansIsRefused() {
    String deep = "(".repeat(20_000) + "userName pr" + ")".repeat(20_000);
    Answer body =
        send(
            "POST",
            "/Users/.search",
            "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:SearchRequest\"],\"filter\":\"%s\"}"
                .formatted(deep));
    assertThat(body.status()).as(body.text()).isEqualTo(400);
    assertThat(body.json().get("scimType").asText()).isEqualTo("invalidFilter");
    Answer shallow = search("(".repeat(30) + "userName pr" + ")".repeat(30));
    assertThat(shallow.status()).isEqualTo(400);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          POST  | /Users       | {"schemas":["urn:ietf:params:scim:schemas:core:2.0:User"]}   | 400 | invalidValue
          POST  | /Users       | {not json                                                    | 400 | invalidSyntax
          POST  | /Groups      | {"schemas":["urn:ietf:params:scim:schemas:core:2.0:Group"]}  | 400 | invalidValue
          GET   | /Users?filter=userName%20xx%20%22a%22 |                                     | 400 | invalidFilter
          GET   | /Users/nobody |                                                             | 404 |
          GET   | /Nothing     |                                                              | 404 |
          GET   | /ServiceProviderConfig?filter=a%20eq%20%22b%22 |                            | 403 |
          GET   | /Schemas?filter=a%20eq%20%22b%22 |                                          | 403 |
          GET   | /ResourceTypes?filter=a%20eq%20%22b%22 |                                    | 403 |
          """)
  void aFaultSaysWhichItIs(String method, String path, String body, int status, String type) {
    Answer answer = send(method, path, body);
    assertThat(answer.status()).as(answer.text()).isEqualTo(status);
    assertThat(answer.json().get("schemas").get(0).asText())
        .isEqualTo("urn:ietf:params:scim:api:messages:2.0:Error");
    assertThat(answer.json().get("status").asText()).isEqualTo(Integer.toString(status));
    assertThat(answer.json().path("scimType").asText("")).isEqualTo(type == null ? "" : type);
  }

  @ParameterizedTest
  @CsvSource({
    "/ServiceProviderConfig, application/json, application/json",
    "/ServiceProviderConfig, application/scim+json, application/scim+json",
    "/ServiceProviderConfig, */*, application/scim+json",
    "/Users?count=1, application/json, application/json",
    "/Schemas, 'application/scim+json, application/json', application/scim+json",
    "/ResourceTypes/User, application/json, application/json"
  })
  void bothNamesOfJsonAreUnderstood(String path, String accept, String type) {
    Answer answer = Caller.keeper().with("Accept", accept).get("/scim/v2" + path);
    assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    assertThat(answer.header("Content-Type")).startsWith(type);
  }

  @Test
  void pagesAddUpToTheWhole() {
    int total = send("GET", "/Users?count=0", null).json().get("totalResults").asInt();
    assertThat(total).isEqualTo(7);
    Set<String> ids = new HashSet<>();
    for (int start = 1; start <= total; start += 3) {
      JsonNode page = send("GET", "/Users?startIndex=%d&count=3".formatted(start), null).json();
      assertThat(page.get("startIndex").asInt()).isEqualTo(start);
      page.get("Resources").forEach(user -> ids.add(user.get("id").asText()));
    }
    assertThat(ids).hasSize(total);
    assertThat(send("GET", "/Users?startIndex=-3&count=2", null).json().get("startIndex").asInt())
        .isEqualTo(1);
    assertThat(send("GET", "/Users?startIndex=5000&count=2", null).json().path("Resources"))
        .isEmpty();
  }

  @Test
  void onlyWhatIsAskedForIsShown() {
    made();
    JsonNode few = send("GET", "/Users/p9100?attributes=displayName", null).json();
    assertThat(few.has("displayName")).isTrue();
    assertThat(few.has("emails")).isFalse();
    assertThat(few.has("id")).isTrue();
    JsonNode fewer = send("GET", "/Users/p9100?excludedAttributes=emails", null).json();
    assertThat(fewer.has("emails")).isFalse();
    assertThat(fewer.has("displayName")).isTrue();
  }

  /** As a provider works through a year: pushed, renamed, shut, deleted, pushed again. */
  @Test
  void fiveHundredUsersAndFiftyGroupsComeAndGoWithoutADoubleOrALoss() {
    int before = Caller.reader().get("/api/v1/people/totals").json().get("people").asInt();
    for (int n = 0; n < 500; n++) {
      Answer made = send("POST", "/Users", user(n, "Before"));
      assertThat(made.status()).as(made.text()).isEqualTo(201);
    }
    for (int g = 0; g < 50; g++) {
      Answer made = send("POST", "/Groups", group(g));
      assertThat(made.status()).as(made.text()).isEqualTo(201);
    }
    assertThat(people()).isEqualTo(before + 500);
    for (int n = 0; n < 500; n++) {
      assertThat(
              patch(
                      id(n),
                      "{\"op\":\"replace\",\"path\":\"displayName\",\"value\":\"After %d\"}"
                          .formatted(n))
                  .status())
          .isEqualTo(200);
    }
    for (int g = 0; g < 50; g++) {
      Answer renamed =
          send(
              "PATCH",
              "/Groups/grp-" + g,
              "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:PatchOp\"],\"Operations\":"
                  + "[{\"op\":\"replace\",\"path\":\"displayName\",\"value\":\"Renamed %d\"}]}"
                      .formatted(g));
      assertThat(renamed.status()).as(renamed.text()).isEqualTo(200);
      assertThat(renamed.json().get("members")).hasSize(10);
    }
    assertThat(person(id(7)).get("name").asText()).isEqualTo("After 7");
    for (int n = 0; n < 500; n++) {
      assertThat(patch(id(n), "{\"op\":\"replace\",\"path\":\"active\",\"value\":false}").status())
          .isEqualTo(200);
    }
    for (int n = 0; n < 500; n++) {
      assertThat(send("DELETE", "/Users/" + id(n), null).status()).isEqualTo(204);
    }
    for (int g = 0; g < 50; g++) {
      assertThat(send("DELETE", "/Groups/grp-" + g, null).status()).isEqualTo(204);
    }
    for (int n = 0; n < 500; n++) {
      Answer again = send("POST", "/Users", user(n, "Again"));
      assertThat(again.status()).as(again.text()).isEqualTo(201);
      assertThat(again.json().get("id").asText()).isEqualTo(id(n));
    }
    for (int g = 0; g < 50; g++) {
      Answer again = send("POST", "/Groups", group(g));
      assertThat(again.json().get("members")).hasSize(10);
    }
    assertThat(people()).as("nobody twice, nobody lost").isEqualTo(before + 500);
    assertThat(person(id(499)).get("name").asText()).isEqualTo("Again 499");
    assertThat(person(id(499)).get("status").asText()).isEqualTo("ACTIVE");
  }

  private static int people() {
    return Caller.reader().get("/api/v1/people/totals").json().get("people").asInt();
  }

  private static String id(int n) {
    return "guid-" + n;
  }

  private static String user(int n, String name) {
    return """
        {"schemas":["%s"],"userName":"user%d@skerryline.example","externalId":"guid-%d",
         "displayName":"%s %d","active":true,
         "emails":[{"value":"user%d@skerryline.example","type":"work","primary":true}]}
        """
        .formatted(USER, n, n, name, n, n);
  }

  private static String group(int g) {
    String members =
        String.join(
            ",",
            IntStream.range(10 * g, 10 * g + 10)
                .mapToObj(n -> "{\"value\":\"%s\"}".formatted(id(n)))
                .toList());
    return """
        {"schemas":["urn:ietf:params:scim:schemas:core:2.0:Group"],"displayName":"Group %d",
         "externalId":"grp-%d","members":[%s]}
        """
        .formatted(g, g, members);
  }
}
