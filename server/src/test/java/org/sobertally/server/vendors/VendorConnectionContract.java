package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.groups.Tuple.tuple;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
 * What every protocol must keep to, shown by replies that stand in files and were written by hand,
 * not by anything of ours. {@code kari@lund.example} is active and holds {@code pro} and {@code
 * mail}; {@code ola@lund.example} is shut and holds nothing.
 */
@Tag("unit")
abstract class VendorConnectionContract {

  static final String KARI = "kari@lund.example";

  private static final AccountTarget WITHOUT_PRO =
      AccountTarget.ofSeats(KARI, Set.of(), Set.of("pro"));

  final CannedVendor vendor = new CannedVendor();

  abstract VendorProtocol protocol();

  /** The reply to a question for one account, out of a file's text. */
  abstract Reply ofOne(String text);

  /** Whether the request asks for everybody, and not for one. */
  abstract boolean asksForAll(Request request);

  VendorConnection connection() {
    return connection(vendor.url());
  }

  private VendorConnection connection(URI url) {
    return protocol().connect(config(url));
  }

  LinkConfig config(URI url) {
    return LinkConfig.of("lund", url, "t", Duration.ofSeconds(20));
  }

  String file(String name) {
    String path = "/replies/%s/%s".formatted(protocol().kind(), name);
    try (InputStream in = getClass().getResourceAsStream(path)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** What the vendor has is in the file; changes are taken. */
  private void has(String file) {
    vendor.answer(
        request -> request.method().equals("GET") ? ofOne(file(file)) : Reply.of(204, ""));
  }

  @AfterEach
  void stop() {
    vendor.close();
  }

  private VendorAccount shown(String account) {
    Reading reading = connection().read(account);
    assertThat(reading).isInstanceOf(Reading.Shows.class);
    return ((Reading.Shows) reading).login();
  }

  @Test
  void anAccountIsReadAsItIs() {
    has("holds-two");
    VendorAccount kari = shown(KARI);
    assertThat(kari.account()).isEqualTo(KARI);
    assertThat(kari.present()).isTrue();
    assertThat(kari.active()).isTrue();
    assertThat(kari.plans()).containsExactlyInAnyOrder("pro", "mail");
  }

  @Test
  void anAccountThatIsNotThereIsAbsent() {
    has("nobody");
    assertThat(shown(KARI).present()).isFalse();
  }

  @Test
  void askingTwiceChangesOnce() {
    has("holds-two");
    assertThat(connection().ask("c-1", WITHOUT_PRO)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes()).hasSize(1);
    has("holds-mail");
    assertThat(connection().ask("c-1", WITHOUT_PRO)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes()).as("it is so already").isEmpty();
  }

  @Test
  void anotherAccountIsNeverTouched() {
    has("another");
    assertThat(connection().ask("c-2", WITHOUT_PRO)).isInstanceOf(Answer.Unknown.class);
    assertThat(connection().ask("c-3", AccountTarget.gone(KARI)))
        .isInstanceOf(Answer.Unknown.class);
    assertThat(connection().read(KARI)).isInstanceOf(Reading.Unreadable.class);
    assertThat(vendor.changes()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "[1,2,3]", "{\"error\":\"try later\"}", "<html>Hello</html>", "null"})
  void anAnswerThatSaysNothingProvesNothing(String body) {
    vendor.answer(request -> Reply.of(200, body));
    Reading reading = connection().read(KARI);
    assertThat(reading).isInstanceOf(Reading.Unreadable.class);
    assertThat(((Reading.Unreadable) reading).answered()).isTrue();
    assertThat(connection().ask("c-4", WITHOUT_PRO)).isInstanceOf(Answer.Unknown.class);
    assertThat(connection().readAll()).isInstanceOf(Roll.Unread.class);
    assertThat(vendor.changes()).isEmpty();
  }

  @Test
  void whatTheVendorWillNotItSays() {
    vendor.answer(
        request ->
            request.method().equals("GET")
                ? ofOne(file("holds-two"))
                : Reply.of(403, "{\"detail\":\"Not before the term ends.\"}"));
    assertThat(connection().ask("c-5", WITHOUT_PRO))
        .isEqualTo(new Answer.Refused("Not before the term ends."));
  }

  @Test
  void aVendorThatHasNoTimeIsAskedLater() {
    vendor.answer(request -> Reply.of(429, "{\"detail\":\"Later\"}").with("Retry-After", "7"));
    assertThat(connection().ask("c-6", WITHOUT_PRO)).isEqualTo(new Answer.Later("Later", 7));
  }

  @Test
  void afterAFailureThereNobodyKnows() {
    vendor.answer(
        request -> request.method().equals("GET") ? ofOne(file("holds-two")) : Reply.of(500, ""));
    assertThat(connection().ask("c-7", WITHOUT_PRO)).isInstanceOf(Answer.Unknown.class);
  }

  @Test
  void whoIsNotReachedProvesNothing() {
    URI gone = vendor.url();
    vendor.close();
    Reading reading = connection(gone).read(KARI);
    assertThat(reading).isInstanceOf(Reading.Unreadable.class);
    assertThat(((Reading.Unreadable) reading).answered()).isFalse();
    assertThat(connection(gone).readAll()).isInstanceOf(Roll.Unread.class);
  }

  @Test
  void everybodyIsReadAtOnce() {
    vendor.answer(request -> asksForAll(request) ? ofOne(file("everybody")) : Reply.of(400, ""));
    Roll roll = connection().readAll();
    assertThat(roll).isInstanceOf(Roll.All.class);
    assertThat(((Roll.All) roll).logins())
        .extracting(VendorAccount::account, VendorAccount::active)
        .containsExactlyInAnyOrder(tuple(KARI, true), tuple("ola@lund.example", false));
  }

  /** The vendor's own names are nobody's business but the link's. */
  @Test
  void whatTheVendorCallsOtherwiseIsCalledAsHere() {
    has("holds-two");
    IdMapping ids = IdMapping.byOurs(Map.of("lund-pro", "pro"), Map.of("a-77", KARI));
    VendorConnection mapped =
        new MappedConnection(connection(), ids, Recogniser.NONE, id -> Optional.empty());
    Reading.Shows shows = (Reading.Shows) mapped.read("a-77");
    assertThat(shows.login().account()).isEqualTo("a-77");
    assertThat(shows.login().plans()).containsExactlyInAnyOrder("lund-pro", "mail");
    AccountTarget take = AccountTarget.ofSeats("a-77", Set.of(), Set.of("lund-pro"));
    assertThat(take.metBy(shows.login())).isFalse();
    assertThat(mapped.ask("c-8", take)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes())
        .singleElement()
        .satisfies(change -> assertThat(change.path() + change.body()).doesNotContain("a-77"));
  }

  /**
   * Whoever holds one of several that are the same plan is given no other, and loses all of them.
   */
  @Test
  void severalOfTheirsMayBeOnePlan() {
    IdMapping ids =
        IdMapping.byTheirs(
            Map.of("pro", "opus", "pro-2024", "opus", "mail", IdMapping.NO_PLAN), Map.of());
    VendorConnection mapped =
        new MappedConnection(connection(), ids, Recogniser.NONE, id -> Optional.empty());
    has("holds-two");
    Reading.Shows shows = (Reading.Shows) mapped.read(KARI);
    assertThat(shows.login().plans()).containsExactly("opus");
    AccountTarget give = AccountTarget.ofSeats(KARI, Set.of("opus"), Set.of());
    assertThat(mapped.ask("c-9", give)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes()).isEmpty();
    AccountTarget take = AccountTarget.ofSeats(KARI, Set.of(), Set.of("opus"));
    assertThat(mapped.ask("c-10", take)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes()).hasSize(1);
  }

  /** Who is shown by a name that nobody knows is looked for, and found again when asked for. */
  @Test
  void whoIsRecognisedIsAskedForByTheirName() {
    vendor.answer(request -> ofOne(file(asksForAll(request) ? "everybody" : "holds-two")));
    Recogniser byMail = (strangers, named) -> Map.of(KARI, "a-77");
    VendorConnection mapped =
        new MappedConnection(connection(), IdMapping.none(), byMail, id -> Optional.empty());
    assertThat(((Roll.All) mapped.readAll()).logins())
        .extracting(VendorAccount::account)
        .containsExactlyInAnyOrder("a-77", "ola@lund.example");
    assertThat(((Reading.Shows) mapped.read("a-77")).login().present()).isTrue();
  }
}
