package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorConnection.Reading;
import org.sobertally.server.vendors.VendorConnection.Roll;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;

/** A canary of a secret is sent through what goes wrong, and comes out of nothing. */
@Tag("unit")
class SecretsStayOutTest {

  private static final String CANARY = "canary/+=secret&42";
  private final CannedVendor vendor = new CannedVendor();

  @AfterEach
  void stop() {
    vendor.close();
  }

  private VendorConnection link() {
    return new ScimProtocol()
        .connect(LinkConfig.of("Lund", vendor.url(), CANARY, Duration.ofSeconds(5)));
  }

  private static void isSilent(String said) {
    byte[] bytes = CANARY.getBytes(StandardCharsets.UTF_8);
    assertThat(said)
        .contains("[struck out]")
        .doesNotContain(
            CANARY,
            URLEncoder.encode(CANARY, StandardCharsets.UTF_8),
            Base64.getEncoder().encodeToString(bytes));
  }

  @ParameterizedTest
  @ValueSource(ints = {400, 401, 403, 409, 429, 500, 503})
  void whatAVendorRepeatsOfItIsStruckOut(int status) {
    String base64 = Base64.getEncoder().encodeToString(CANARY.getBytes(StandardCharsets.UTF_8));
    String encoded = URLEncoder.encode(CANARY, StandardCharsets.UTF_8);
    vendor.answer(
        request ->
            Reply.of(
                status,
                "{\"detail\":\"%s is no good, nor %s nor %s\"}"
                    .formatted(CANARY, base64, encoded)));
    isSilent(link().read("kari").toString());
    isSilent(link().ask("c-1", AccountTarget.ofSeats("kari", Set.of(), Set.of("pro"))).toString());
    isSilent(link().readAll().toString());
  }

  @Test
  void anAnswerThatIsNoAnswerIsShownWithoutIt() {
    vendor.answer(request -> Reply.of(200, "{\"you\":\"%s\"}".formatted(CANARY)));
    isSilent(((Reading.Unreadable) link().read("kari")).reason());
    isSilent(((Roll.Unread) link().readAll()).reason());
  }

  /** What the client library says of such a header has its value in it. */
  @ParameterizedTest
  @ValueSource(strings = {"two\nlines of it", "z\u200bero width", "schlüssel", "a blank"})
  void aSecretThatNoHeaderCarriesIsNotSaid(String secret) {
    VendorConnection link =
        new ScimProtocol()
            .connect(LinkConfig.of("Lund", vendor.url(), secret, Duration.ofSeconds(5)));
    Answer answer = link.ask("c-1", AccountTarget.gone("kari"));
    assertThat(answer.toString()).contains("no header carries").doesNotContain(secret);
    assertThat(link.readAll().toString()).doesNotContain(secret);
    assertThatThrownBy(
            () ->
                FileFetch.get(
                    URI.create(vendor.url() + "/file"), secret, true, 100, Duration.ofSeconds(5)))
        .isInstanceOf(FileFetch.NoFileException.class)
        .hasMessageNotContaining(secret);
  }

  @ParameterizedTest
  @ValueSource(strings = {"/people bad", "/people|all", "/people%zz", "/people\\r\\nHost:"})
  void aPathThatNoAddressCanHaveIsRefusedWhenItIsDeclared(String path) {
    String template =
        """
        {"accounts": {"path": "%s", "list": "/people"},
         "account": {"path": "/people?name={account}", "list": "/people"},
         "fields": {"account": "/name", "plans": "/seats"},
         "requests": {"revoke": {"method": "DELETE", "path": "/x"},
                      "grant": {"method": "PUT", "path": "/x"}}}
        """
            .formatted(path);
    assertThatThrownBy(() -> RestTemplate.read(template))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageStartingWith("accounts.path: ");
  }
}
