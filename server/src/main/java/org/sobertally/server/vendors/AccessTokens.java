package org.sobertally.server.vendors;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.Objects;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.vendors.VendorHttp.UnreachedException;
import org.sobertally.server.vendors.VendorProtocol.Proof;

/**
 * Keeps the token that a vendor gives for client credentials (RFC 6749 §4.4), and asks for another
 * before it is over.
 */
final class AccessTokens {

  private static final JsonMapper JSON = new JsonMapper();
  private static final long SECOND = 1_000_000_000L;

  /** Of a token whose end nobody said. */
  private static final long SUPPOSED_SECONDS = 300;

  /** So long before its end a token is not used any more. */
  private static final long SPARE_SECONDS = 20;

  private final String vendor;
  private final Proof.ClientCredentials proof;
  private final Exchange exchange;
  private final LongSupplier nanos;

  private final Struck struck = new Struck();
  private @Nullable String token;
  private long until;

  /** Sends a request and gives its whole answer. */
  interface Exchange {
    HttpResponse<byte[]> send(HttpRequest request) throws UnreachedException;
  }

  AccessTokens(
      String vendor, Proof.ClientCredentials proof, Exchange exchange, LongSupplier nanos) {
    this.vendor = vendor;
    this.proof = proof;
    this.exchange = exchange;
    this.nanos = nanos;
    struck.add(proof.secret());
  }

  /** The token that holds now. */
  synchronized @Nullable String current(Duration timeout) throws UnreachedException {
    if (token == null || nanos.getAsLong() - until >= 0) {
      token = null;
      ask(timeout);
    }
    return token;
  }

  /** The vendor did not take it. */
  synchronized void forget(@Nullable String refused) {
    if (Objects.equals(refused, token)) {
      token = null;
    }
  }

  private void ask(Duration timeout) throws UnreachedException {
    HttpResponse<byte[]> answer = exchange.send(question(timeout));
    JsonNode said = json(answer.statusCode() == 200 ? answer.body() : struck.outOf(answer.body()));
    JsonNode given = said.path("access_token");
    if (answer.statusCode() != 200 || !given.isTextual() || given.textValue().isEmpty()) {
      String why = said.path("error_description").asText(said.path("error").asText(""));
      throw new UnreachedException(
          "%s gave no token for the client %s (%d)%s."
              .formatted(
                  vendor,
                  proof.clientId(),
                  answer.statusCode(),
                  why.isBlank() ? "" : ": " + VendorHttp.plain(why)));
    }
    long seconds = said.path("expires_in").asLong(SUPPOSED_SECONDS);
    token = given.textValue();
    until = nanos.getAsLong() + Math.max(1, seconds - SPARE_SECONDS) * SECOND;
  }

  private HttpRequest question(Duration timeout) {
    String form = "grant_type=client_credentials";
    if (!proof.scope().isBlank()) {
      form += "&scope=" + encoded(proof.scope());
    }
    byte[] pair =
        (encoded(proof.clientId()) + ":" + encoded(proof.secret()))
            .getBytes(StandardCharsets.UTF_8);
    return HttpRequest.newBuilder(proof.tokenUrl())
        .timeout(timeout)
        .header("Accept", "application/json")
        .header("Content-Type", "application/x-www-form-urlencoded")
        .header("Authorization", "Basic " + Base64.getEncoder().encodeToString(pair))
        .POST(BodyPublishers.ofString(form))
        .build();
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8);
  }

  private static JsonNode json(byte[] body) {
    try {
      JsonNode root = JSON.readTree(body);
      return root == null ? JSON.missingNode() : root;
    } catch (IOException e) {
      return JSON.missingNode();
    }
  }

  /** Where it is asked for. */
  URI url() {
    return proof.tokenUrl();
  }
}
