package org.sobertally.server.vendors;

import io.quarkus.arc.All;
import io.smallrye.config.ConfigMapping;
import io.smallrye.config.WithDefault;
import io.smallrye.config.WithParentName;
import jakarta.enterprise.context.ApplicationScoped;
import java.net.URI;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.microprofile.config.inject.ConfigProperty;

/** The links to vendors: those of the configuration, and those that the demo adds. */
@ApplicationScoped
public class VendorLinks {

  private static final String SCIM = "scim";

  private final Map<String, VendorConnection> links = new ConcurrentHashMap<>();
  private final Set<String> freeWhenAsked = ConcurrentHashMap.newKeySet();
  private final Map<String, VendorProtocol> protocols = new TreeMap<>();
  private final Duration timeout;

  VendorLinks(
      Configured configured,
      @All List<VendorProtocol> protocols,
      @ConfigProperty(name = "sober.calls.timeout") Duration timeout) {
    this.timeout = timeout;
    protocols.forEach(protocol -> this.protocols.put(protocol.kind(), protocol));
    configured
        .byVendor()
        .forEach(
            (vendor, link) -> {
              IdMapping ids = new IdMapping(link.plans(), link.accounts());
              connect(vendor, link.protocol(), link.url(), link.token().orElse(""), ids);
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

    /** One vendor's service. */
    interface Link {
      /** How it is spoken to: the kind of a {@link VendorProtocol}. */
      @WithDefault(SCIM)
      String protocol();

      /** The base address; of a SCIM 2.0 service without {@code /Users}. */
      URI url();

      /** What the vendor calls a plan, by our id; those that are not named are called the same. */
      Map<String, String> plans();

      /** What the vendor calls an account, by our id. */
      Map<String, String> accounts();

      /** Sent as a bearer token; none where it is absent or empty. */
      Optional<String> token();

      /** Whether a pool's seat is free again as soon as its holder is asked to leave. */
      @WithDefault("false")
      boolean freeWhenAsked();
    }
  }

  /** Links a vendor's SCIM 2.0 service, in place of any earlier link. */
  public void connect(String vendor, URI url, String token) {
    connect(vendor, SCIM, url, token, new IdMapping(Map.of(), Map.of()));
  }

  /**
   * Links a vendor, in place of any earlier link.
   *
   * @throws IllegalArgumentException if there is no such protocol
   */
  void connect(String vendor, String kind, URI url, String token, IdMapping ids) {
    VendorProtocol protocol = protocols.get(kind);
    if (protocol == null) {
      throw new IllegalArgumentException(
          "sober.links.\"%s\".protocol: there is no protocol %s; there is %s."
              .formatted(vendor, kind, String.join(", ", protocols.keySet())));
    }
    VendorConnection connection =
        protocol.connect(new VendorProtocol.LinkConfig(vendor, url, token, timeout));
    links.put(vendor, ids.isEmpty() ? connection : new MappedConnection(connection, ids));
  }

  /**
   * Whether the vendor counts a pool's seat as free as soon as somebody is asked to leave; else it
   * is free when they are out.
   */
  public boolean isFreeWhenAsked(String vendor) {
    return freeWhenAsked.contains(vendor);
  }

  public Optional<VendorConnection> to(String vendor) {
    return Optional.ofNullable(links.get(vendor));
  }
}
