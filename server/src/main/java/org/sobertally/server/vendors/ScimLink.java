package org.sobertally.server.vendors;

import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.fasterxml.jackson.jakarta.rs.json.JacksonJsonProvider;
import com.unboundid.scim2.client.ScimService;
import com.unboundid.scim2.common.GenericScimResource;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.messages.ListResponse;
import com.unboundid.scim2.common.types.Email;
import com.unboundid.scim2.common.types.Entitlement;
import com.unboundid.scim2.common.types.UserResource;
import com.unboundid.scim2.common.utils.JsonUtils;
import jakarta.ws.rs.ProcessingException;
import jakarta.ws.rs.WebApplicationException;
import jakarta.ws.rs.client.Client;
import jakarta.ws.rs.client.ClientBuilder;
import jakarta.ws.rs.client.ClientRequestContext;
import jakarta.ws.rs.client.ClientRequestFilter;
import jakarta.ws.rs.client.ClientResponseContext;
import jakarta.ws.rs.client.ClientResponseFilter;
import java.net.URI;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;

/**
 * A vendor that speaks SCIM 2.0 (RFC 7643, 7644): an account is a User whose {@code userName} is
 * the account's id, a seat is an entitlement whose value is the plan's id; an invitation that was
 * not taken up has the role {@code invited}, an administrator the role {@code admin}. A vendor with
 * shared pools may have a resource type {@code PoolSession} at {@code /Sessions}: deleting one ends
 * it.
 */
final class ScimLink implements SeatLink {

  private static final String USERS = "Users";
  private static final String SESSIONS = "Sessions";
  private static final String POOL_SESSION = "PoolSession";
  private static final int PAGE = 200;
  private static final int NOT_FOUND = 404;
  private static final int TOO_MANY = 429;
  private static final int UNAVAILABLE = 503;
  private static final String IDEMPOTENCY_KEY = "Idempotency-Key";
  private static final ThreadLocal<String> CALL_ID = new ThreadLocal<>();

  private final String vendor;
  private final Headers headers;
  private final ScimService scim;
  private volatile Boolean sessions;

  ScimLink(String vendor, URI base, String token, Duration timeout) {
    this.vendor = vendor;
    this.headers = new Headers(token, new Pace(System::nanoTime));
    Client client =
        ClientBuilder.newBuilder()
            .connectTimeout(timeout.toMillis(), TimeUnit.MILLISECONDS)
            .readTimeout(timeout.toMillis(), TimeUnit.MILLISECONDS)
            .register(new JacksonJsonProvider(JsonUtils.createObjectMapper()))
            .register(headers)
            .build();
    this.scim = new ScimService(client.target(base));
  }

  /**
   * Sends who we are and which call this is, no faster than the vendor lets us; keeps what it says
   * about waiting.
   */
  private static final class Headers implements ClientRequestFilter, ClientResponseFilter {
    private final String token;
    private final Pace pace;

    /** What the vendor said about waiting, by call: answers come in on a thread of their own. */
    private final Map<String, Long> waits = new ConcurrentHashMap<>();

    Headers(String token, Pace pace) {
      this.token = token;
      this.pace = pace;
    }

    @Override
    public void filter(ClientRequestContext request) {
      pause(pace.turn());
      if (!token.isEmpty()) {
        request.getHeaders().putSingle("Authorization", "Bearer " + token);
      }
      if (CALL_ID.get() != null) {
        request.getHeaders().putSingle(IDEMPOTENCY_KEY, CALL_ID.get());
      }
    }

    @Override
    public void filter(ClientRequestContext request, ClientResponseContext response) {
      if (response.getStatus() != TOO_MANY && response.getStatus() != UNAVAILABLE) {
        pace.taken();
        return;
      }
      long seconds = seconds(response.getHeaderString("Retry-After"));
      if (response.getStatus() == TOO_MANY && seconds > 0) {
        // One that wants us back at once does not complain of our pace.
        pace.tooMany();
      }
      String call = request.getHeaderString(IDEMPOTENCY_KEY);
      if (call != null) {
        waits.put(call, seconds);
      }
    }

