package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.VendorHttp.UnreachedException;
import org.sobertally.server.vendors.VendorProtocol.Carrier;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;
import org.sobertally.server.vendors.VendorProtocol.Proof;

/** How it is proven who asks, and where nobody is asked at all. */
@Tag("unit")
class VendorHttpTest {

  private final CannedVendor vendor = new CannedVendor();

  @AfterEach
  void stop() {
    vendor.close();
  }

  private LinkConfig config(boolean insideAllowed) {
    Proof proof =
        new Proof.ClientCredentials(
            URI.create(vendor.url() + "/token"), "tally", "shown-once", "seats");
    return new LinkConfig(
        "lund",
        vendor.url(),
        proof,
        Duration.ofSeconds(20),
        insideAllowed,
        Carrier.ENTITLEMENTS,
        "");
  }

  @Test
  void aTokenIsAskedForOnceAndAnewWhenItIsNotTaken() throws UnreachedException {
    AtomicInteger given = new AtomicInteger();
    vendor.answer(
        request -> {
          if (request.path().equals("/token")) {
            assertThat(request.body()).contains("grant_type=client_credentials").contains("seats");
            assertThat(request.header("Authorization")).startsWith("Basic ");
            return Reply.of(
                200,
                "{\"access_token\":\"t%d\",\"expires_in\":60}".formatted(given.incrementAndGet()));
          }
          boolean newest = request.header("Authorization").equals("Bearer t" + given.get());
          return newest && !request.path().equals("/over")
              ? Reply.of(200, "{}")
              : Reply.of(401, "");
        });
    VendorHttp http = new VendorHttp(config(true), VendorHttp.JSON);
    assertThat(http.get("/Users").status()).isEqualTo(200);
    assertThat(http.get("/Users").status()).isEqualTo(200);
    assertThat(given).hasValue(1);
    assertThat(http.get("/over").status()).as("asked anew once, then said").isEqualTo(401);
    assertThat(given).hasValue(2);
  }

  @Test
  void aClientThatIsNotKnownIsSaidAndItsSecretIsNot() {
    vendor.answer(request -> Reply.of(401, "{\"error\":\"invalid_client\"}"));
    VendorHttp http = new VendorHttp(config(true), VendorHttp.JSON);
    assertThatThrownBy(() -> http.get("/Users"))
        .isInstanceOf(UnreachedException.class)
        .hasMessageContaining("gave no token for the client tally (401): invalid_client")
        .hasMessageNotContaining("shown-once");
    assertThat(config(true).toString()).doesNotContain("shown-once");
    assertThat(LinkConfig.of("lund", vendor.url(), "a-token", Duration.ZERO).toString())
        .doesNotContain("a-token");
  }

  @Test
  void nobodyInsideIsAskedUnlessThatIsAllowed() {
    vendor.answer(request -> Reply.of(200, "{}"));
    VendorHttp http = new VendorHttp(config(false), VendorHttp.JSON);
    assertThatThrownBy(() -> http.get("/Users"))
        .isInstanceOf(UnreachedException.class)
        .hasMessageContaining("inside this network");
    assertThat(vendor.changes()).as("not even for a token").isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "http://127.0.0.1/, true",
    "http://localhost:8080/, true",
    "http://[::1]/, true",
    "http://[::ffff:10.1.2.3]/, true",
    "https://10.1.2.3/, true",
    "https://172.20.0.1/, true",
    "https://192.168.7.9/, true",
    "https://169.254.169.254/latest, true",
    "https://100.64.0.1/, true",
    "https://[fd00::1]/, true",
    "https://[fe80::1]/, true",
    "https://0.0.0.0/, true",
    "https://100.128.0.1/, false",
    "https://203.0.113.7/, false",
    "https://[2001:db8::1]/, false"
  })
  void whatIsInsideIsKnown(URI url, boolean inside) {
    assertThat(InsideAddress.is(url)).isEqualTo(inside);
  }
}
