package org.sobertally.server.vendors;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Function;

/** A server that answers with what it was given and writes down what it was asked. */
final class CannedVendor implements AutoCloseable {

  /** What came in. */
  record Request(
      String method, String path, String query, String body, Map<String, List<String>> headers) {

    /** The header's value; empty where it was not sent. */
    String header(String name) {
      return String.join(",", headers.getOrDefault(name, List.of()));
    }
  }

  record Reply(int status, String type, String body, Map<String, String> headers) {
    static Reply of(int status, String body) {
      return new Reply(status, "application/json", body, Map.of());
    }

    Reply with(String header, String value) {
      return new Reply(status, type, body, Map.of(header, value));
    }
  }

  private final HttpServer server;
  private final List<Request> requests = new CopyOnWriteArrayList<>();
  private volatile Function<Request, Reply> replies = request -> Reply.of(404, "");

  CannedVendor() {
    try {
      server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    server.createContext("/", this::answer);
    server.start();
  }

  URI url() {
    return URI.create("http://127.0.0.1:" + server.getAddress().getPort());
  }

  void answer(Function<Request, Reply> next) {
    requests.clear();
    replies = next;
  }

  /** Those that could have changed something. */
  List<Request> changes() {
    return requests.stream().filter(request -> !request.method().equals("GET")).toList();
  }

  private void answer(HttpExchange exchange) throws IOException {
    URI asked = exchange.getRequestURI();
    String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    Request request =
        new Request(
            exchange.getRequestMethod(),
            asked.getPath(),
            asked.getQuery(),
            body,
            Map.copyOf(exchange.getRequestHeaders()));
    requests.add(request);
    Reply reply = replies.apply(request);
    byte[] bytes = reply.body().getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", reply.type());
    reply.headers().forEach((name, value) -> exchange.getResponseHeaders().set(name, value));
    exchange.sendResponseHeaders(reply.status(), bytes.length == 0 ? -1 : bytes.length);
    exchange.getResponseBody().write(bytes);
    exchange.close();
  }

  @Override
  public void close() {
    server.stop(0);
  }
}
