package org.sobertally.server.links;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.HashMap;
import java.util.Map;

/** What vendors call accounts of ours, as it was recognised when they were read. */
@ApplicationScoped
public class LinkedNames {

  private final EntityManager entities;

  LinkedNames(EntityManager entities) {
    this.entities = entities;
  }

  /** Our account by the vendor's name for it; empty for a vendor without a link. */
  @Transactional
  public Map<String, String> of(String vendor) {
    VendorLink link = entities.find(VendorLink.class, vendor);
    Map<String, String> accounts = new HashMap<>();
    if (link != null) {
      link.accounts.forEach((ours, theirs) -> accounts.put(theirs, ours));
    }
    return accounts;
  }
}
