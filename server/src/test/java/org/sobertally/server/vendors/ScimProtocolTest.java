package org.sobertally.server.vendors;

import java.util.Map;
import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.CannedVendor.Request;

/** By replies as RFC 7644 shows them. */
class ScimProtocolTest extends VendorConnectionContract {

  @Override
  VendorProtocol protocol() {
    return new ScimProtocol();
  }

  @Override
  Reply ofOne(String text) {
    return new Reply(200, "application/scim+json", text, Map.of());
  }

  @Override
  boolean asksForAll(Request request) {
    return request.path().equals("/Users")
        && (request.query() == null || !request.query().contains("filter"));
  }
}
