package org.sobertally.server.vendors;

import java.net.URI;
import java.time.Duration;

/**
 * A way of talking that vendors have. Every bean of this type is one that links may name; {@code
 * VendorConnectionContract} in the tests is what each must keep to.
 */
public interface VendorProtocol {

  /** As {@code sober.links."<vendor>".protocol} names it. */
  String kind();

  /**
   * A connection to one vendor; nothing is sent before it is used.
   *
   * @throws IllegalArgumentException if the protocol cannot do with what is configured, with words
   *     for whoever made the link
   */
  VendorConnection connect(LinkConfig config);

  /**
   * Where a vendor is and how it is spoken to.
   *
   * @param vendor what it is called where something is said of it
   * @param url the base address of its service
   * @param proof how it is proven who asks
   * @param timeout of one request
   * @param insideAllowed whether the address may be one of our own network
   * @param carrier what of an account says which seats it holds, where the protocol has several
   * @param template what the protocol is told of the vendor; empty where it needs nothing
   */
  record LinkConfig(
      String vendor,
      URI url,
      Proof proof,
      Duration timeout,
      boolean insideAllowed,
      Carrier carrier,
      String template) {

    /** Of somebody who may set up whatever they like; seats are entitlements. */
    public static LinkConfig of(String vendor, URI url, String token, Duration timeout) {
      Proof proof = token.isEmpty() ? new Proof.Nothing() : new Proof.Bearer(token);
      return new LinkConfig(vendor, url, proof, timeout, true, Carrier.ENTITLEMENTS, "");
    }
  }

  /** What of an account at the vendor says which seats it holds. */
  enum Carrier {
    ENTITLEMENTS,
    ROLES,
    GROUPS
  }

  /** How a vendor is shown who asks. What is secret of it never becomes text by itself. */
  sealed interface Proof {

    record Nothing() implements Proof {}

    /** The same token with every request (RFC 6750). */
    record Bearer(String token) implements Proof {
      @Override
      public String toString() {
        return "Bearer";
      }
    }

    /**
     * A token that is asked for when it is needed (RFC 6749 §4.4).
     *
     * @param scope what is asked for; empty for what the vendor gives by itself
     */
    record ClientCredentials(URI tokenUrl, String clientId, String secret, String scope)
        implements Proof {
      @Override
      public String toString() {
        return "ClientCredentials[" + clientId + " at " + tokenUrl + "]";
      }
    }
  }
}
