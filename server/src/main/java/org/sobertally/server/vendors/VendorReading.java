package org.sobertally.server.vendors;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.MapKeyColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Which accounts of ours a vendor was seen to have. */
@Entity
@Table(name = "vendor_reading")
class VendorReading {

  @Id String vendor;

  /** When the last reading began that came to its end; null where none did. */
  @Nullable Instant began;

  /** Where it was; null where it was not read yet. */
  @Nullable String service;

  /** By our account. */
  @ElementCollection
  @CollectionTable(name = "vendor_reading_account", joinColumns = @JoinColumn(name = "vendor"))
  @MapKeyColumn(name = "account")
  Map<String, SeenAccount> accounts = new HashMap<>();

  /** How far an account is known. */
  enum Standing {
    /** Tried, while the link was not kept yet: the first reading says whether it is so. */
    PROPOSED,
    /** The last whole reading showed it, or it was read by itself since. */
    SHOWN,
    /** An earlier reading showed it, and the last one did not. */
    GONE
  }

  /** One account as the vendor calls it. */
  @Embeddable
  @SuppressWarnings("NullAway.Init")
  static class SeenAccount {

    String name;
    @Nullable String id;

    @Enumerated(EnumType.STRING)
    @Column(name = "standing")
    Standing standing;

    SeenAccount() {}

    SeenAccount(VendorHandle handle, Standing standing) {
      this.name = handle.name();
      this.id = handle.id();
      this.standing = standing;
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof SeenAccount that
          && name.equals(that.name)
          && Objects.equals(id, that.id)
          && standing == that.standing;
    }

    @Override
    public int hashCode() {
      return Objects.hash(name, id, standing);
    }
  }
}
