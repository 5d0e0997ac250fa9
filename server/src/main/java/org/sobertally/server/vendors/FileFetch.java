package org.sobertally.server.vendors;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;

/**
 * Gets a file from an address: not from inside unless that is allowed, and never more than wanted.
 */
public final class FileFetch {

  private static final HttpClient HTTP =
      HttpClient.newBuilder().followRedirects(HttpClient.Redirect.NEVER).build();

  private FileFetch() {}

  /** Whether a header can carry the text as a token: visible letters of ASCII, and none else. */
  public static boolean isToken(String text) {
    return Struck.isForHeader(text);
  }

  /** Why there is no file, in words for whoever asked for it. */
  public static final class NoFileException extends Exception {
    private static final long serialVersionUID = 1L;

    NoFileException(String message) {
      super(message, null, false, false);
    }
  }

  /**
   * The file's bytes.
   *
   * @param token sent as a bearer token; empty for none
   */
  public static byte[] get(
      URI url, String token, boolean insideAllowed, int mostBytes, Duration timeout)
      throws NoFileException {
    if (!insideAllowed && InsideAddress.is(url)) {
      throw new NoFileException(
          "%s is an address inside this network; a keeper must allow it first."
              .formatted(url.getHost()));
    }
    HttpRequest.Builder request = HttpRequest.newBuilder(url).timeout(timeout);
    if (!Struck.isForHeader(token)) {
      throw new NoFileException(
          "The token holds a character that no header carries; it must be entered anew.");
    }
    if (!token.isEmpty()) {
      request.header("Authorization", "Bearer " + token);
    }
    CompletableFuture<HttpResponse<byte[]>> asked =
        HTTP.sendAsync(request.build(), head -> new BoundedBody(mostBytes));
    try {
      HttpResponse<byte[]> answer = asked.get(timeout.toMillis(), TimeUnit.MILLISECONDS);
      if (answer.statusCode() != 200) {
        throw new NoFileException("%s answered %d.".formatted(url.getHost(), answer.statusCode()));
      }
      return answer.body();
    } catch (TimeoutException e) {
      asked.cancel(true);
      throw new NoFileException(
          "%s did not answer within %d seconds.".formatted(url.getHost(), timeout.toSeconds()));
    } catch (ExecutionException e) {
      throw new NoFileException(words(url, e.getCause(), mostBytes));
    } catch (InterruptedException e) {
      asked.cancel(true);
      Thread.currentThread().interrupt();
      throw new NoFileException("Interrupted while waiting for %s.".formatted(url.getHost()));
    }
  }

  private static String words(URI url, @Nullable Throwable cause, int mostBytes) {
    if (cause instanceof BoundedBody.TooLongException) {
      return "%s sent more than %,d bytes.".formatted(url.getHost(), mostBytes);
    } else if (cause instanceof java.net.ConnectException
        || cause instanceof java.net.http.HttpConnectTimeoutException) {
      return "%s cannot be reached.".formatted(url.getHost());
    } else if (cause instanceof IOException) {
      return "The connection to %s broke off.".formatted(url.getHost());
    }
    return "%s could not be asked.".formatted(url.getHost());
  }
}
