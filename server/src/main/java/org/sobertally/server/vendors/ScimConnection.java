package org.sobertally.server.vendors;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.messages.PatchOperation;
import com.unboundid.scim2.common.messages.PatchRequest;
import com.unboundid.scim2.common.types.Email;
import com.unboundid.scim2.common.types.Entitlement;
import com.unboundid.scim2.common.types.UserResource;
import com.unboundid.scim2.common.utils.JsonUtils;
import java.net.URI;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.sobertally.server.vendors.ScimHttp.Reply;
import org.sobertally.server.vendors.ScimHttp.UnreachedException;
import org.sobertally.server.vendors.ScimUsers.UnreadableException;
import org.sobertally.server.vendors.ScimUsers.User;
import org.sobertally.server.vendors.ScimUsers.UserList;

/**
 * A vendor that speaks SCIM 2.0 (RFC 7643, 7644): an account is a User whose {@code userName} is
 * the account's id, a seat is an entitlement whose value is the plan's id; an invitation that was
 * not taken up has the role {@code invited}, an administrator the role {@code admin}. A vendor with
 * shared pools may have a resource type {@code PoolSession} at {@code /Sessions}: deleting one ends
 * it.
 *
 * <p>Never more is believed than the vendor said. An account is missing only if a list says that it
 * has none of that name; it is touched only if its {@code userName} is what was asked for, letter
 * by letter; an answer that says neither is unreadable, and proves nothing.
 */
final class ScimConnection implements VendorConnection, PoolControl {

  private static final String USERS = "Users";
  private static final String SESSIONS = "Sessions";
  private static final String POOL_SESSION = "PoolSession";
  private static final int PAGE = 200;
  private static final long MOST_ACCOUNTS = 2_000_000;
  private static final int NOT_FOUND = 404;
  private static final int ROLL_TRIES = 3;
  private static final int LONGEST_REASON = 400;

  private final String vendor;
  private final ScimHttp http;
  private volatile Boolean sessions;

  ScimConnection(String vendor, URI base, String token, Duration timeout) {
    this.vendor = vendor;
    this.http = new ScimHttp(vendor, base, token, timeout);
  }

  /** The vendor answered with a fault. */
  private static final class FaultException extends Exception {
    private static final long serialVersionUID = 1L;
    private final Reply reply;

    FaultException(Reply reply) {
      super(reason(reply), null, false, false);
      this.reply = reply;
    }

    private static String reason(Reply reply) {
      String detail = ScimUsers.detail(reply.body());
      if (detail == null || detail.isBlank()) {
        return "The vendor answered %d.".formatted(reply.status());
      }
      String plain = detail.replaceAll("\\p{Cntrl}+", " ").strip();
      return plain.length() > LONGEST_REASON ? plain.substring(0, LONGEST_REASON) + "…" : plain;
    }

    /** After a failure on the vendor's side nobody knows how far it came. */
    Answer answer() {
      int status = reply.status();
      if (status == ScimHttp.TOO_MANY || status == ScimHttp.UNAVAILABLE) {
        return new Answer.Later(getMessage(), reply.waitSeconds());
      }
      return status >= 500 || status < 400
          ? new Answer.Unknown(getMessage())
          : new Answer.Refused(getMessage());
    }
  }

  private static Reply good(Reply reply) throws FaultException {
    if (!reply.isGood()) {
      throw new FaultException(reply);
    }
    return reply;
  }

  @Override
  public Answer ask(String callId, AccountTarget wish) {
    try {
      Optional<User> user = find(wish.account());
      if (wish.metBy(user.map(User::login).orElse(VendorAccount.absent(wish.account())))) {
        return new Answer.Done();
      } else if (user.isEmpty() && !Boolean.TRUE.equals(wish.present())) {
        return new Answer.Refused("%s has no account %s.".formatted(vendor, wish.account()));
      } else if (user.isEmpty()) {
        good(http.send("POST", ScimHttp.path(USERS), callId, opened(wish)));
      } else if (Boolean.FALSE.equals(wish.present())) {
        good(http.send("DELETE", ScimHttp.path(USERS, user.get().id()), callId, null));
      } else {
        change(callId, user.get(), wish);
      }
      return new Answer.Done();
    } catch (FaultException e) {
      return e.answer();
    } catch (UnreachedException | UnreadableException e) {
      return new Answer.Unknown(e.getMessage());
    }
  }

  private static byte[] opened(AccountTarget wish) {
    UserResource user = new UserResource();
    user.setUserName(wish.account());
    user.setActive(!Boolean.FALSE.equals(wish.active()));
    user.setEmails(List.of(new Email().setValue(wish.email()).setPrimary(true)));
    user.setEntitlements(
        wish.grants().stream().map(plan -> new Entitlement().setValue(plan)).toList());
    return json(user);
  }

