package org.sobertally.server.vendors;

import org.sobertally.server.vendors.CannedVendor.Reply;
import org.sobertally.server.vendors.CannedVendor.Request;

/** A protocol takes one class, and this is how it is known to keep to what is asked of it. */
class LinesProtocolTest extends VendorConnectionContract {

  @Override
  VendorProtocol protocol() {
    return new LinesProtocol();
  }

  @Override
  Reply ofOne(String text) {
    return Reply.of(200, text);
  }

  @Override
  boolean asksForAll(Request request) {
    return request.path().equals("/accounts") && request.query() == null;
  }
}
