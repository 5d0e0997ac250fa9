package org.sobertally.server.links;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.support.Caller;
import org.sobertally.server.support.Caller.Answer;
import org.sobertally.server.support.SmallBook;
import org.sobertally.server.support.SomeonesVendor;
import org.sobertally.server.vendors.VendorLinks;

/** A keeper links a vendor that has its own ids, logins and words; a steward goes on from there. */
@QuarkusTest
class LinksTest {

  private static final String LINK = "/api/v1/vendors/quillmoor/link";
  private static final String DRIFT = "/api/v1/vendors/quillmoor/drift";

  /** Ann by mail, Bo by our id, Cy by name; Fay is nobody; Di is not shown. */
  private static final String PEOPLE =
      """
      {"groups": {"g-1": "Opus", "g-2": "Opus (old)", "g-3": "Everybody"},
       "users": [
        {"userName": "ann.b", "email": "Ann@SkerryLine.example", "groups": ["g-1", "g-3"]},
        {"userName": "bo.k", "email": "bo@elsewhere.example", "externalId": "a-bo", "groups": ["g-2"]},
        {"userName": "a-cy", "email": "cy@skerryline.example", "groups": ["g-3"]},
        {"userName": "ed", "email": "ed@skerryline.example", "groups": ["g-1"]},
        {"userName": "fay", "email": "fay@elsewhere.example", "groups": ["g-1"]}]}
      """;

  private static SomeonesVendor vendor;

  @Inject VendorLinks links;
  @Inject LinkService service;
  @Inject Books books;
  @Inject jakarta.persistence.EntityManager entities;

  private final Caller keeper = Caller.keeper();
  private final Caller steward = Caller.steward();

  @BeforeAll
  static void start() {
    vendor = new SomeonesVendor(PEOPLE);
  }

  @AfterAll
  static void stop() {
    vendor.close();
  }

  @BeforeEach
  void takeTheSmallBook() {
    keeper.putZip("/api/v1/book?replace=true", new SmallBook().zip());
    links.disconnect("quillmoor");
  }

  @AfterEach
  void unlink() {
    keeper.delete(LINK);
  }

  private static String form(String url, String secret, String names, int changes) {
    return """
    {"kind": "scim", "url": "%s", "proof": "CLIENT_CREDENTIALS", "secret": %s,
     "tokenUrl": "%s", "clientId": "tally", "scope": null, "carrier": "GROUPS",
     "insideAllowed": true, "template": null, "names": %s, "changes": %d}
    """
        .formatted(
            url, secret == null ? "null" : "\"" + secret + "\"", vendor.token(), names, changes);
  }

  private static String form(String names, int changes) {
    return form(vendor.scim().toString(), "shown-once", names, changes);
  }

  private static final String NAMED =
      "[{\"theirs\":\"g-1\",\"plan\":\"quill-opus\"},{\"theirs\":\"g-2\",\"plan\":\"quill-opus\"},"
          + "{\"theirs\":\"g-3\",\"plan\":null}]";

  private Answer put(String form) {
    return keeper.send(
        "PUT", LINK, "application/json", form.getBytes(java.nio.charset.StandardCharsets.UTF_8));
  }

  private static JsonNode of(JsonNode list, String field, String value) {
    for (JsonNode one : list) {
      if (one.get(field).asText().equals(value)) {
        return one;
      }
    }
    throw new AssertionError("There is no %s %s in %s".formatted(field, value, list));
  }

  @Test
  void aDryReadingSaysWhoIsRecognisedAndWhatTheirWordsMean() {
    JsonNode read = keeper.postJson(LINK + "/dry-reading", form("[]", 0)).json();
    assertThat(read.get("fault").isNull()).as(read.toString()).isTrue();
    assertThat(read.get("accounts").asInt()).isEqualTo(5);
    assertThat(of(read.get("recognised"), "by", "MAIL").get("accounts").asInt()).isEqualTo(2);
    assertThat(of(read.get("recognised"), "by", "EXTERNAL_ID").get("accounts").asInt()).isOne();
    assertThat(of(read.get("recognised"), "by", "NAME").get("accounts").asInt()).isOne();
    assertThat(read.at("/unknownSome/0/account").asText()).isEqualTo("fay");
    JsonNode opus = of(read.get("names"), "theirs", "g-1");
    assertThat(opus.get("called").asText()).isEqualTo("Opus");
    assertThat(opus.get("accounts").asInt()).isEqualTo(3);
    assertThat(opus.get("suggested").asText()).isEqualTo("quill-opus");
    assertThat(of(read.get("names"), "theirs", "g-3").get("suggested").isNull()).isTrue();
    assertThat(links.to("quillmoor")).as("nothing is kept").isEmpty();
    JsonNode named = keeper.postJson(LINK + "/dry-reading", form(NAMED, 0)).json();
    assertThat(named.get("onlyAtVendor").asInt()).as("Fay").isEqualTo(1);
    assertThat(named.get("onlyInBook").asInt()).as("Cy and Di").isEqualTo(2);
    assertThat(named.get("missing").asInt()).as("Di").isEqualTo(1);
  }

