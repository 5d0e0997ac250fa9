package org.sobertally.server.vendors;

import jakarta.enterprise.context.ApplicationScoped;

/** A vendor's own interface of JSON over HTTP, as a file declares it; see {@link RestTemplate}. */
@ApplicationScoped
class RestProtocol implements VendorProtocol {

  @Override
  public String kind() {
    return "rest";
  }

  @Override
  public VendorConnection connect(LinkConfig config) {
    return new RestConnection(config, RestTemplate.read(config.template()));
  }
}
