package org.sobertally.server.vendors;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.messages.PatchOperation;
import com.unboundid.scim2.common.messages.PatchRequest;
import com.unboundid.scim2.common.types.Email;
import com.unboundid.scim2.common.types.Entitlement;
import com.unboundid.scim2.common.types.Role;
import com.unboundid.scim2.common.types.UserResource;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.vendors.ScimUsers.User;
import org.sobertally.server.vendors.ScimUsers.UserList;
import org.sobertally.server.vendors.VendorHttp.Reply;
import org.sobertally.server.vendors.VendorHttp.UnreachedException;
import org.sobertally.server.vendors.VendorProtocol.Carrier;

/**
 * A vendor that speaks SCIM 2.0 (RFC 7643, 7644): an account is a User whose {@code userName} is
 * the account's id, a seat is an entitlement (or a role, or the membership of a group) whose value
 * is the plan's id; an invitation that was not taken up has the role {@code invited}, an
 * administrator the role {@code admin}. A vendor with shared pools may have a resource type {@code
 * PoolSession} at {@code /Sessions}: deleting one ends it.
 *
 * <p>Never more is believed than the vendor said. An account is missing only if a list says that it
 * has none of that name; it is touched only if its {@code userName} is what was asked for, letter
 * by letter; an answer that says neither is unreadable, and proves nothing.
 */
final class ScimConnection implements VendorConnection, PoolControl {

  private static final String SCIM_JSON = "application/scim+json";
  private static final String USERS = "Users";
  private static final String SESSIONS = "Sessions";
  private static final String POOL_SESSION = "PoolSession";
  private static final int PAGE = 200;
  private static final long MOST_ACCOUNTS = 2_000_000;
  private static final int NOT_FOUND = 404;
  private static final int ROLL_TRIES = 3;

  private final String vendor;
  private final VendorHttp http;
  private final Carrier carrier;
  private final ScimGroups groups;
  private volatile @Nullable Boolean sessions;

  ScimConnection(VendorProtocol.LinkConfig config) {
    this.vendor = config.vendor();
    this.http = new VendorHttp(config, SCIM_JSON);
    this.carrier = config.carrier();
    this.groups = new ScimGroups(vendor, http);
  }

  @Override
  public Answer ask(String callId, AccountTarget wish, @Nullable String id) {
    try {
      Optional<User> user = find(wish.account(), id);
      if (wish.metBy(user.map(User::login).orElse(VendorAccount.absent(wish.account())))) {
        return new Answer.Done();
      } else if (user.isEmpty() && !Boolean.TRUE.equals(wish.present())) {
        return new Answer.Refused("%s has no account %s.".formatted(vendor, wish.account()));
      } else if (user.isEmpty()) {
        return open(callId, wish);
      } else if (Boolean.FALSE.equals(wish.present())) {
        FaultException.good(
            http.send("DELETE", VendorHttp.path(USERS, user.get().id()), callId, null));
      } else {
        change(callId, user.get(), wish);
      }
      return new Answer.Done();
    } catch (FaultException e) {
      return e.answer();
    } catch (MadeAnewException e) {
      return new Answer.Refused(e.getMessage());
    } catch (UnreachedException | UnreadableException e) {
      return new Answer.Unknown(e.getMessage());
    }
  }

  private Answer open(String callId, AccountTarget wish)
      throws FaultException, UnreachedException, UnreadableException {
    FaultException.good(http.send("POST", VendorHttp.path(USERS), callId, opened(wish)));
    if (carrier == Carrier.GROUPS && !wish.grants().isEmpty()) {
      Optional<User> made = find(wish.account());
      if (made.isEmpty()) {
        return new Answer.Unknown("%s opened the account and does not show it.".formatted(vendor));
      }
      groups.change(callId, made.get(), wish);
    }
    return new Answer.Done();
  }

  private byte[] opened(AccountTarget wish) {
    UserResource user = new UserResource();
    user.setUserName(wish.account());
    user.setActive(!Boolean.FALSE.equals(wish.active()));
    user.setEmails(List.of(new Email().setValue(wish.email()).setPrimary(true)));
    if (carrier == Carrier.ENTITLEMENTS) {
      user.setEntitlements(
          wish.grants().stream().map(plan -> new Entitlement().setValue(plan)).toList());
    } else if (carrier == Carrier.ROLES) {
      user.setRoles(wish.grants().stream().map(plan -> new Role().setValue(plan)).toList());
    }
    return json(user);
  }

