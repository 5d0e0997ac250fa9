package org.sobertally.server.links;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Lob;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.Table;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.vendors.VendorProtocol.Carrier;

/** A link as a keeper made it. */
@Entity
@Table(name = "vendor_link")
class VendorLink {

  /** How the vendor is shown who asks. */
  enum ProofKind {
    NOTHING,
    BEARER,
    CLIENT_CREDENTIALS
  }

  @Id String vendor;

  String kind;
  String url;

  @Enumerated(EnumType.STRING)
  ProofKind proof;

  /** The secret; null where there is none. */
  @Nullable String sealed;

  @Column(name = "token_url")
  @Nullable String tokenUrl;

  @Column(name = "client_id")
  @Nullable String clientId;

  @Nullable String scope;

  @Enumerated(EnumType.STRING)
  Carrier carrier;

  /** Whether the address may be one of our own network. */
  boolean inside;

  @Lob @Nullable String template;

  /** How often it was changed. */
  int changes;

  /** Our plan by what the vendor shows; "" where that is no seat. */
  @ElementCollection(fetch = FetchType.EAGER)
  @CollectionTable(name = "vendor_link_plan", joinColumns = @JoinColumn(name = "vendor"))
  @MapKeyColumn(name = "theirs")
  @Column(name = "plan")
  Map<String, String> plans = new HashMap<>();

  /** What the vendor calls it, by our account. */
  @ElementCollection
  @CollectionTable(name = "vendor_link_account", joinColumns = @JoinColumn(name = "vendor"))
  @MapKeyColumn(name = "account")
  @Column(name = "theirs")
  Map<String, String> accounts = new HashMap<>();
}
