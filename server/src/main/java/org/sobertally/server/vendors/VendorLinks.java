package org.sobertally.server.vendors;

import io.smallrye.config.ConfigMapping;
import io.smallrye.config.WithDefault;
import io.smallrye.config.WithParentName;
import jakarta.enterprise.context.ApplicationScoped;
import java.net.URI;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.microprofile.config.inject.ConfigProperty;

/** The links to vendors: those of the configuration, and those that the demo adds. */
@ApplicationScoped
public class VendorLinks {

  private final Map<String, SeatLink> links = new ConcurrentHashMap<>();
  private final Set<String> freeWhenAsked = ConcurrentHashMap.newKeySet();
  private final Duration timeout;

  VendorLinks(
      Configured configured, @ConfigProperty(name = "sober.calls.timeout") Duration timeout) {
    this.timeout = timeout;
    configured
        .byVendor()
        .forEach(
            (vendor, link) -> {
              connect(vendor, link.url(), link.token().orElse(""));
              if (link.freeWhenAsked()) {
                freeWhenAsked.add(vendor);
              }
            });
  }

  /** {@code sober.links."<vendor>".url}, {@code .token} and {@code .free-when-asked}. */
  @ConfigMapping(prefix = "sober.links")
  interface Configured {

    @WithParentName
    Map<String, Link> byVendor();

    /** One vendor's SCIM 2.0 service. */
    interface Link {
      /** The base address, without {@code /Users}. */
      URI url();

      /** Sent as a bearer token; none where it is absent or empty. */
      Optional<String> token();

      /** Whether a pool's seat is free again as soon as its holder is asked to leave. */
      @WithDefault("false")
      boolean freeWhenAsked();
    }
  }

  /** Links a vendor's SCIM 2.0 service, in place of any earlier link. */
  public void connect(String vendor, URI url, String token) {
    links.put(vendor, new ScimLink(vendor, url, token, timeout));
  }

  /**
   * Whether the vendor counts a pool's seat as free as soon as somebody is asked to leave; else it
   * is free when they are out.
   */
  public boolean isFreeWhenAsked(String vendor) {
    return freeWhenAsked.contains(vendor);
  }

  public Optional<SeatLink> to(String vendor) {
    return Optional.ofNullable(links.get(vendor));
  }
}