  /**
   * In one request, so that a vendor does all of it or nothing; where groups carry the seats, one a
   * group, each of which can be repeated.
   */
  private void change(String callId, User user, AccountTarget wish)
      throws FaultException, UnreachedException {
    if (carrier == Carrier.GROUPS) {
      groups.change(callId, user, wish);
    }
    List<PatchOperation> operations = operations(user.login(), wish);
    if (!operations.isEmpty()) {
      byte[] body = json(new PatchRequest(operations));
      FaultException.good(http.send("PATCH", VendorHttp.path(USERS, user.id()), callId, body));
    }
  }

  private List<PatchOperation> operations(VendorAccount now, AccountTarget wish) {
    List<PatchOperation> operations = new ArrayList<>();
    String field = carrier.name().toLowerCase(Locale.ROOT);
    try {
      if (carrier != Carrier.GROUPS) {
        for (String plan : wish.grants()) {
          if (!now.plans().contains(plan)) {
            ObjectNode value = JsonNodeFactory.instance.objectNode().put("value", plan);
            operations.add(
                PatchOperation.add(field, JsonNodeFactory.instance.arrayNode().add(value)));
          }
        }
        for (String plan : wish.revokes()) {
          if (now.plans().contains(plan)) {
            String text = JsonNodeFactory.instance.textNode(plan).toString();
            operations.add(PatchOperation.remove("%s[value eq %s]".formatted(field, text)));
          }
        }
      }
      if (wish.active() != null && !wish.active().equals(now.active())) {
        operations.add(PatchOperation.replace("active", wish.active()));
      }
      return operations;
    } catch (ScimException e) {
      throw new IllegalStateException(e);
    }
  }

