package org.sobertally.server.vendors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.quarkus.test.junit.QuarkusTest;
import jakarta.inject.Inject;
import java.net.URI;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.VendorConnection.Reading;

@QuarkusTest
class VendorLinksTest {

  private static final URI NOWHERE = URI.create("http://127.0.0.1:1");

  @Inject VendorLinks links;

  @Test
  void aProtocolIsFoundByItsKindAndNamesAreTranslated() {
    IdMapping ids = new IdMapping(Map.of("lund-pro", "pro"), Map.of());
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
    IdMapping none = new IdMapping(Map.of(), Map.of());
    assertThatThrownBy(() -> links.connect("lund", "telex", NOWHERE, "", none))
        .hasMessageContaining("no protocol telex; there is lines, scim");
  }

  @Test
  void twoPlansThatAreOneThereAreRefused() {
    assertThatThrownBy(() -> new IdMapping(Map.of("a", "x", "b", "x"), Map.of()))
        .hasMessageContaining("could not be told apart");
  }
}
