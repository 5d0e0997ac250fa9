package org.sobertally.server.vendors;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/**
 * What a vendor calls its plans and accounts, and what they are called here. What is not mapped is
 * called the same on both sides. Several of theirs may be one plan; some may be none.
 */
public final class IdMapping {

  /** Stands for a plan where what the vendor shows is no seat. */
  public static final String NO_PLAN = "";

  private final Map<String, List<String>> theirPlans = new HashMap<>();
  private final Map<String, String> ourPlans;
  private final Map<String, String> theirAccounts = new ConcurrentHashMap<>();
  private final Map<String, String> ourAccounts = new ConcurrentHashMap<>();

  private IdMapping(Map<String, String> ourPlans, Map<String, String> theirAccounts) {
    this.ourPlans = Map.copyOf(ourPlans);
    ourPlans.entrySet().stream()
        .filter(one -> !one.getValue().equals(NO_PLAN))
        .sorted(Map.Entry.comparingByKey())
        .forEach(
            one ->
                theirPlans
                    .computeIfAbsent(one.getValue(), plan -> new ArrayList<>())
                    .add(one.getKey()));
    theirAccounts.forEach((ours, theirs) -> learn(theirs, ours));
  }

  /** One in which everything is called the same. */
  static IdMapping none() {
    return new IdMapping(Map.of(), Map.of());
  }

  /**
   * @param plans what the vendor calls each plan, by our id
   * @param accounts what the vendor calls each account, by our id
   * @throws IllegalArgumentException if two of ours are one of theirs
   */
  static IdMapping byOurs(Map<String, String> plans, Map<String, String> accounts) {
    reversed(accounts);
    return new IdMapping(reversed(plans), accounts);
  }

  /**
   * @param plans our plan, or {@link #NO_PLAN}, by what the vendor calls it
   * @param accounts what the vendor calls each account, by our id
   */
  public static IdMapping byTheirs(Map<String, String> plans, Map<String, String> accounts) {
    return new IdMapping(plans, accounts);
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

  /** From now on the vendor means that account of ours by the name. */
  void learn(String theirs, String ours) {
    String before = theirAccounts.put(ours, theirs);
    if (before != null) {
      ourAccounts.remove(before);
    }
    ourAccounts.put(theirs, ours);
  }

  boolean knows(String theirAccount) {
    return ourAccounts.containsKey(theirAccount);
  }

  String ourAccount(String theirs) {
    return ourAccounts.getOrDefault(theirs, theirs);
  }

  String theirAccount(String ours) {
    return theirAccounts.getOrDefault(ours, ours);
  }

  /** Whether several of theirs are this plan. */
  boolean isSeveral(String plan) {
    return theirPlans.getOrDefault(plan, List.of()).size() > 1;
  }

  /** What is taken is taken under all its names; what is given is given under the first. */
  AccountTarget theirs(AccountTarget target) {
    Set<String> revokes = new HashSet<>();
    target.revokes().forEach(plan -> revokes.addAll(theirPlans.getOrDefault(plan, List.of(plan))));
    return new AccountTarget(
        theirAccount(target.account()),
        target.email(),
        target.present(),
        target.active(),
        target.grants().stream()
            .map(plan -> theirPlans.getOrDefault(plan, List.of(plan)).get(0))
            .collect(Collectors.toSet()),
        revokes);
  }

  VendorAccount ours(VendorAccount seen) {
    return seen.as(
        ourAccount(seen.account()),
        seen.plans().stream()
            .map(plan -> ourPlans.getOrDefault(plan, plan))
            .filter(plan -> !plan.equals(NO_PLAN))
            .collect(Collectors.toSet()));
  }
}
