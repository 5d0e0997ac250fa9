package org.sobertally.skerry.standin;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import de.captaingoldfish.scim.sdk.common.constants.enums.HttpMethod;
import de.captaingoldfish.scim.sdk.common.resources.ServiceProvider;
import de.captaingoldfish.scim.sdk.common.resources.complex.ETagConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.FilterConfig;
import de.captaingoldfish.scim.sdk.common.resources.complex.PatchConfig;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.AuthenticationScheme;
import de.captaingoldfish.scim.sdk.common.response.ScimResponse;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceEndpoint;
import de.captaingoldfish.scim.sdk.server.endpoints.authorize.Authorization;
import de.captaingoldfish.scim.sdk.server.endpoints.base.UserEndpointDefinition;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * Plays a vendor: a SCIM 2.0 service provider (RFC 7643, 7644) over HTTP on the loopback address,
 * with Users, their {@code active} and {@code entitlements}, filters, paging, PATCH and ETags, seat
 * limits, and faults that can be switched.
 */
public final class VendorStandIn implements AutoCloseable {

  /** The token is looked at before the SDK is asked. */
  private static final Authorization TOKEN_WAS_CHECKED =
      new Authorization() {
        @Override
        public Set<String> getClientRoles() {
          return Set.of();
        }

        @Override
        public boolean authenticate(Map<String, String> headers, Map<String, String> parameters) {
          return true;
        }
      };

  static {
    // Head and body of an answer go out in two packets; without this the second one waits 40 ms
    // for the first to be acknowledged. Read once, by the first server of the JDK's kind.
    System.setProperty("sun.net.httpserver.nodelay", "true");
  }

  private static final String SCIM = "/scim/v2";
  private static final int MOST_RESULTS = 200;
  private static final long SECOND_NANOS = 1_000_000_000;

  private final String token;
  private final Accounts accounts;
  private final UserHandler handler;
  private final HttpServer http;
  private final ExecutorService workers = Executors.newFixedThreadPool(4);
  private final AtomicInteger calls = new AtomicInteger();
  private volatile Faults faults = Faults.NONE;
  private volatile Liar liar = new Liar(0, 1, List.of());
  private volatile int callsASecond = Integer.MAX_VALUE;
  private final Deque<Long> recent = new ArrayDeque<>();
  private Random random = new Random(1);
  private ResourceEndpoint endpoint;
  private SessionHandler sessions;

