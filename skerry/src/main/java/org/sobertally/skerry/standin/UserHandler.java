package org.sobertally.skerry.standin;

import de.captaingoldfish.scim.sdk.common.constants.enums.SortOrder;
import de.captaingoldfish.scim.sdk.common.exceptions.ConflictException;
import de.captaingoldfish.scim.sdk.common.exceptions.ResourceNotFoundException;
import de.captaingoldfish.scim.sdk.common.resources.User;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Email;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Entitlement;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.PersonRole;
import de.captaingoldfish.scim.sdk.common.schemas.SchemaAttribute;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceHandler;
import de.captaingoldfish.scim.sdk.server.endpoints.features.EndpointType;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.response.PartialListResponse;
import java.time.Instant;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Answers for Users: an account's plans are its entitlements; an invitation that was not taken up,
 * and administrator rights, are roles.
 */
final class UserHandler extends ResourceHandler<User> {

  private static final Pattern BY_NAME = Pattern.compile("userName eq (\"[^\"]*\")");
  private static final Instant LONG_AGO = Instant.parse("2025-01-01T00:00:00Z");

  private final String vendorName;
  private final Accounts accounts;
  private final boolean signOutFirst;
  private final Supplier<Faults> faults;

  UserHandler(String vendorName, Accounts accounts, boolean signOutFirst, Supplier<Faults> faults) {
    this.vendorName = vendorName;
    this.accounts = accounts;
    this.signOutFirst = signOutFirst;
    this.faults = faults;
  }

  @Override
  public User createResource(User user, Context context) {
    String id = user.getUserName().orElseThrow();
    if (accounts.latest(id) != null) {
      throw new ConflictException("There is an account " + id + " already.");
    }
    Set<String> plans = plansOf(user);
    requireSeats(id, plans);
    String email =
        user.getEmails().stream().flatMap(e -> e.getValue().stream()).findFirst().orElse("");
    accounts.open(id, email, user.isActive().orElse(true), plans);
    return user(accounts.latest(id));
  }

  @Override
  public User getResource(
      String id,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    return user(found(id, accounts.shown(id)));
  }

  @Override
  public User getResourceForUpdate(
      String id,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context,
      EndpointType type) {
    return user(found(id, accounts.latest(id)));
  }

  private static Accounts.Seen found(String id, Accounts.Seen seen) {
    if (seen == null) {
      throw new ResourceNotFoundException("There is no account " + id + ".");
    }
    return seen;
  }

  /** Filtering is left to the SDK, which is given everything, or the one account asked for. */
  @Override
  public PartialListResponse<User> listResources(
      long startIndex,
      int count,
      FilterNode filter,
      SchemaAttribute sortBy,
      SortOrder sortOrder,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    List<Accounts.Seen> seen =
        byName(context).map(accounts::shown).map(List::of).orElseGet(accounts::allShown);
    List<User> users = new WhenAskedFor(seen);
    return PartialListResponse.<User>builder().resources(users).totalResults(users.size()).build();
  }

  /** The SDK filters by itself and does not tell the filter, only the address that was called. */
  private static Optional<String> byName(Context context) {
    String filter = context.getUriInfos().getQueryParameters().get("filter");
    Matcher matcher = BY_NAME.matcher(filter == null ? "" : filter);
    return matcher.matches()
        ? Optional.of(JsonHelper.readJsonDocument(matcher.group(1)).textValue())
        : Optional.empty();
  }

  @Override
  public User updateResource(User changed, Context context) {
    String id = changed.getId().orElseThrow();
    Accounts.Seen seen = found(id, accounts.latest(id));
    Set<String> plans = plansOf(changed);
    boolean takes = !plans.containsAll(seen.holder().plans());
    if (takes) {
      requireSignedOut(id);
    }
    requireSeats(id, plans);
    accounts.set(id, changed.isActive().orElse(true), plans);
    return user(accounts.latest(id));
  }

  private static Set<String> plansOf(User user) {
    Set<String> plans = new HashSet<>();
    user.getEntitlements().forEach(e -> e.getValue().ifPresent(plans::add));
    return plans;
  }

  private void requireSignedOut(String id) {
    if (signOutFirst && faults.get().signedIn().contains(id)) {
      throw new ConflictException(
          "The holder is signed in to %s. Have them sign out first.".formatted(vendorName));
    }
  }

  private void requireSeats(String id, Set<String> plans) {
    String soldOut = accounts.soldOut(id, plans);
    if (soldOut != null) {
      throw new ConflictException("No seat of %s is free at %s.".formatted(soldOut, vendorName));
    }
  }

  @Override
  public void deleteResource(String id, Context context) {
    found(id, accounts.latest(id));
    requireSignedOut(id);
    accounts.close(id);
  }

  /** A fresh object each time: patching changes the one it is given. */
  private static User user(Accounts.Seen seen) {
    Holder holder = seen.holder();
    List<Entitlement> entitlements =
        holder.plans().stream()
            .sorted()
            .map(plan -> Entitlement.builder().value(plan).build())
            .toList();
    List<PersonRole> roles = new ArrayList<>();
    if (holder.admin()) {
      roles.add(PersonRole.builder().value("admin").build());
    }
    if (holder.invited()) {
      roles.add(PersonRole.builder().value("invited").build());
    }
    return User.builder()
        .id(holder.account())
        .userName(holder.account())
        .active(holder.active())
        .emails(List.of(Email.builder().value(holder.email()).primary(true).build()))
        .entitlements(entitlements)
        .roles(roles)
        .meta(
            Meta.builder()
                .created(LONG_AGO)
                .lastModified(LONG_AGO)
                .version("v" + seen.version())
                .build())
        .build();
  }

  /** Nobody is made into a resource who is not on the page that is answered. */
  private static final class WhenAskedFor extends AbstractList<User> {
    private final List<Accounts.Seen> seen;

    WhenAskedFor(List<Accounts.Seen> seen) {
      this.seen = seen;
    }

    @Override
    public User get(int index) {
      return user(seen.get(index));
    }

    @Override
    public int size() {
      return seen.size();
    }
  }
}
