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

  /** A connection to one vendor; nothing is sent before it is used. */
  VendorConnection connect(LinkConfig config);

  /**
   * Where a vendor is and how it is spoken to.
   *
   * @param url the base address of its service
   * @param token as it is proven who asks; empty for not at all
   * @param timeout of one request
   */
  record LinkConfig(String vendor, URI url, String token, Duration timeout) {}
}