  @Test
  void whatIsLinkedIsReadTakenOverInOneStrokeAndStaysAfterAStart() {
    JsonNode kept = put(form(NAMED, 0)).json();
    assertThat(kept.get("origin").asText()).isEqualTo("MADE");
    assertThat(kept.get("secretKept").asBoolean()).isTrue();
    assertThat(kept.toString()).doesNotContain("shown-once");
    JsonNode read = steward.post("/api/v1/vendors/quillmoor/read").json();
    assertThat(read.get("readFault").isNull()).as(read.toString()).isTrue();
    assertThat(read.get("drift").asInt()).isEqualTo(3);
    assertThat(keeper.get(LINK).json().get("recognised").asInt()).as("Ann, Bo, Ed").isEqualTo(3);
    String all =
        """
        {"of": [{"account": "fay", "plan": "quill-opus"}, {"account": "a-cy", "plan": "quill-opus"},
         {"account": "a-di", "plan": "quill-opus"}]}
        """;
    assertThat(steward.postJson(DRIFT + "/take-over-many", all).json()).isEmpty();
    assertThat(books.current().accounts().byId("fay").email()).isEqualTo("fay@elsewhere.example");
    assertThat(steward.postJson(DRIFT + "/take-over-many", all).status()).isEqualTo(409);
    Answer seen =
        steward.send(
            "POST",
            "/api/v1/intake/files?name=x.csv",
            "application/octet-stream",
            "Login,Plan\nann.b,Opus\n".getBytes(java.nio.charset.StandardCharsets.UTF_8));
    JsonNode file =
        steward
            .postJson(
                "/api/v1/intake/files/" + seen.json().get("id").asText() + "/check",
                "{\"source\":\"x\",\"kind\":\"HOLDINGS\",\"vendor\":\"quillmoor\",\"dayForm\":\"ISO\","
                    + "\"columns\":{\"who\":\"Login\",\"plan\":\"Plan\"}}")
            .json();
    assertThat(file.get("counts").get("SAME").asInt()).as("their login is Ann's").isOne();
    links.unmake("quillmoor");
    service.onStart(null);
    assertThat(steward.post("/api/v1/vendors/quillmoor/read").json().get("drift").asInt()).isZero();
    assertThat(steward.get("/api/v1/journal?kind=LINK_MADE").json()).isNotEmpty();
  }

  @Test
  void aSecretIsKeptForItsAddressOnly() {
    put(form(NAMED, 0));
    String same = form(vendor.scim().toString(), null, NAMED, 1);
    assertThat(put(same).json().get("changes").asInt()).isEqualTo(2);
    Answer stale = put(same);
    assertThat(stale.status()).isEqualTo(409);
    assertThat(stale.detail()).contains("Somebody else has changed this link");
    Answer elsewhere = put(form("http://127.0.0.1:1/scim", null, NAMED, 2));
    assertThat(elsewhere.status()).isEqualTo(422);
    assertThat(elsewhere.detail()).contains("secret: enter it anew");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"insideAllowed\": true | \"insideAllowed\": false | inside this network",
        "\"url\": \"http:        | \"url\": \"ftp:          | url: must be an address",
        "\"clientId\": \"tally\" | \"clientId\": \" \"      | as which client",
        "quill-opus              | none-such                | there is no plan none-such",
        "\"theirs\":\"g-3\",\"plan\":null | \"theirs\":\"g-1\",\"plan\":\"quill-letter\" | stands there twice",
        "\"kind\": \"scim\"      | \"kind\": \"telex\"      | there is no protocol telex",
        "\"kind\": \"scim\"      | \"kind\": \"rest\"       | needs a file",
        "127.0.0.1               | user:pw@127.0.0.1        | url: must be an address",
      })
  void aLinkThatCannotBeIsRefusedWithTheReason(String from, String to, String said) {
    String form = form(NAMED, 0);
    assertThat(form).contains(from);
    Answer refused = put(form.replace(from, to));
    assertThat(refused.status()).as(refused.text()).isEqualTo(422);
    assertThat(refused.detail()).contains(said);
    assertThat(links.to("quillmoor")).isEmpty();
  }

  @Test
  void anUnencryptedWayOutsideIsRefused() {
    Answer refused = put(form("http://203.0.113.7/scim", "shown-once", "[]", 0));
    assertThat(refused.detail()).contains("only https");
  }

  @Test
  void whatIsWrongAtTheVendorIsSaid() {
    String wrong = form(vendor.scim().toString(), "wrong", "[]", 0);
    JsonNode read = keeper.postJson(LINK + "/dry-reading", wrong).json();
    assertThat(read.get("fault").asText()).contains("no token for the client tally (401)");
  }

  @Test
  void onlyAKeeperLinksAndAGivenLinkStays() {
    assertThat(steward.postJson(LINK + "/dry-reading", form("[]", 0)).status()).isEqualTo(403);
    assertThat(Caller.reader().get(LINK).status()).isEqualTo(403);
    assertThat(steward.get(LINK).json().get("origin").isNull()).isTrue();
    links.connect("quillmoor", vendor.scim(), "t");
    Answer refused = put(form(NAMED, 0));
    assertThat(refused.status()).isEqualTo(409);
    assertThat(refused.detail()).contains("configuration");
    links.disconnect("quillmoor");
  }

  /** A link whose protocol cannot do with it any more keeps nobody from coming up. */
  @Test
  void aLinkThatCannotBeUsedIsPassedOverAtTheStart() {
    put(form(NAMED, 0));
    io.quarkus.narayana.jta.QuarkusTransaction.requiringNew()
        .run(
            () -> entities.createQuery("update VendorLink l set l.kind = 'telex'").executeUpdate());
    links.unmake("quillmoor");
    service.onStart(null);
    assertThat(links.to("quillmoor")).isEmpty();
    assertThat(keeper.get(LINK).json().get("origin").asText()).isEqualTo("MADE");
  }
}
