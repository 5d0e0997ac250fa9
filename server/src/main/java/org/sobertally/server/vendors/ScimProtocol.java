package org.sobertally.server.vendors;

import jakarta.enterprise.context.ApplicationScoped;

/** SCIM 2.0; see {@link ScimConnection}. */
@ApplicationScoped
class ScimProtocol implements VendorProtocol {

  @Override
  public String kind() {
    return "scim";
  }

  @Override
  public VendorConnection connect(LinkConfig config) {
    return new ScimConnection(config);
  }
}