  private VendorStandIn(
      String vendorName, String token, Collection<Holder> holders, Temper temper, Path file) {
    this.token = token;
    this.accounts = new Accounts(holders, temper, file);
    this.handler = new UserHandler(vendorName, accounts, temper.signOutFirst(), () -> faults);
    try {
      http = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    http.setExecutor(workers);
    http.createContext(SCIM, this::handle);
    http.start();
  }

  /**
   * Starts a vendor on a free port.
   *
   * @param token what callers must send as a bearer token
   * @param file where changes are kept over restarts; null for nowhere
   */
  public static VendorStandIn start(
      String vendorName, String token, Collection<Holder> holders, Temper temper, Path file) {
    return new VendorStandIn(vendorName, token, holders, temper, file);
  }

  /** Made when first asked: reading its schemas would hold up the start of whoever starts us. */
  private synchronized ResourceEndpoint endpoint() {
    if (endpoint == null) {
      endpoint = new ResourceEndpoint(provider());
      var users = endpoint.registerEndpoint(new UserEndpointDefinition(handler));
      users.getFeatures().setAutoFiltering(true);
      users.getFeatures().getETagFeature().setEnabled(true);
      if (sessions != null) {
        endpoint.registerEndpoint(sessions.definition());
      }
    }
    return endpoint;
  }

  private static ServiceProvider provider() {
    return ServiceProvider.builder()
        .filterConfig(FilterConfig.builder().supported(true).maxResults(MOST_RESULTS).build())
        .patchConfig(PatchConfig.builder().supported(true).build())
        .eTagConfig(ETagConfig.builder().supported(true).build())
        .authenticationSchemes(
            List.of(
                AuthenticationScheme.builder()
                    .name("Bearer token")
                    .description("A token in the Authorization header.")
                    .type("oauthbearertoken")
                    .build()))
        .build();
  }

  /** The address of the service, without {@code /Users}. */
  public URI url() {
    String host = http.getAddress().getAddress().getHostAddress();
    return URI.create("http://%s:%d%s".formatted(host, http.getAddress().getPort(), SCIM));
  }

  /** From now on, this goes wrong. */
  public synchronized void setFaults(Faults next) {
    random = new Random(next.seed());
    faults = next;
  }

  /**
   * From now on, so large a share of all calls is answered with one of these lies.
   *
   * @param seed of the order in which it lies
   */
  public void lie(double share, long seed, Lie... lies) {
    liar = new Liar(share, seed, List.of(lies));
  }

  /** From now on, it tells the truth. */
  public void beHonest() {
    lie(0, 1);
  }

  /** From now on, more calls within a second than that are answered with 429. */
  public void allow(int callsWithinASecond) {
    callsASecond = callsWithinASecond;
  }

  private synchronized boolean isTooMany() {
    long now = System.nanoTime();
    while (!recent.isEmpty() && now - recent.peek() > SECOND_NANOS) {
      recent.poll();
    }
    if (recent.size() >= callsASecond) {
      return true;
    }
    recent.add(now);
    return false;
  }

  /**
   * From now on, the vendor has shared pools with these people in, and lets sessions be ended.
   *
   * @param file where ends are kept over restarts; null for nowhere
   */
  public synchronized void seat(Collection<OpenSession> open, Path file) {
    sessions = new SessionHandler(open, file);
    endpoint = null;
  }

  /** Whether the session is open here. */
  public synchronized boolean isOpen(String session) {
    return sessions != null && sessions.isOpen(session);
  }

  /** From now on, changes show only after so long. */
  public void showAfter(Duration delay) {
    accounts.showAfter(delay);
  }

  /** The plans that the account really holds here, shown or not. */
  public Set<String> plansOf(String account) {
    Accounts.Seen seen = accounts.latest(account);
    return seen == null ? Set.of() : seen.holder().plans();
  }

  /** The account as it really is here, shown or not; null where there is none. */
  public Holder account(String account) {
    Accounts.Seen seen = accounts.latest(account);
    return seen == null ? null : seen.holder();
  }

  /** Somebody takes an invitation up. */
  public void accept(String account) {
    accounts.accept(account);
  }

  /** Somebody changes an account here by hand, past Sober Tally. */
  public void setByHand(String account, boolean active, Set<String> plans) {
    accounts.set(account, active, plans);
  }

  /** Somebody deletes an account here by hand, past Sober Tally. */
  public void delete(String account) {
    accounts.close(account);
  }

  /** How many calls came in. */
  public int calls() {
    return calls.get();
  }

  private synchronized Faults.Kind nextFault() {
    return faults.next(random);
  }

  private void handle(HttpExchange exchange) throws IOException {
    calls.incrementAndGet();
    try (exchange) {
      String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
      pause(faults.slowness());
      Faults.Kind fault = nextFault();
      boolean refused =
          fault == Faults.Kind.READ_ONLY && !exchange.getRequestMethod().equals("GET");
      if (!("Bearer " + token).equals(exchange.getRequestHeaders().getFirst("Authorization"))) {
        answer(exchange, 401, error(401, "The token is missing or wrong."), Map.of());
      } else if (isTooMany()) {
        Map<String, String> wait = Map.of("Retry-After", "1");
        answer(exchange, 429, error(429, "More calls than a second allows."), wait);
      } else if (fault == Faults.Kind.TOO_MANY) {
        Map<String, String> wait = Map.of("Retry-After", "0");
        answer(exchange, 429, error(429, "Too many calls; try again later."), wait);
      } else if (refused || fault == Faults.Kind.UNAVAILABLE) {
        answer(exchange, 503, error(503, "Down for maintenance."), Map.of());
      } else {
        answerTo(exchange, body, fault);
      }
    }
  }

  private void answerTo(HttpExchange exchange, String body, Faults.Kind fault) throws IOException {
    String method = exchange.getRequestMethod();
    URI asked = exchange.getRequestURI();
    Lie lie = liar.next();
    boolean reads = method.equals("GET");
    Liar.Answer answer;
    if (lie != null && lie.insteadOfWork(reads)) {
      answer = Liar.insteadOfWork(lie);
    } else {
      Map<String, String> headers = new HashMap<>();
      exchange.getRequestHeaders().forEach((name, values) -> headers.put(name, values.get(0)));
      headers.put("Content-Type", "application/scim+json");
      answer = truth(method, asked.toString(), body, headers);
      if (lie != null && (reads || !lie.onlyOfReading())) {
        String query = asked.getRawQuery() == null ? "" : asked.getRawQuery();
        answer =
            Liar.of(lie, answer, query, rest -> truth("GET", SCIM + "/Users" + rest, "", headers));
      }
    }
    if (fault == Faults.Kind.ANSWER_LOST) {
      answer(exchange, 500, error(500, "Something went wrong here."), Map.of());
    } else if (fault != Faults.Kind.CUT) {
      answer(exchange, answer.status(), answer.body(), answer.headers());
    }
  }

  private Liar.Answer truth(
      String method, String pathAndQuery, String body, Map<String, String> headers) {
    ScimResponse response =
        endpoint()
            .handleRequest(
                url().resolve(pathAndQuery).toString(),
                HttpMethod.valueOf(method),
                body,
                headers,
                new Context(TOKEN_WAS_CHECKED));
    String text = response.getHttpStatus() == 204 ? "" : response.toString();
    return new Liar.Answer(response.getHttpStatus(), text, response.getHttpHeaders());
  }

  private static void answer(
      HttpExchange exchange, int status, String body, Map<String, String> headers)
      throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    headers.forEach((name, value) -> exchange.getResponseHeaders().set(name, value));
    exchange.getResponseHeaders().set("Content-Type", "application/scim+json");
    exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
    if (bytes.length > 0) {
      exchange.getResponseBody().write(bytes);
    }
  }

  private static String error(int status, String detail) {
    return """
        {"schemas":["urn:ietf:params:scim:api:messages:2.0:Error"],"status":"%d","detail":"%s"}"""
        .formatted(status, detail);
  }

  private static void pause(Duration slowness) {
    if (slowness.isZero()) {
      return;
    }
    try {
      Thread.sleep(slowness.toMillis());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public void close() {
    http.stop(0);
    workers.shutdownNow();
  }
}
