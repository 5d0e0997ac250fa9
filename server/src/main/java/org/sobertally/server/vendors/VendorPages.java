package org.sobertally.server.vendors;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Where somebody works by hand at a vendor: the address of its own page, by vendor. */
@ApplicationScoped
public class VendorPages {

  private final EntityManager entities;

  VendorPages(EntityManager entities) {
    this.entities = entities;
  }

  @Transactional
  public Map<String, String> all() {
    Map<String, String> pages = new HashMap<>();
    entities
        .createQuery("from VendorPage", VendorPage.class)
        .getResultList()
        .forEach(page -> pages.put(page.vendor, page.url));
    return pages;
  }

  /** Keeps the address, in the caller's transaction; null for none. */
  public void set(String vendor, @Nullable String url) {
    VendorPage known = entities.find(VendorPage.class, vendor);
    if (url == null) {
      if (known != null) {
        entities.remove(known);
      }
    } else if (known == null) {
      VendorPage page = new VendorPage();
      page.vendor = vendor;
      page.url = url;
      entities.persist(page);
    } else {
      known.url = url;
    }
  }
}