  static byte[] json(Object message) {
    try {
      return JsonUtils.getObjectWriter().writeValueAsBytes(message);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public Reading read(String account, @Nullable String id) {
    try {
      return new Reading.Shows(
          find(account, id).map(User::login).orElse(VendorAccount.absent(account)));
    } catch (MadeAnewException e) {
      return new Reading.MadeAnew(e.getMessage());
    } catch (UnreadableException e) {
      return new Reading.Unreadable(e.getMessage(), true);
    } catch (FaultException e) {
      return new Reading.Unreadable(e.getMessage(), false, e.waitSeconds());
    } catch (UnreachedException e) {
      return new Reading.Unreadable(e.getMessage(), false);
    }
  }

  /**
   * The one User of that id, whatever it is called by now; by its name where the id is not known.
   * It is gone only if the vendor knows neither.
   */
  private Optional<User> find(String account, @Nullable String id)
      throws FaultException, UnreachedException, UnreadableException, MadeAnewException {
    if (id == null) {
      return find(account);
    }
    Reply reply = http.get(VendorHttp.path(USERS, id));
    if (reply.status() == NOT_FOUND) {
      Optional<User> named = find(account);
      if (named.isPresent() && !named.get().id().equals(id)) {
        throw new MadeAnewException(vendor, account);
      }
      return named;
    }
    User user = ScimUsers.one(FaultException.good(reply).body(), carrier);
    if (!user.id().equals(id)) {
      throw new UnreadableException(
          "Asked for %s by its id, %s answered about %s."
              .formatted(account, vendor, user.login().account()));
    }
    return Optional.of((user.said() == null ? groups.withGroups(user) : user).called(account));
  }

  /** The one User of that name; empty only if the vendor says that there is none. */
  private Optional<User> find(String account)
      throws FaultException, UnreachedException, UnreadableException {
    String filter = "userName eq " + JsonNodeFactory.instance.textNode(account);
    String path =
        VendorHttp.path(USERS) + "?filter=" + VendorHttp.encoded(filter) + "&count=" + PAGE;
    UserList found = ScimUsers.list(FaultException.good(http.get(path)).body(), carrier);
    if (found.total() == 0) {
      return Optional.empty();
    }
    List<User> same =
        found.users().stream().filter(user -> user.login().account().equals(account)).toList();
    if (same.size() == 1) {
      User user = same.get(0);
      return Optional.of(user.said() == null ? groups.withGroups(user) : user);
    } else if (same.size() > 1) {
      throw new UnreadableException(
          "%s shows %d accounts named %s.".formatted(vendor, same.size(), account));
    } else if (found.users().isEmpty()) {
      throw new UnreadableException(
          "%s says that there are %d accounts named %s and shows none."
              .formatted(vendor, found.total(), account));
    }
    throw new UnreadableException(
        "Asked for %s, %s answered about %s."
            .formatted(account, vendor, found.users().get(0).login().account()));
  }

  /** Page by page; if accounts come or go meanwhile it is read anew, a few times. */
  @Override
  public Roll readAll(ReadingWatch watch) {
    try {
      String unread = "";
      for (int n = 0; n < ROLL_TRIES; n++) {
        Map<String, User> users = new HashMap<>();
        long total = readPages(users, watch);
        if (users.size() == total) {
          return roll(users.values(), watch);
        }
        unread =
            "%s says that it has %d accounts and showed %d different ones."
                .formatted(vendor, total, users.size());
      }
      return new Roll.Unread(unread);
    } catch (FaultException | UnreachedException | UnreadableException e) {
      return new Roll.Unread(e.getMessage());
    }
  }

  /** Where no account says its groups, the groups are asked whom they have. */
  private Roll roll(Collection<User> users, ReadingWatch watch)
      throws FaultException, UnreachedException, UnreadableException {
    Map<String, String> names = new HashMap<>();
    if (carrier == Carrier.GROUPS && users.stream().allMatch(user -> user.said() == null)) {
      ScimGroups.Members members = groups.readAll(watch);
      members.groups().forEach(group -> names.put(group.id(), group.name()));
      return new Roll.All(users.stream().map(members::with).map(User::login).toList(), names);
    }
    users.forEach(user -> names.putAll(user.said() == null ? Map.of() : user.said()));
    names.values().removeIf(String::isEmpty);
    return new Roll.All(users.stream().map(User::login).toList(), names);
  }

  /** How many there are, as the page said that said the most. */
  private long readPages(Map<String, User> users, ReadingWatch watch)
      throws FaultException, UnreachedException, UnreadableException {
    long shown = 0;
    long total = 0;
    while (true) {
      String path = VendorHttp.path(USERS) + "?startIndex=%d&count=%d".formatted(shown + 1, PAGE);
      UserList page =
          ScimUsers.list(FaultException.good(http.getPatiently(path, watch)).body(), carrier);
      page.users().forEach(user -> users.put(user.login().account(), user));
      shown += page.users().size();
      total = Math.max(total, page.total());
      watch.cameTo(shown, total);
      if (page.users().isEmpty() || shown >= page.total() || shown > MOST_ACCOUNTS) {
        return total;
      }
    }
  }

  @Override
  public Optional<PoolControl> pools() {
    return Optional.of(this);
  }

  /** Asked of the vendor until it answers; then remembered. */
  @Override
  public boolean endsSessions() {
    Boolean known = sessions;
    if (known == null) {
      try {
        byte[] types = FaultException.good(http.get(VendorHttp.path("ResourceTypes"))).body();
        known = ScimUsers.namesType(types, POOL_SESSION);
        sessions = known;
      } catch (FaultException | UnreachedException | UnreadableException e) {
        return false;
      }
    }
    return known;
  }

  @Override
  public Answer end(String callId, String session) {
    try {
      Reply reply = http.send("DELETE", VendorHttp.path(SESSIONS, session), callId, null);
      if (reply.status() != NOT_FOUND) {
        FaultException.good(reply);
      }
      return new Answer.Done();
    } catch (FaultException e) {
      return e.answer();
    } catch (UnreachedException e) {
      return new Answer.Unknown(e.getMessage());
    }
  }

  /** Over only where the vendor says that there is no such session. */
  @Override
  public Optional<Boolean> isOpen(String session) {
    try {
      Reply reply = http.get(VendorHttp.path(SESSIONS, session));
      if (reply.status() == NOT_FOUND && ScimUsers.isError(reply.body(), NOT_FOUND)) {
        return Optional.of(false);
      }
      return ScimUsers.isOf(FaultException.good(reply).body(), session)
          ? Optional.of(true)
          : Optional.empty();
    } catch (FaultException | UnreachedException | UnreadableException e) {
      return Optional.empty();
    }
  }
}