    private static long seconds(String retryAfter) {
      try {
        return retryAfter == null ? 0 : Math.max(0, Long.parseLong(retryAfter.strip()));
      } catch (NumberFormatException e) {
        return 0;
      }
    }

    /** How long the vendor wants the call to wait; 0 where it did not say. */
    long waitOf(String call) {
      Long seconds = waits.remove(call);
      return seconds == null ? 0 : seconds;
    }

    private static void pause(long nanos) {
      try {
        TimeUnit.NANOSECONDS.sleep(nanos);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new ProcessingException("Interrupted while waiting for a turn.", e);
      }
    }
  }

  @Override
  public Answer ask(String callId, Wish wish) {
    CALL_ID.set(callId);
    try {
      Optional<UserResource> user = find(wish.account());
      if (wish.metBy(user.map(ScimLink::login).orElse(Login.absent(wish.account())))) {
        return new Answer.Done();
      } else if (user.isEmpty() && !Boolean.TRUE.equals(wish.present())) {
        return new Answer.Refused("%s has no account %s.".formatted(vendor, wish.account()));
      } else if (user.isEmpty()) {
        scim.createRequest(USERS, opened(wish)).invoke();
      } else if (Boolean.FALSE.equals(wish.present())) {
        scim.deleteRequest(USERS, user.get().getId()).invoke();
      } else {
        change(user.get(), wish);
      }
      return new Answer.Done();
    } catch (ScimException e) {
      return answerTo(callId, status(e), reason(e));
    } catch (WebApplicationException e) {
      return answerTo(callId, e.getResponse().getStatus(), e.getMessage());
    } catch (ProcessingException e) {
      return new Answer.Unknown(unreached(e));
    } finally {
      CALL_ID.remove();
    }
  }

  private static UserResource opened(Wish wish) {
    UserResource user = new UserResource();
    user.setUserName(wish.account());
    user.setActive(!Boolean.FALSE.equals(wish.active()));
    user.setEmails(List.of(new Email().setValue(wish.email()).setPrimary(true)));
    user.setEntitlements(
        wish.grants().stream().map(plan -> new Entitlement().setValue(plan)).toList());
    return user;
  }

  /** In one request, so that a vendor does all of it or nothing. */
  private void change(UserResource user, Wish wish) throws ScimException {
    Login now = login(user);
    var request = scim.modifyRequest(USERS, user.getId());
    for (String plan : wish.grants()) {
      if (!now.plans().contains(plan)) {
        ObjectNode entitlement = JsonNodeFactory.instance.objectNode().put("value", plan);
        request = request.addValues("entitlements", entitlement);
      }
    }
    for (String plan : wish.revokes()) {
      if (now.plans().contains(plan)) {
        request =
            request.removeValues(
                "entitlements[value eq \"%s\"]".formatted(plan.replace("\"", "\\\"")));
      }
    }
    if (wish.active() != null && wish.active() != now.active()) {
      request = request.replaceValue("active", wish.active());
    }
    request.invoke(UserResource.class);
  }

  private Answer answerTo(String callId, int status, String reason) {
    long wait = headers.waitOf(callId);
    if (status == TOO_MANY || status == UNAVAILABLE) {
      return new Answer.Later(reason, wait);
    }
    // After any other failure on the vendor's side nobody knows how far it came.
    return status >= 500 || status < 400 ? new Answer.Unknown(reason) : new Answer.Refused(reason);
  }

  @Override
  public Reading read(String account) {
    try {
      return new Reading.Shows(find(account).map(ScimLink::login).orElse(Login.absent(account)));
    } catch (ScimException e) {
      return new Reading.Unreadable(reason(e));
    } catch (WebApplicationException e) {
      return new Reading.Unreadable(e.getMessage());
    } catch (ProcessingException e) {
      return new Reading.Unreadable(unreached(e));
    }
  }

