package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.time.Duration;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.CannedVendor.Request;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorConnection.Reading;
import org.sobertally.server.vendors.VendorConnection.Roll;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;

/**
 * Accounts are asked for by the id that a reading showed, and readings go on where a vendor has no
 * time.
 */
@Tag("unit")
class AddressedByIdTest {

  private static final String KARI = "kari@lund.example";
  private static final AccountTarget WITHOUT_PRO =
      AccountTarget.ofSeats(KARI, Set.of(), Set.of("pro"));
  private static final String LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse";

  private final CannedVendor vendor = new CannedVendor();

  @AfterEach
  void stop() {
    vendor.close();
  }

  private VendorConnection scim() {
    return new ScimProtocol()
        .connect(LinkConfig.of("Lund", vendor.url(), "t", Duration.ofSeconds(20)));
  }

  private static String user(String id, String name) {
    return "{\"id\":\"%s\",\"userName\":\"%s\",\"active\":true,\"entitlements\":[{\"value\":\"pro\"}]}"
        .formatted(id, name);
  }

  private static Reply list(int total, List<String> users) {
    return Reply.of(
        200,
        "{\"schemas\":[\"%s\"],\"totalResults\":%d,\"Resources\":%s}"
            .formatted(LIST, total, users.isEmpty() ? "null" : users.toString()));
  }

  private static Reply none() {
    return Reply.of(404, "{\"detail\":\"Not here.\"}");
  }

  private static boolean isById(Request request) {
    return request.path().startsWith("/Users/");
  }

