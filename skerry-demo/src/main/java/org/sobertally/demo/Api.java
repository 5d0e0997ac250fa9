package org.sobertally.demo;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.Map;

/** Somebody who does their work through the interface, as everybody does. */
final class Api {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final HttpClient client = HttpClient.newHttpClient();
  private final URI base;
  private final String cookie;
  private final String csrf;

  private Api(URI base, String cookie, String csrf) {
    this.base = base;
    this.cookie = cookie;
    this.csrf = csrf;
  }

  /** Somebody who follows a link and signs in nowhere. */
  static Api nobody(URI base) {
    return new Api(base, "", "");
  }

  static Api signIn(URI base, String login, String password) {
    Api nobody = nobody(base);
    HttpResponse<String> answer =
        nobody.send(
            "POST", "/api/v1/sign-in", Map.of("login", login, "password", password), "signing in");
    String cookie = answer.headers().firstValue("Set-Cookie").orElseThrow().split(";")[0];
    return new Api(base, cookie, read(answer.body()).get("csrf").asText());
  }

  JsonNode get(String path) {
    return read(send("GET", path, null, path).body());
  }

  JsonNode post(String path, Object body) {
    return read(send("POST", path, body, path).body());
  }

  JsonNode put(String path, Object body) {
    return read(send("PUT", path, body, path).body());
  }

  private HttpResponse<String> send(String method, String path, Object body, String what) {
    HttpRequest.Builder request = HttpRequest.newBuilder(base.resolve(path));
    if (!cookie.isEmpty()) {
      request.header("Cookie", cookie).header("X-CSRF-Token", csrf);
    }
    try {
      request.header("Content-Type", "application/json");
      request.method(
          method,
          body == null
              ? BodyPublishers.noBody()
              : BodyPublishers.ofString(JSON.writeValueAsString(body)));
      HttpResponse<String> answer = client.send(request.build(), BodyHandlers.ofString());
      if (answer.statusCode() >= 300) {
        throw new IllegalStateException(
            "%s was answered with %d: %s".formatted(what, answer.statusCode(), answer.body()));
      }
      return answer;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    }
  }

  private static JsonNode read(String text) {
    try {
      return text.isEmpty() ? JSON.nullNode() : JSON.readTree(text);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(text, e);
    }
  }
}
