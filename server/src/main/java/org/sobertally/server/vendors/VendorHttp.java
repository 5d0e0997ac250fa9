package org.sobertally.server.vendors;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.outbox.BackOff;
import org.sobertally.server.vendors.VendorProtocol.Proof;

/**
 * Sends one vendor's requests: as who we are, no faster than the vendor lets us, and never waiting
 * longer, or reading more, than is sensible. What comes back is handed on as it is.
 */
final class VendorHttp {

  static final int TOO_MANY = 429;
  static final int UNAVAILABLE = 503;

  /** However long a vendor wants us to wait, we look again after an hour. */
  static final long MOST_WAIT_SECONDS = 3600;

  static final String JSON = "application/json";

  /** After these the same question may be answered. */
  private static final Set<Integer> COME_AGAIN = Set.of(TOO_MANY, 500, 502, UNAVAILABLE, 504);

  private static final int TRIES_OF_A_PAGE = 5;
  private static final int TRIES_AS_TOLD = 30;
  private static final BackOff PAGE_AGAIN =
      new BackOff(Duration.ofMillis(200), Duration.ofSeconds(10));

  private static final int MOST_BYTES = 64 * 1024 * 1024;
  private static final int UNAUTHORIZED = 401;
  private static final int LONGEST_REASON = 400;

  private final String vendor;
  private final String base;
  private final String media;
  private final Proof proof;
  private final @Nullable AccessTokens tokens;
  private final boolean insideAllowed;
  private final Duration timeout;
  private final Struck struck = new Struck();
  private final Pace pace = new Pace(System::nanoTime);
  private final HttpClient http;

  /**
   * @param media what bodies are; answers may be plain JSON as well
   */
  VendorHttp(VendorProtocol.LinkConfig config, String media) {
    this.vendor = config.vendor();
    this.base = config.url().toString().replaceAll("/+$", "");
    this.media = media;
    this.proof = config.proof();
    if (proof instanceof Proof.Bearer bearer) {
      struck.add(bearer.token());
    } else if (proof instanceof Proof.ClientCredentials client) {
      struck.add(client.secret());
    }
    this.tokens =
        proof instanceof Proof.ClientCredentials client
            ? new AccessTokens(vendor, client, this::answerTo, System::nanoTime)
            : null;
    this.insideAllowed = config.insideAllowed();
    this.timeout = config.timeout();
    this.http =
        HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(timeout)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
  }

  /**
   * What came back.
   *
   * @param waitSeconds how long the vendor wants us to wait, an hour at most; 0 where it did not
   *     say
   */
  record Reply(int status, byte[] body, long waitSeconds) {

    boolean isGood() {
      return status >= 200 && status < 300;
    }
  }

  /** Nothing came back, or not to its end: nobody knows how far it came. */
  static final class UnreachedException extends Exception {
    private static final long serialVersionUID = 1L;

    UnreachedException(String message) {
      super(message, null, false, false);
    }
  }

  /** A path below the service's address, its segments encoded. */
  static String path(String... segments) {
    StringBuilder path = new StringBuilder();
    for (String segment : segments) {
      path.append('/').append(encoded(segment));
    }
    return path.toString();
  }

