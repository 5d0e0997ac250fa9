package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.CannedVendor.Request;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorConnection.Reading;
import org.sobertally.server.vendors.VendorConnection.Roll;
import org.sobertally.server.vendors.VendorProtocol.Carrier;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;
import org.sobertally.server.vendors.VendorProtocol.Proof;

/** Where seats are roles, or membership of groups. */
@Tag("unit")
class ScimCarriersTest {

  private static final String LIST =
      "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:ListResponse\"],"
          + "\"totalResults\":%d,\"Resources\":[%s]}";
  private static final String USER =
      "{\"id\":\"u-1\",\"userName\":\"kari\",\"externalId\":\"p-7\",\"active\":true%s}";

  private final CannedVendor vendor = new CannedVendor();

  @AfterEach
  void stop() {
    vendor.close();
  }

  private VendorConnection linked(Carrier carrier) {
    return new ScimConnection(
        new LinkConfig(
            "lund", vendor.url(), new Proof.Nothing(), Duration.ofSeconds(20), true, carrier, ""));
  }

  private void answers(Function<String, String> byPath) {
    vendor.answer(
        request ->
            request.method().equals("GET")
                ? Reply.of(200, byPath.apply(request.path()))
                : Reply.of(204, ""));
  }

  private static String list(String... resources) {
    return LIST.formatted(resources.length, String.join(",", resources));
  }

  private static VendorAccount shown(VendorConnection link) {
    return ((Reading.Shows) link.read("kari")).login();
  }

  @Test
  void rolesMayBeSeats() {
    answers(path -> list(USER.formatted(",\"roles\":[{\"value\":\"pro\"},{\"value\":\"admin\"}]")));
    VendorConnection link = linked(Carrier.ROLES);
    assertThat(shown(link).plans()).containsExactly("pro");
    assertThat(shown(link).admin()).isTrue();
    assertThat(shown(link).externalId()).isEqualTo("p-7");
    AccountTarget swap = AccountTarget.ofSeats("kari", Set.of("lite"), Set.of("pro"));
    assertThat(link.ask("c-1", swap)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes())
        .singleElement()
        .satisfies(
            change -> {
              assertThat(change.body()).contains("roles[value eq \\\"pro\\\"]", "\"lite\"");
              assertThat(change.body()).doesNotContain("entitlements");
            });
  }

  @Test
  void groupsThatTheAccountNamesAreBelieved() {
    answers(
        path -> list(USER.formatted(",\"groups\":[{\"value\":\"g-1\",\"display\":\"Studio\"}]")));
    VendorConnection link = linked(Carrier.GROUPS);
    assertThat(shown(link).plans()).containsExactly("g-1");
    Roll.All all = (Roll.All) link.readAll();
    assertThat(all.planNames()).isEqualTo(Map.of("g-1", "Studio"));
  }

  /** An account without groups is not the same as a vendor that writes none there. */
  @Test
  void elseTheGroupsAreAskedWhomTheyHave() {
    String group = "{\"id\":\"g-%d\",\"displayName\":\"%s\",\"members\":[%s]}";
    String kari = "{\"value\":\"u-1\"}";
    answers(
        path ->
            path.equals("/Groups")
                ? list(group.formatted(1, "Studio", kari), group.formatted(2, "Mail", ""))
                : list(USER.formatted("")));
    VendorConnection link = linked(Carrier.GROUPS);
    assertThat(shown(link).plans()).containsExactly("g-1");
    Roll.All all = (Roll.All) link.readAll();
    assertThat(all.logins())
        .singleElement()
        .extracting(VendorAccount::plans)
        .isEqualTo(Set.of("g-1"));
    assertThat(all.planNames()).isEqualTo(Map.of("g-1", "Studio", "g-2", "Mail"));
    AccountTarget swap = AccountTarget.ofSeats("kari", Set.of("g-2"), Set.of("g-1"));
    assertThat(link.ask("c-1", swap)).isInstanceOf(Answer.Done.class);
    assertThat(vendor.changes())
        .extracting(Request::path)
        .containsExactly("/Groups/g-2", "/Groups/g-1");
    assertThat(vendor.changes())
        .extracting(change -> change.header("Idempotency-key"))
        .containsExactly("c-1-g-2", "c-1-g-1");
  }

  @Test
  void groupsThatAreNotAllShownProveNothing() {
    answers(path -> path.equals("/Groups") ? LIST.formatted(3, "") : list(USER.formatted("")));
    assertThat(linked(Carrier.GROUPS).read("kari")).isInstanceOf(Reading.Unreadable.class);
    Roll roll = linked(Carrier.GROUPS).readAll();
    assertThat(((Roll.Unread) roll).reason()).contains("3 groups and showed 0");
  }
}
