package org.sobertally.server.vendors;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * An account as its vendor shows it.
 *
 * @param present whether it is there at all; nothing else is known if not
 * @param active whether it can be signed in to; null where the vendor does not say
 * @param invited whether it is an invitation that was not taken up
 * @param externalId what we are said to call it; null where the vendor does not say
 * @param handle how the vendor itself calls it; null where it was not read at the vendor
 */
public record VendorAccount(
    String account,
    String email,
    boolean present,
    @Nullable Boolean active,
    boolean invited,
    boolean admin,
    Set<String> plans,
    @Nullable String externalId,
    @Nullable VendorHandle handle) {

  public VendorAccount {
    plans = Set.copyOf(plans);
  }

  /** One of which nobody says what we call it. */
  public VendorAccount(
      String account,
      String email,
      boolean present,
      Boolean active,
      boolean invited,
      boolean admin,
      Set<String> plans) {
    this(account, email, present, active, invited, admin, plans, null, null);
  }

  /** The same under another name, and with the plans of that name. */
  VendorAccount as(String name, Set<String> named) {
    return new VendorAccount(
        name, email, present, active, invited, admin, named, externalId, handle);
  }

  /** Of an account that the vendor does not know. */
  public static VendorAccount absent(String account) {
    return new VendorAccount(account, "", false, false, false, false, Set.of());
  }
}