  /** Page by page; accounts that come while it is read are seen the next time. */
  @Override
  public Roll readAll() {
    List<Login> logins = new ArrayList<>();
    try {
      while (true) {
        ListResponse<UserResource> page =
            scim.searchRequest(USERS).page(logins.size() + 1, PAGE).invoke(UserResource.class);
        page.getResources().forEach(user -> logins.add(login(user)));
        if (page.getResources().isEmpty() || logins.size() >= page.getTotalResults()) {
          return new Roll.All(logins);
        }
      }
    } catch (ScimException e) {
      return new Roll.Unread(reason(e));
    } catch (WebApplicationException e) {
      return new Roll.Unread(e.getMessage());
    } catch (ProcessingException e) {
      return new Roll.Unread(unreached(e));
    }
  }

  /** Asked of the vendor until it answers; then remembered. */
  @Override
  public boolean endsSessions() {
    Boolean known = sessions;
    if (known == null) {
      try {
        known =
            scim.getResourceTypes().getResources().stream()
                .anyMatch(type -> POOL_SESSION.equals(type.getName()));
        sessions = known;
      } catch (ScimException | WebApplicationException | ProcessingException e) {
        return false;
      }
    }
    return known;
  }

  @Override
  public Answer end(String callId, String session) {
    CALL_ID.set(callId);
    try {
      scim.deleteRequest(SESSIONS, session).invoke();
      return new Answer.Done();
    } catch (ScimException e) {
      return status(e) == NOT_FOUND ? new Answer.Done() : answerTo(callId, status(e), reason(e));
    } catch (WebApplicationException e) {
      return answerTo(callId, e.getResponse().getStatus(), e.getMessage());
    } catch (ProcessingException e) {
      return new Answer.Unknown(unreached(e));
    } finally {
      CALL_ID.remove();
    }
  }

  @Override
  public Optional<Boolean> isOpen(String session) {
    try {
      scim.retrieve(SESSIONS, session, GenericScimResource.class);
      return Optional.of(true);
    } catch (ScimException e) {
      return status(e) == NOT_FOUND ? Optional.of(false) : Optional.empty();
    } catch (WebApplicationException | ProcessingException e) {
      return Optional.empty();
    }
  }

  private Optional<UserResource> find(String account) throws ScimException {
    ListResponse<UserResource> found =
        scim.search(USERS, Filter.eq("userName", account).toString(), UserResource.class);
    return found.getResources().stream().findFirst();
  }

  private static Login login(UserResource user) {
    Set<String> plans = new HashSet<>();
    if (user.getEntitlements() != null) {
      user.getEntitlements().forEach(e -> plans.add(e.getValue()));
    }
    Set<String> roles = new HashSet<>();
    if (user.getRoles() != null) {
      user.getRoles().forEach(role -> roles.add(role.getValue()));
    }
    String email =
        user.getEmails() == null || user.getEmails().isEmpty()
            ? ""
            : user.getEmails().get(0).getValue();
    return new Login(
        user.getUserName(),
        email,
        true,
        !Boolean.FALSE.equals(user.getActive()),
        roles.contains("invited"),
        roles.contains("admin"),
        plans);
  }

  private static int status(ScimException e) {
    Integer status = e.getScimError() == null ? null : e.getScimError().getStatus();
    return status == null ? 500 : status;
  }

  private static String reason(ScimException e) {
    String detail = e.getScimError() == null ? null : e.getScimError().getDetail();
    return detail == null || detail.isBlank()
        ? "The vendor answered %d.".formatted(status(e))
        : detail;
  }

  private String unreached(ProcessingException e) {
    Throwable cause = e.getCause() == null ? e : e.getCause();
    return "%s did not answer (%s).".formatted(vendor, cause.getClass().getSimpleName());
  }
}
