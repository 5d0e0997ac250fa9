package org.sobertally.server.vendors;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What a vendor is to show of one account.
 *
 * @param account its id
 * @param email needed where it may have to be opened
 * @param present whether it must be there, or gone; null where it does not matter
 * @param active whether it can be signed in to; null where it does not matter
 * @param grants plans that it must hold
 * @param revokes plans that it must not hold
 */
public record AccountTarget(
    String account,
    @Nullable String email,
    @Nullable Boolean present,
    @Nullable Boolean active,
    Set<String> grants,
    Set<String> revokes) {

  public AccountTarget {
    grants = Set.copyOf(grants);
    revokes = Set.copyOf(revokes);
  }

  /** That the account holds these plans and not those. */
  public static AccountTarget ofSeats(String account, Set<String> grants, Set<String> revokes) {
    return new AccountTarget(account, null, null, null, grants, revokes);
  }

  /** That the account is gone. */
  public static AccountTarget gone(String account) {
    return new AccountTarget(account, null, false, null, Set.of(), Set.of());
  }

  /** That the account can be signed in to, or cannot. */
  public static AccountTarget ofLogin(String account, boolean active) {
    return new AccountTarget(account, null, null, active, Set.of(), Set.of());
  }

  /** The same, but that it must hold these plans. */
  AccountTarget granting(Set<String> plans) {
    return new AccountTarget(account, email, present, active, plans, revokes);
  }

  /** Whether that is what the vendor shows; an account that is not there holds nothing. */
  public boolean metBy(VendorAccount seen) {
    if (!seen.present()) {
      return !Boolean.TRUE.equals(present) && !Boolean.TRUE.equals(active) && grants.isEmpty();
    }
    return seen.account().equals(account)
        && !Boolean.FALSE.equals(present)
        && (active == null || active.equals(seen.active()))
        && seen.plans().containsAll(grants)
        && revokes.stream().noneMatch(seen.plans()::contains);
  }
}
