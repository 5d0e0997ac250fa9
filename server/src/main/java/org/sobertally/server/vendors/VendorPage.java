package org.sobertally.server.vendors;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** A vendor's own page. */
@Entity
@Table(name = "vendor_page")
class VendorPage {
  @Id String vendor;
  String url;
}
