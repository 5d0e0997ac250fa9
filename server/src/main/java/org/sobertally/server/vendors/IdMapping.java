package org.sobertally.server.vendors;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a vendor calls its plans and accounts, and what they are called here. What is not mapped is
 * called the same on both sides.
 */
final class IdMapping {

  private final Map<String, String> theirPlans;
  private final Map<String, String> ourPlans;
  private final Map<String, String> theirAccounts;
  private final Map<String, String> ourAccounts;

  /**
   * @param plans what the vendor calls each plan, by our id
   * @param accounts what the vendor calls each account, by our id
   * @throws IllegalArgumentException if two of ours are one of theirs
   */
  IdMapping(Map<String, String> plans, Map<String, String> accounts) {
    theirPlans = Map.copyOf(plans);
    ourPlans = reversed(plans);
    theirAccounts = Map.copyOf(accounts);
    ourAccounts = reversed(accounts);
  }

  private static Map<String, String> reversed(Map<String, String> theirs) {
    Map<String, String> ours = new HashMap<>();
    theirs.forEach(
        (our, their) -> {
          String other = ours.put(their, our);
          if (other != null) {
            throw new IllegalArgumentException(
                "%s and %s are both called %s at the vendor: they could not be told apart."
                    .formatted(other, our, their));
          }
        });
    return ours;
  }

  boolean isEmpty() {
    return theirPlans.isEmpty() && theirAccounts.isEmpty();
  }

  String theirAccount(String ours) {
    return theirAccounts.getOrDefault(ours, ours);
  }

  AccountTarget theirs(AccountTarget target) {
    return new AccountTarget(
        theirAccount(target.account()),
        target.email(),
        target.present(),
        target.active(),
        mapped(target.grants(), theirPlans),
        mapped(target.revokes(), theirPlans));
  }

  VendorAccount ours(VendorAccount seen) {
    return new VendorAccount(
        ourAccounts.getOrDefault(seen.account(), seen.account()),
        seen.email(),
        seen.present(),
        seen.active(),
        seen.invited(),
        seen.admin(),
        mapped(seen.plans(), ourPlans));
  }

  private static Set<String> mapped(Set<String> ids, Map<String, String> names) {
    return ids.stream().map(id -> names.getOrDefault(id, id)).collect(Collectors.toSet());
  }
}
