package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.net.URI;
import java.time.Duration;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.VendorConnection.Reading;
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;

@QuarkusTest
class VendorLinksTest {

  private static final URI NOWHERE = URI.create("http://127.0.0.1:1");

  @Inject VendorLinks links;

  @Test
  void aProtocolIsFoundByItsKindAndNamesAreTranslated() {
    IdMapping ids = IdMapping.byOurs(Map.of("lund-pro", "pro"), Map.of());
    try (CannedVendor vendor = new CannedVendor()) {
      vendor.answer(request -> Reply.of(200, "LINES 1\na-1;on;pro\n"));
      links.connect("lund", "lines", vendor.url(), "", ids);
      VendorConnection connection = links.to("lund").orElseThrow();
      Reading.Shows shows = (Reading.Shows) connection.read("a-1");
      assertThat(shows.login().plans()).containsExactly("lund-pro");
      assertThat(connection.pools()).isEmpty();
    }
  }

  @Test
  void aProtocolThatThereIsNotIsSaid() {
    IdMapping none = IdMapping.none();
    assertThatThrownBy(() -> links.connect("lund", "telex", NOWHERE, "", none))
        .hasMessageContaining("no protocol telex; there is lines, rest, scim");
  }

  @Test
  void twoPlansThatAreOneThereAreRefused() {
    assertThatThrownBy(() -> IdMapping.byOurs(Map.of("a", "x", "b", "x"), Map.of()))
        .hasMessageContaining("could not be told apart");
  }

  @Test
  void aLinkThatWasGivenIsNotReplacedByOneThatIsMade() {
    links.connect("given", "lines", NOWHERE, "", IdMapping.none());
    VendorConnection given = links.to("given").orElseThrow();
    LinkConfig made = LinkConfig.of("given", NOWHERE, "", Duration.ofSeconds(1));
    links.make("given", "scim", made, IdMapping.none(), Recogniser.NONE);
    assertThat(links.to("given")).containsSame(given);
    links.unmake("given");
    assertThat(links.origin("given")).contains(VendorLinks.Origin.GIVEN);
    assertThat(links.kind("given")).contains("lines");
  }
}