  /** In one request, so that a vendor does all of it or nothing. */
  private void change(String callId, User user, AccountTarget wish)
      throws FaultException, UnreachedException {
    VendorAccount now = user.login();
    List<PatchOperation> operations = new ArrayList<>();
    try {
      for (String plan : wish.grants()) {
        if (!now.plans().contains(plan)) {
          ObjectNode entitlement = JsonNodeFactory.instance.objectNode().put("value", plan);
          operations.add(
              PatchOperation.add(
                  "entitlements", JsonNodeFactory.instance.arrayNode().add(entitlement)));
        }
      }
      for (String plan : wish.revokes()) {
        if (now.plans().contains(plan)) {
          operations.add(
              PatchOperation.remove(
                  "entitlements[value eq %s]".formatted(JsonNodeFactory.instance.textNode(plan))));
        }
      }
      if (wish.active() != null && !wish.active().equals(now.active())) {
        operations.add(PatchOperation.replace("active", wish.active()));
      }
    } catch (ScimException e) {
      throw new IllegalStateException(e);
    }
    byte[] body = json(new PatchRequest(operations));
    good(http.send("PATCH", ScimHttp.path(USERS, user.id()), callId, body));
  }

  private static byte[] json(Object message) {
    try {
      return JsonUtils.getObjectWriter().writeValueAsBytes(message);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public Reading read(String account) {
    try {
      return new Reading.Shows(
          find(account).map(User::login).orElse(VendorAccount.absent(account)));
    } catch (UnreadableException e) {
      return new Reading.Unreadable(e.getMessage(), true);
    } catch (FaultException | UnreachedException e) {
      return new Reading.Unreadable(e.getMessage(), false);
    }
  }

  /** The one User of that name; empty only if the vendor says that there is none. */
  private Optional<User> find(String account)
      throws FaultException, UnreachedException, UnreadableException {
    String filter = "userName eq " + JsonNodeFactory.instance.textNode(account);
    UserList found =
        list(ScimHttp.path(USERS) + "?filter=" + ScimHttp.encoded(filter) + "&count=" + PAGE);
    if (found.total() == 0) {
      return Optional.empty();
    }
    List<User> same =
        found.users().stream().filter(user -> user.login().account().equals(account)).toList();
    if (same.size() == 1) {
      return Optional.of(same.get(0));
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

  private UserList list(String pathAndQuery)
      throws FaultException, UnreachedException, UnreadableException {
    return ScimUsers.list(good(http.get(pathAndQuery)).body());
  }

  /** Page by page; if accounts come or go meanwhile it is read anew, a few times. */
  @Override
  public Roll readAll() {
    try {
      String unread = "";
      for (int n = 0; n < ROLL_TRIES; n++) {
        Map<String, VendorAccount> logins = new HashMap<>();
        long total = readPages(logins);
        if (logins.size() == total) {
          return new Roll.All(List.copyOf(logins.values()));
        }
        unread =
            "%s says that it has %d accounts and showed %d different ones."
                .formatted(vendor, total, logins.size());
      }
      return new Roll.Unread(unread);
    } catch (FaultException | UnreachedException | UnreadableException e) {
      return new Roll.Unread(e.getMessage());
    }
  }

  /** How many there are, as the page said that said the most. */
  private long readPages(Map<String, VendorAccount> logins)
      throws FaultException, UnreachedException, UnreadableException {
    long shown = 0;
    long total = 0;
    while (true) {
      UserList page =
          list(ScimHttp.path(USERS) + "?startIndex=%d&count=%d".formatted(shown + 1, PAGE));
      page.users().forEach(user -> logins.put(user.login().account(), user.login()));
      shown += page.users().size();
      total = Math.max(total, page.total());
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
        byte[] types = good(http.get(ScimHttp.path("ResourceTypes"))).body();
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
      Reply reply = http.send("DELETE", ScimHttp.path(SESSIONS, session), callId, null);
      if (reply.status() != NOT_FOUND) {
        good(reply);
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
      Reply reply = http.get(ScimHttp.path(SESSIONS, session));
      if (reply.status() == NOT_FOUND && ScimUsers.isError(reply.body(), NOT_FOUND)) {
        return Optional.of(false);
      }
      return ScimUsers.isOf(good(reply).body(), session) ? Optional.of(true) : Optional.empty();
    } catch (FaultException | UnreachedException | UnreadableException e) {
      return Optional.empty();
    }
  }
}
