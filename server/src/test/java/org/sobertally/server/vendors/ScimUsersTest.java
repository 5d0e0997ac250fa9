package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.http.HttpHeaders;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.vendors.VendorProtocol.Carrier;

/** Answers as they were seen, and as nobody should send them. */
@Tag("unit")
class ScimUsersTest {

  private static final String LIST =
      "\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:ListResponse\"]";

  private static ScimUsers.UserList list(String text) throws UnreadableException {
    return ScimUsers.list(text.getBytes(StandardCharsets.UTF_8), Carrier.ENTITLEMENTS);
  }

  @Test
  void nobodyIsThereWhereAListSaysSo() throws UnreadableException {
    assertThat(list("{%s,\"totalResults\":0}".formatted(LIST)).total()).isZero();
    assertThat(list("{%s,\"totalResults\":0,\"Resources\":[]}".formatted(LIST)).users()).isEmpty();
  }

  @Test
  void anAccountIsWhatIsWritten() throws UnreadableException {
    var users =
        list("""
            {%s,"totalResults":1,"Resources":[{"id":"9","userName":"ann","active":"False",
             "emails":[{"value":"b@x.example"},{"value":"a@x.example","primary":true}],
             "entitlements":[{"value":"opus"}],"roles":[{"display":"x"},{"value":"admin"}]}]}"""
                .formatted(LIST))
            .users();
    assertThat(users.get(0).id()).isEqualTo("9");
    VendorAccount login = users.get(0).login();
    assertThat(login.active()).isFalse();
    assertThat(login.email()).isEqualTo("a@x.example");
    assertThat(login.plans()).containsExactly("opus");
    assertThat(login.admin()).isTrue();
  }

  @Test
  void whereActiveIsNotSaidNothingIsSupposed() throws UnreadableException {
    VendorAccount login =
        list("{%s,\"totalResults\":1,\"Resources\":[{\"id\":\"9\",\"userName\":\"ann\"}]}"
                .formatted(LIST))
            .users()
            .get(0)
            .login();
    assertThat(AccountTarget.ofLogin("ann", true).metBy(login)).isFalse();
    assertThat(AccountTarget.ofLogin("ann", false).metBy(login)).isFalse();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "null",
        "[1,2,3]",
        "{\"error\":\"try later\"}",
        "<html>",
        "{\"totalResults\":0}",
        "{LIST}",
        "{LIST,\"totalResults\":\"0\"}",
        "{LIST,\"totalResults\":-1}",
        "{LIST,\"totalResults\":0.5}",
        "{LIST,\"totalResults\":0,\"Resources\":[{\"id\":\"1\",\"userName\":\"a\"}]}",
        "{LIST,\"totalResults\":1,\"Resources\":{}}",
        "{LIST,\"totalResults\":1,\"Resources\":[7]}",
        "{LIST,\"totalResults\":1,\"Resources\":[{\"userName\":\"a\"}]}",
        "{LIST,\"totalResults\":1,\"Resources\":[{\"id\":\"1\",\"userName\":\"a\",\"active\":1}]}",
        "{LIST,\"totalResults\":1,\"Resources\":[{\"id\":\"1\",\"userName\":\"a\",\"entitlements\":[{}]}]}",
        "{LIST,\"totalResults\":1,\"Resources\":[{\"id\":\"1\",\"userName\":\"a\",\"entitlements\":\"x\"}]}",
        "{LIST,\"totalResults\":0} and more"
      })
  void everythingElseIsUnreadable(String text) {
    assertThatThrownBy(() -> list(text.replace("LIST", LIST)))
        .isInstanceOf(UnreadableException.class);
  }

  @ParameterizedTest
  @CsvSource({
    "1, 1",
    "3600, 3600",
    "1000000000000, 3600",
    "99999999999999999999999, 3600",
    "-5, 0",
    "soon, 0",
    "'Wed, 30 Sep 2026 09:01:30 GMT', 90",
    "'Wed, 30 Sep 2026 08:00:00 GMT', 0",
    "'Wed, 30 Sep 2099 08:00:00 GMT', 3600"
  })
  void aWaitIsSecondsOrADateAndAnHourAtMost(String header, long seconds) {
    HttpHeaders headers = HttpHeaders.of(Map.of("Retry-After", List.of(header)), (n, v) -> true);
    assertThat(VendorHttp.seconds(headers, Instant.parse("2026-09-30T09:00:00Z")))
        .isEqualTo(seconds);
  }
}