  @Test
  void whoWasRenamedSinceIsFoundByTheirId() {
    vendor.answer(
        request ->
            !request.method().equals("GET")
                ? Reply.of(204, "")
                : isById(request) ? Reply.of(200, user("77", "kari.holm")) : list(0, List.of()));
    VendorAccount seen = ((Reading.Shows) scim().read(KARI, "77")).login();
    assertThat(seen.present()).isTrue();
    assertThat(WITHOUT_PRO.metBy(seen)).as("she has it still").isFalse();
    assertThat(scim().ask("c-1", WITHOUT_PRO, "77")).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes())
        .singleElement()
        .satisfies(change -> assertThat(change.path()).isEqualTo("/Users/77"));
  }

  @Test
  void whoWasMadeAnewUnderTheSameNameIsNotTouched() {
    vendor.answer(request -> isById(request) ? none() : list(1, List.of(user("78", KARI))));
    for (AccountTarget wish : List.of(WITHOUT_PRO, AccountTarget.gone(KARI))) {
      assertThat(scim().ask("c-1", wish, "77"))
          .isInstanceOfSatisfying(
              Answer.Refused.class,
              refused -> assertThat(refused.reason()).contains("another account of the same name"));
    }
    assertThat(scim().read(KARI, "77")).isInstanceOf(Reading.MadeAnew.class);
    assertThat(vendor.changes()).isEmpty();
  }

  @Test
  void whoIsFoundNeitherByIdNorByNameIsAbsent() {
    vendor.answer(request -> isById(request) ? none() : list(0, List.of()));
    assertThat(((Reading.Shows) scim().read(KARI, "77")).login().present()).isFalse();
  }

  /** A 404 that only says that this path is not answered. */
  @Test
  void whoIsListedUnderTheSameIdIsThere() {
    vendor.answer(request -> isById(request) ? none() : list(1, List.of(user("77", KARI))));
    assertThat(((Reading.Shows) scim().read(KARI, "77")).login().present()).isTrue();
  }

  @Test
  void anAnswerAboutAnotherIdProvesNothing() {
    vendor.answer(request -> Reply.of(200, user("79", KARI)));
    assertThat(scim().read(KARI, "77")).isInstanceOf(Reading.Unreadable.class);
    assertThat(scim().ask("c-1", WITHOUT_PRO, "77")).isInstanceOf(Answer.Unknown.class);
    assertThat(vendor.changes()).isEmpty();
  }

  /** Answers page by page, 200 accounts each, of so many. */
  private static Reply page(Request request, int accounts) {
    int start = Integer.parseInt(request.query().replaceAll(".*startIndex=(\\d+).*", "$1"));
    List<String> users = new ArrayList<>();
    for (int n = start; n < start + 200 && n <= accounts; n++) {
      users.add(user("id-" + n, "p" + n + "@lund.example"));
    }
    return list(accounts, users);
  }

  @Test
  void aVendorThatAnswersEveryNinthCallWithTooManyIsReadWhole() {
    AtomicInteger calls = new AtomicInteger();
    vendor.answer(
        request -> calls.incrementAndGet() % 9 == 0 ? Reply.of(429, "{}") : page(request, 5000));
    ReadingWatch watch = ReadingWatch.brief();
    Roll roll = scim().readAll(watch);
    assertThat(roll).isInstanceOf(Roll.All.class);
    assertThat(((Roll.All) roll).logins()).hasSize(5000);
    assertThat(watch.pages()).as("no page twice").isEqualTo(25);
    assertThat(watch.accounts()).isEqualTo(5000);
    assertThat(watch.total()).isEqualTo(5000);
  }

  private static String inSeconds(int seconds) {
    return ZonedDateTime.now(ZoneOffset.UTC)
        .plusSeconds(seconds)
        .format(DateTimeFormatter.RFC_1123_DATE_TIME);
  }

  @Test
  void aPageThatWasNotAnsweredIsAskedForAgain() {
    AtomicInteger calls = new AtomicInteger();
    vendor.answer(
        request ->
            calls.incrementAndGet() == 2
                ? Reply.of(503, "{}").with("Retry-After", "1")
                : page(request, 400));
    assertThat(scim().readAll()).isInstanceOf(Roll.All.class);
    assertThat(calls).hasValue(3);
  }

  @Test
  void aVendorThatNeverHasTimeIsGivenUpWithItsWords() {
    vendor.answer(request -> Reply.of(503, "{\"detail\":\"Closed for stocktaking.\"}"));
    assertThat(scim().readAll()).isEqualTo(new Roll.Unread("Closed for stocktaking."));
  }

  /** What the vendor says is kept to: it is not asked again before, and so not at all. */
  @ParameterizedTest
  @ValueSource(strings = {"3600", "a date"})
  void aPauseLongerThanTheReadingMayTakeEndsIt(String how) {
    AtomicInteger calls = new AtomicInteger();
    vendor.answer(
        request -> {
          calls.incrementAndGet();
          return Reply.of(429, "{\"detail\":\"Tomorrow.\"}")
              .with("Retry-After", how.equals("3600") ? how : inSeconds(3600));
        });
    assertThat(scim().readAll(new ReadingWatch(Duration.ofMinutes(5))))
        .isEqualTo(new Roll.Unread("Tomorrow."));
    assertThat(calls).hasValue(1);
  }

  @Test
  void aReadingThatIsStoppedEnds() {
    ReadingWatch watch = new ReadingWatch(Duration.ofHours(1));
    vendor.answer(
        request -> {
          watch.stop();
          return Reply.of(429, "{}").with("Retry-After", "600");
        });
    CompletableFuture<Roll> roll = CompletableFuture.supplyAsync(() -> scim().readAll(watch));
    assertThat(roll.join()).isEqualTo(new Roll.Unread("The reading of Lund was stopped."));
  }

  /** One of the file's declared interface, which asks by name: the id must be the one it was. */
  @Test
  void aDeclaredInterfaceTouchesNobodyOfAnotherId() {
    String template =
        """
        {"accounts": {"path": "/people", "list": "/people"},
         "account": {"path": "/people?name={account}", "list": "/people"},
         "fields": {"account": "/name", "id": "/key", "plans": "/seats"},
         "requests": {"revoke": {"method": "DELETE", "path": "/people/{id}/seats/{plan}"},
                      "grant": {"method": "PUT", "path": "/people/{id}/seats/{plan}"}}}
        """;
    vendor.answer(
        request ->
            Reply.of(
                200,
                "{\"people\":[{\"name\":\"%s\",\"key\":\"78\",\"seats\":[\"pro\"]}]}"
                    .formatted(KARI)));
    URI url = vendor.url();
    VendorConnection rest =
        new RestProtocol()
            .connect(
                new LinkConfig(
                    "Lund",
                    url,
                    new VendorProtocol.Proof.Nothing(),
                    Duration.ofSeconds(20),
                    true,
                    VendorProtocol.Carrier.ENTITLEMENTS,
                    template));
    assertThat(rest.read(KARI, "77")).isInstanceOf(Reading.MadeAnew.class);
    assertThat(rest.ask("c-1", WITHOUT_PRO, "77")).isInstanceOf(Answer.Refused.class);
    assertThat(vendor.changes()).isEmpty();
    assertThat(rest.ask("c-2", WITHOUT_PRO, "78")).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes()).hasSize(1);
  }
}
