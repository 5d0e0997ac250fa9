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
import org.sobertally.server.vendors.VendorProtocol.LinkConfig;

/**
 * The links to vendors: those of the configuration, those that the demo adds, and those that a
 * keeper made.
 */
@ApplicationScoped
public class VendorLinks {

  private static final String SCIM = "scim";

  private final Map<String, Known> links = new ConcurrentHashMap<>();
  private final Set<String> freeWhenAsked = ConcurrentHashMap.newKeySet();
  private final Map<String, VendorProtocol> protocols = new TreeMap<>();
  private final Duration timeout;
  private final Sightings sightings;

  /**
   * @param service where it is, as far as that tells one service from another
   */
  private record Known(VendorConnection connection, String kind, Origin origin, String service) {}

  /** Who made a link. */
  public enum Origin {
    /** Whoever runs the application: it cannot be changed on a page. */
    GIVEN,
    /** A keeper, on a page. */
    MADE
  }

  VendorLinks(
      Configured configured,
      @All List<VendorProtocol> protocols,
      CallSettings calls,
      Sightings sightings) {
    this.timeout = calls.timeout();
    this.sightings = sightings;
    protocols.forEach(protocol -> this.protocols.put(protocol.kind(), protocol));
    configured
        .byVendor()
        .forEach(
            (vendor, link) -> {
              IdMapping ids = IdMapping.byOurs(link.plans(), link.accounts());
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
    connect(vendor, SCIM, url, token, IdMapping.none());
  }

  /**
   * Links a vendor, in place of any earlier link.
   *
   * @throws IllegalArgumentException if there is no such protocol
   */
  void connect(String vendor, String kind, URI url, String token, IdMapping ids) {
    if (!protocols.containsKey(kind)) {
      throw new IllegalArgumentException(
          "sober.links.\"%s\".protocol: %s".formatted(vendor, noSuch(kind)));
    }
    VendorConnection connection = connection(kind, LinkConfig.of(vendor, url, token, timeout));
    VendorConnection named = named(vendor, connection, ids, Recogniser.NONE);
    links.put(vendor, new Known(named, kind, Origin.GIVEN, service(url)));
  }

  private VendorConnection named(
      String vendor, VendorConnection theirs, IdMapping ids, Recogniser recogniser) {
    return new MappedConnection(theirs, ids, recogniser, id -> sightings.account(vendor, id));
  }

  private String noSuch(String kind) {
    return "there is no protocol %s; there is %s."
        .formatted(kind, String.join(", ", protocols.keySet()));
  }

  /** The protocols that there are. */
  public Set<String> kinds() {
    return Set.copyOf(protocols.keySet());
  }

  /** How long a request may take. */
  public Duration timeout() {
    return timeout;
  }

  /**
   * A connection that nobody else uses, with the vendor's own names.
   *
   * @throws IllegalArgumentException if it cannot be made so, with the reason
   */
  public VendorConnection connection(String kind, LinkConfig config) {
    VendorProtocol protocol = protocols.get(kind);
    if (protocol == null) {
      throw new IllegalArgumentException(noSuch(kind));
    }
    return protocol.connect(config);
  }

  /**
   * Links a vendor as a keeper made it; a link that was given stays as it is.
   *
   * @throws IllegalArgumentException if it cannot be made so, with the reason
   */
  public void make(
      String vendor, String kind, LinkConfig config, IdMapping ids, Recogniser recogniser) {
    VendorConnection connection = named(vendor, connection(kind, config), ids, recogniser);
    Known made = new Known(connection, kind, Origin.MADE, service(config.url()));
    links.compute(
        vendor, (v, known) -> known != null && known.origin == Origin.GIVEN ? known : made);
  }

  /** Another port may be the same service after a start, another host or path is not. */
  private static String service(URI url) {
    return url.getHost() + url.getPath();
  }

  /** Where the vendor's service is; empty without a link. */
  String service(String vendor) {
    Known known = links.get(vendor);
    return known == null ? "" : known.service;
  }

  /** Takes away whatever link there is, as where a stand-in is stopped. */
  public void disconnect(String vendor) {
    links.remove(vendor);
  }

  /** Takes away a link that a keeper made. */
  public void unmake(String vendor) {
    links.computeIfPresent(vendor, (v, known) -> known.origin == Origin.MADE ? null : known);
  }

  /** Who made the vendor's link; empty where there is none. */
  public Optional<Origin> origin(String vendor) {
    return Optional.ofNullable(links.get(vendor)).map(Known::origin);
  }

  /** How the vendor is spoken to; empty where there is no link. */
  public Optional<String> kind(String vendor) {
    return Optional.ofNullable(links.get(vendor)).map(Known::kind);
  }

  /**
   * Whether the vendor counts a pool's seat as free as soon as somebody is asked to leave; else it
   * is free when they are out.
   */
  public boolean isFreeWhenAsked(String vendor) {
    return freeWhenAsked.contains(vendor);
  }

  public Optional<VendorConnection> to(String vendor) {
    return Optional.ofNullable(links.get(vendor)).map(Known::connection);
  }
}
