package org.sobertally.skerry.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class VendorStandInTest {

  private static final List<Holder> HOLDERS =
      List.of(
          new Holder("a1", "a1@x.example", true, Set.of("opus")),
          new Holder("a2", "a2@x.example", true, Set.of()),
          new Holder("a3", "a3@x.example", false, Set.of("opus", "talk")));

  @TempDir Path folder;

  private final HttpClient client = HttpClient.newHttpClient();
  private VendorStandIn vendor;

  @AfterEach
  void stop() {
    vendor.close();
  }

  private void start(boolean signOutFirst) {
    Temper temper = new Temper(signOutFirst, Duration.ZERO, Map.of("opus", 2));
    Path file = folder.resolve("vendor.tsv");
    vendor = VendorStandIn.start("Quillmoor", "secret", HOLDERS, temper, file);
  }

  private HttpResponse<String> call(String method, String path, String body) {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(vendor.url() + path))
            .header("Authorization", "Bearer secret")
            .header("Content-Type", "application/scim+json")
            .method(
                method,
                body == null
                    ? HttpRequest.BodyPublishers.noBody()
                    : HttpRequest.BodyPublishers.ofString(body))
            .build();
    try {
      return client.send(request, HttpResponse.BodyHandlers.ofString());
    } catch (IOException | InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  private HttpResponse<String> remove(String account, String plan) {
    return patch(
        account, "{\"op\":\"remove\",\"path\":\"entitlements[value eq \\\"%s\\\"]\"}", plan);
  }

  private HttpResponse<String> add(String account, String plan) {
    return patch(
        account, "{\"op\":\"add\",\"path\":\"entitlements\",\"value\":[{\"value\":\"%s\"}]}", plan);
  }

  private HttpResponse<String> patch(String account, String operation, String plan) {
    String body =
        """
        {"schemas":["urn:ietf:params:scim:api:messages:2.0:PatchOp"],"Operations":[%s]}"""
            .formatted(operation.formatted(plan));
    return call("PATCH", "/Users/" + account, body);
  }

  @Test
  void findsAndPagesAccounts() {
    start(false);
    String filter = URLEncoder.encode("userName eq \"a3\"", StandardCharsets.UTF_8);
    assertThat(call("GET", "/Users?filter=" + filter, null).body())
        .contains("\"totalResults\":1", "\"active\":false", "\"value\":\"talk\"");
    String page = call("GET", "/Users?startIndex=2&count=1", null).body();
    assertThat(page).contains("\"totalResults\":3", "\"itemsPerPage\":1").contains("\"id\":\"a2\"");
    assertThat(call("GET", "/Users/none", null).statusCode()).isEqualTo(404);
  }

  @Test
  void takesAndGivesSeatsAndChangesTheVersion() {
    start(false);
    String before = call("GET", "/Users/a1", null).headers().firstValue("ETag").orElseThrow();
    assertThat(remove("a1", "opus").statusCode()).isEqualTo(200);
    assertThat(vendor.plansOf("a1")).isEmpty();
    assertThat(call("GET", "/Users/a1", null).headers().firstValue("ETag").orElseThrow())
        .isNotEqualTo(before);
    assertThat(add("a2", "opus").statusCode()).isEqualTo(200);
    assertThat(vendor.plansOf("a2")).containsExactly("opus");
  }

  @Test
  void handsOutNoMoreSeatsThanThereAre() {
    start(false);
    HttpResponse<String> answer = add("a2", "opus");
    assertThat(answer.statusCode()).isEqualTo(409);
    assertThat(answer.body()).contains("No seat of opus is free");
  }

  @Test
  void wantsHoldersSignedOut() {
    start(true);
    vendor.setFaults(new Faults(0, List.of(), Duration.ZERO, Set.of("a1"), 1));
    assertThat(remove("a1", "opus").statusCode()).isEqualTo(409);
    assertThat(remove("a3", "opus").statusCode()).isEqualTo(200);
  }

  @Test
  void forgetsNothingWhenStartedAgain() {
    start(false);
    remove("a1", "opus");
    vendor.close();
    start(false);
    assertThat(vendor.plansOf("a1")).isEmpty();
  }

  @Test
  void showsAChangeOnlyAfterAWhile() {
    start(false);
    vendor.showAfter(Duration.ofHours(1));
    remove("a1", "opus");
    assertThat(call("GET", "/Users/a1", null).body()).contains("opus");
    assertThat(vendor.plansOf("a1")).isEmpty();
  }

  @Test
  void saysWhenToComeAgainToWhoCallsTooOften() {
    start(false);
    vendor.allow(0);
    HttpResponse<String> refused = remove("a1", "opus");
    assertThat(refused.statusCode()).isEqualTo(429);
    assertThat(refused.headers().firstValue("Retry-After")).contains("1");
    assertThat(vendor.plansOf("a1")).containsExactly("opus");
    vendor.allow(100);
    assertThat(remove("a1", "opus").statusCode()).isLessThan(300);
  }

  @Test
  void playsItsFaults() {
    start(false);
    vendor.setFaults(Faults.share(1, 1, Faults.Kind.TOO_MANY));
    HttpResponse<String> busy = remove("a1", "opus");
    assertThat(busy.statusCode()).isEqualTo(429);
    assertThat(busy.headers().firstValue("Retry-After")).contains("0");
    vendor.setFaults(Faults.share(1, 1, Faults.Kind.UNAVAILABLE));
    assertThat(remove("a1", "opus").statusCode()).isEqualTo(503);
    assertThat(vendor.plansOf("a1")).containsExactly("opus");
    vendor.setFaults(Faults.share(1, 1, Faults.Kind.ANSWER_LOST));
    assertThat(remove("a1", "opus").statusCode()).isEqualTo(500);
    assertThat(vendor.plansOf("a1")).isEmpty();
  }

  private void start(Duration rest, boolean reusable, boolean invites) {
    Temper temper = new Temper(false, Duration.ZERO, Map.of("opus", 2), rest, reusable, invites);
    Path file = folder.resolve("vendor.tsv");
    vendor = VendorStandIn.start("Quillmoor", "secret", HOLDERS, temper, file);
  }

  private HttpResponse<String> open(String account, String plan) {
    String body =
        """
        {"schemas":["urn:ietf:params:scim:schemas:core:2.0:User"],"userName":"%s",
         "emails":[{"value":"new@x.example"}],"entitlements":[{"value":"%s"}]}""";
    return call("POST", "/Users", body.formatted(account, plan));
  }

  @Test
  void opensAccountsAndTakesThemForInvitationsWhereItInvites() {
    start(Duration.ZERO, true, true);
    assertThat(open("a4", "talk").statusCode()).isEqualTo(201);
    assertThat(open("a4", "talk").statusCode()).isEqualTo(409);
    assertThat(vendor.account("a4").invited()).isTrue();
    assertThat(call("GET", "/Users/a4", null).body()).contains("\"value\":\"invited\"");
    vendor.accept("a4");
    assertThat(call("GET", "/Users/a4", null).body()).doesNotContain("invited");
    assertThat(open("a5", "opus").body()).contains("No seat of opus is free");
  }

  @Test
  void closesAccountsAndOpensThemAgainWithoutANewInvitation() {
    start(Duration.ZERO, true, true);
    assertThat(call("DELETE", "/Users/a1", null).statusCode()).isEqualTo(204);
    assertThat(call("GET", "/Users/a1", null).statusCode()).isEqualTo(404);
    vendor.close();
    start(Duration.ZERO, true, true);
    assertThat(vendor.account("a1")).isNull();
    assertThat(open("a1", "opus").statusCode()).isEqualTo(201);
    assertThat(vendor.account("a1").invited()).isFalse();
    assertThat(vendor.plansOf("a1")).containsExactly("opus");
  }

  @Test
  void shutsAnAccountAndKeepsItsSeats() {
    start(false);
    assertThat(
            patch("a1", "{\"op\":\"replace\",\"path\":\"active\",\"value\":false}", "")
                .statusCode())
        .isEqualTo(200);
    assertThat(vendor.account("a1").active()).isFalse();
    assertThat(vendor.plansOf("a1")).containsExactly("opus");
  }

  @Test
  void aSeatThatRestsServesOnlyWhoHadIt() {
    start(Duration.ofDays(30), true, false);
    remove("a1", "opus");
    assertThat(add("a2", "opus").statusCode()).isEqualTo(409);
    assertThat(add("a1", "opus").statusCode()).isEqualTo(200);
  }

  @Test
  void aSeatThatWentBackRestsNoLongerAndOneThatRestsDoesSoAfterAStart() {
    start(Duration.ofDays(30), true, false);
    remove("a1", "opus");
    add("a1", "opus");
    remove("a3", "opus");
    vendor.close();
    start(Duration.ofDays(30), true, false);
    // Of two seats one is held again and one rests.
    assertThat(add("a2", "opus").statusCode()).isEqualTo(409);
    assertThat(add("a3", "opus").statusCode()).isEqualTo(200);
    assertThat(remove("a1", "opus").statusCode()).isEqualTo(200);
  }

  @Test
  void aSeatThatCannotBeReusedServesNobody() {
    start(Duration.ZERO, false, false);
    remove("a1", "opus");
    assertThat(add("a2", "opus").statusCode()).isEqualTo(409);
    assertThat(add("a1", "opus").statusCode()).isEqualTo(409);
  }

  @Test
  void knowsNobodyWithoutTheToken() throws IOException, InterruptedException {
    start(false);
    HttpRequest request = HttpRequest.newBuilder(URI.create(vendor.url() + "/Users")).build();
    assertThat(client.send(request, HttpResponse.BodyHandlers.ofString()).statusCode())
        .isEqualTo(401);
  }
}