  static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
  }

  Reply get(String pathAndQuery) throws UnreachedException {
    return send("GET", pathAndQuery, null, null);
  }

  /**
   * Asks for a page of a reading, and again where the vendor has no time or cannot be reached:
   * after as long as it says, else after a pause that doubles each time and differs a little from
   * the next reader's.
   *
   * @return the last answer that came, whatever it says
   * @throws UnreachedException if none came to the last try, or the reading was stopped
   */
  Reply getPatiently(String pathAndQuery, ReadingWatch watch) throws UnreachedException {
    for (int tries = 1; ; tries++) {
      if (watch.isStopped()) {
        throw new UnreachedException("The reading of %s was stopped.".formatted(vendor));
      }
      Reply reply = null;
      UnreachedException unreached = null;
      try {
        reply = get(pathAndQuery);
        if (!COME_AGAIN.contains(reply.status())) {
          return reply;
        }
      } catch (UnreachedException e) {
        unreached = e;
      }
      long said = reply == null ? 0 : reply.waitSeconds();
      int most = said > 0 ? TRIES_AS_TOLD : TRIES_OF_A_PAGE;
      Duration pause = said > 0 ? Duration.ofSeconds(said) : PAGE_AGAIN.after(tries);
      boolean again = tries < most && watch.pause(BackOff.spread(pause));
      if (!again && !watch.isStopped()) {
        if (unreached != null) {
          throw unreached;
        }
        return requireNonNull(reply);
      }
    }
  }

  /**
   * Sends a request and waits for its whole answer.
   *
   * @param callId sent as the idempotency key where it is not null
   */
  Reply send(String method, String pathAndQuery, @Nullable String callId, byte @Nullable [] body)
      throws UnreachedException {
    pause(pace.turn());
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(base + pathAndQuery))
            .timeout(timeout)
            .header("Accept", media.equals(JSON) ? JSON : media + ", " + JSON)
            .method(
                method, body == null ? BodyPublishers.noBody() : BodyPublishers.ofByteArray(body));
    if (callId != null) {
      request.header("Idempotency-Key", callId);
    }
    if (body != null) {
      request.header("Content-Type", media);
    }
    HttpResponse<byte[]> response = proven(request);
    long wait = seconds(response.headers(), Instant.now());
    learn(response.statusCode(), wait, response.headers());
    return new Reply(response.statusCode(), struck.outOf(response.body()), wait);
  }

  /** A token that ended sooner than was said is asked for anew, once: nothing was done with it. */
  private HttpResponse<byte[]> proven(HttpRequest.Builder request) throws UnreachedException {
    if (tokens == null) {
      if (proof instanceof Proof.Bearer bearer) {
        authorize(request, bearer.token());
      }
      return answerTo(request.build());
    }
    String token = tokens.current(timeout);
    authorize(request, token);
    HttpResponse<byte[]> response = answerTo(request.build());
    if (response.statusCode() == UNAUTHORIZED) {
      tokens.forget(token);
      token = tokens.current(timeout);
      authorize(request, token);
      return answerTo(request.build());
    }
    return response;
  }

  /**
   * What the client library says of a header that it does not take has the header's value in it.
   */
  private void authorize(HttpRequest.Builder request, @Nullable String token)
      throws UnreachedException {
    if (token == null || !Struck.isForHeader(token)) {
      throw new UnreachedException(
          "The secret of the link to %s holds a character that no header carries; it must be entered anew."
              .formatted(vendor));
    }
    struck.add(token);
    request.setHeader("Authorization", "Bearer " + token);
  }

  /** What a vendor wrote, short and on one line. */
  static String plain(String text) {
    String line = text.replaceAll("\\p{Cntrl}+", " ").strip();
    return line.length() > LONGEST_REASON ? line.substring(0, LONGEST_REASON) + "…" : line;
  }

  /**
   * The client's own time limit ends with the headers; a body that trickles is given up as well.
   */
  private HttpResponse<byte[]> answerTo(HttpRequest request) throws UnreachedException {
    if (!insideAllowed && InsideAddress.is(request.uri())) {
      throw new UnreachedException(
          "%s is an address inside this network; a keeper must allow it first."
              .formatted(request.uri().getHost()));
    }
    CompletableFuture<HttpResponse<byte[]>> asked =
        http.sendAsync(request, head -> new BoundedBody(MOST_BYTES));
    try {
      return asked.get(timeout.toMillis(), TimeUnit.MILLISECONDS);
    } catch (TimeoutException e) {
      asked.cancel(true);
      throw new UnreachedException(
          "%s did not answer within %d seconds.".formatted(vendor, timeout.toSeconds()));
    } catch (ExecutionException e) {
      throw new UnreachedException(words(e.getCause()));
    } catch (InterruptedException e) {
      asked.cancel(true);
      Thread.currentThread().interrupt();
      throw new UnreachedException("Interrupted while waiting for %s.".formatted(vendor));
    }
  }

  private String words(@Nullable Throwable cause) {
    if (cause instanceof BoundedBody.TooLongException) {
      return "%s answered with more than %d MB.".formatted(vendor, MOST_BYTES >> 20);
    } else if (cause instanceof java.net.http.HttpConnectTimeoutException
        || cause instanceof java.net.ConnectException) {
      return "%s cannot be reached.".formatted(vendor);
    } else if (cause instanceof java.net.http.HttpTimeoutException) {
      return "%s did not answer within %d seconds.".formatted(vendor, timeout.toSeconds());
    } else if (cause instanceof javax.net.ssl.SSLException) {
      return "No secure connection to %s could be made: %s".formatted(vendor, cause.getMessage());
    } else if (cause instanceof IOException) {
      return "The connection to %s broke off.".formatted(vendor);
    }
    return "%s could not be asked.".formatted(vendor);
  }

  private void learn(int status, long wait, HttpHeaders headers) {
    if (status != TOO_MANY && status != UNAVAILABLE) {
      pace.taken();
    } else if (status == TOO_MANY && (wait > 0 || headers.firstValue("Retry-After").isEmpty())) {
      // One that wants us back at once does not complain of our pace.
      pace.tooMany(wait);
    }
  }

  /** RFC 9110 §10.2.3: seconds, or a date. What is neither says nothing. */
  static long seconds(HttpHeaders headers, Instant now) {
    String text = headers.firstValue("Retry-After").orElse("").strip();
    if (text.matches("\\d+")) {
      return text.length() > 9 ? MOST_WAIT_SECONDS : capped(Long.parseLong(text));
    }
    try {
      Instant until = ZonedDateTime.parse(text, DateTimeFormatter.RFC_1123_DATE_TIME).toInstant();
      return capped(Duration.between(now, until).toSeconds());
    } catch (DateTimeParseException e) {
      return 0;
    }
  }

  private static long capped(long seconds) {
    return Math.max(0, Math.min(seconds, MOST_WAIT_SECONDS));
  }

  private static void pause(long nanos) throws UnreachedException {
    try {
      TimeUnit.NANOSECONDS.sleep(nanos);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new UnreachedException("Interrupted while waiting for a turn.");
    }
  }
}
