package org.sobertally.server.http;

import io.quarkus.vertx.http.runtime.filters.Filters;
import io.vertx.core.http.HttpVersion;
import io.vertx.ext.web.RoutingContext;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Observes;
import java.io.InputStream;
import org.eclipse.microprofile.config.inject.ConfigProperty;

/**
 * How much may be sent: a book is large, a single file and a batch of events less so, and all other
 * questions are short. Whoever says beforehand that it will be more is told at once; of others,
 * what comes after the limit is not read.
 */
@ApplicationScoped
class BodyLimits {

  private static final int TOLD_EARLY = 900;

  private static final long MEGABYTE = 1024 * 1024;

  private static final long MOST_OF_FILE = 32 * MEGABYTE;
  private static final long MOST_OF_EVENTS = 16 * MEGABYTE;

  /** A slate of 10,000 moves comes to about 1 MB. */
  private static final long MOST_OF_OTHERS = 8 * MEGABYTE;

  /** What may be sent by anybody: a name and a password, an address, an answer. */
  private static final long MOST_OF_STRANGERS = MEGABYTE / 16;

  private final long mostOfBook;

  BodyLimits(@ConfigProperty(name = "sober.book.most-upload-bytes") long mostOfBook) {
    this.mostOfBook = mostOfBook;
  }

  void register(@Observes Filters filters) {
    filters.register(this::refuseTooLarge, TOLD_EARLY);
  }

  private long most(String path) {
    return switch (path) {
      case "/api/v1/book" -> mostOfBook;
      case "/api/v1/intake/files" -> MOST_OF_FILE;
      case "/api/v1/events" -> MOST_OF_EVENTS;
      case "/api/v1/sign-in", "/api/v1/first-keeper" -> MOST_OF_STRANGERS;
      default ->
          path.startsWith("/api/v1/ask/by/") || path.startsWith("/api/v1/rounds/answers/")
              ? MOST_OF_STRANGERS
              : MOST_OF_OTHERS;
    };
  }

  /** Says so before the body is sent; who is nobody gets the answer for nobody first. */
  private void refuseTooLarge(RoutingContext context) {
    String length = context.request().getHeader("Content-Length");
    String path = context.normalizedPath();
    long most = most(path);
    if (length == null
        || length.length() < 7
        || Long.parseLong(length) <= most
        || !known(context)) {
      context.next();
      return;
    }
    String detail = tooLarge(path, most);
    boolean manyOnOneConnection = context.request().version() == HttpVersion.HTTP_2;
    if (manyOnOneConnection) {
      context.request().handler(sent -> {}).resume();
    } else {
      context.response().putHeader("Connection", "close");
    }
    context
        .response()
        .setStatusCode(413)
        .putHeader("Content-Type", "application/problem+json")
        .end(
            """
            {"status":413,"title":"Request Entity Too Large","detail":"%s"}"""
                .formatted(detail))
        .onComplete(
            sent -> {
              if (!manyOnOneConnection) {
                context.request().connection().close();
              }
            });
  }

  private static boolean known(RoutingContext context) {
    return context.request().getHeader("Authorization") != null
        || context.request().getHeader("Cookie") != null;
  }

  /** What is sent to a call, which cannot be read further than its limit. */
  InputStream bounded(String path, InputStream body) {
    return new BoundedStream(body, most(path), tooLarge(path, most(path)));
  }

  private static String tooLarge(String path, long most) {
    return switch (path) {
      case "/api/v1/book" ->
          "A book may come to %,d bytes as a zip. Leave old activity out, or raise".formatted(most)
              + " sober.book.most-upload-bytes.";
      case "/api/v1/intake/files" -> "A single file has at most %,d bytes.".formatted(most);
      case "/api/v1/events" -> "A batch has at most %,d bytes. Split it.".formatted(most);
      default ->
          path.startsWith("/api/v1/slates")
              ? "This is more than a slate holds. Choose fewer."
              : "At most %,d bytes can be sent here.".formatted(most);
    };
  }
}
