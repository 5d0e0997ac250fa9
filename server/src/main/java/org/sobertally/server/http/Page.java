package org.sobertally.server.http;

import io.quarkiverse.resteasy.problem.HttpProblem;
import jakarta.ws.rs.core.UriInfo;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jboss.resteasy.reactive.RestResponse;

/** Gives a list out page by page; the cursor is the key of the last item given, not to be read. */
public final class Page {

  private static final int USUAL = 1_000;
  private static final int MOST = 10_000;

  /** Of a list that changes while the book does not. */
  private static final long NO_VERSION = -1;

  private Page() {}

  /**
   * A bare array of at most {@code limit} items after the cursor, and a link to the next page.
   *
   * @param items in the order of their keys
   */
  public static <T> RestResponse<List<T>> of(
      List<T> items,
      Function<T, String> key,
      String limit,
      String cursor,
      UriInfo uri,
      long version) {
    return of(items, key, Function.identity(), limit, cursor, uri, version);
  }

  /**
   * The same for items that are costly to show: only those of the page are.
   *
   * @param items in the order of their keys
   */
  public static <I, T> RestResponse<List<T>> of(
      List<I> items,
      Function<I, String> key,
      Function<I, T> show,
      String limit,
      String cursor,
      UriInfo uri,
      long version) {
    int most = Params.number("limit", limit, 1, MOST).orElse(USUAL);
    int start = 0;
    if (cursor != null && !cursor.isBlank()) {
      String after = decode(cursor);
      while (start < items.size() && key.apply(items.get(start)).compareTo(after) <= 0) {
        start++;
      }
    }
    int end = Math.min(items.size(), start + most);
    List<T> page = items.subList(start, end).stream().map(show).toList();
    RestResponse.ResponseBuilder<List<T>> answer = RestResponse.ResponseBuilder.ok(page);
    if (version != NO_VERSION) {
      answer.header("ETag", "\"book-%d\"".formatted(version));
    }
    if (end < items.size()) {
      answer.header("Link", link(uri, encode(key.apply(items.get(end - 1)))));
    }
    return answer.build();
  }

  /**
   * The same for so many items by their places, in their order; only those of the page are shown.
   */
  public static <T> RestResponse<List<T>> ofPlaces(
      int size, IntFunction<T> show, String limit, String cursor, UriInfo uri, long version) {
    List<Integer> places = IntStream.range(0, size).boxed().toList();
    return of(places, "%09d"::formatted, show::apply, limit, cursor, uri, version);
  }

  /** The same for a list of what is not in the book. */
  public static <T> RestResponse<List<T>> ofPlaces(
      int size, IntFunction<T> show, String limit, String cursor, UriInfo uri) {
    return ofPlaces(size, show, limit, cursor, uri, NO_VERSION);
  }

  /** Reads a part of a list: at most {@code most} items from the place {@code first} on. */
  @FunctionalInterface
  public interface Window<T> {
    List<T> read(int first, int most);
  }

  /** The same for a list of which only the page is read. */
  public static <T> RestResponse<List<T>> ofWindow(
      int size, Window<T> window, String limit, String cursor, UriInfo uri) {
    int most = Params.number("limit", limit, 1, MOST).orElse(USUAL);
    int first = cursor == null || cursor.isBlank() ? 0 : placeAfter(cursor);
    List<T> page = first < size ? window.read(first, most) : List.of();
    RestResponse.ResponseBuilder<List<T>> answer = RestResponse.ResponseBuilder.ok(page);
    int end = first + page.size();
    if (end < size && !page.isEmpty()) {
      answer.header("Link", link(uri, encode("%09d".formatted(end - 1))));
    }
    return answer.build();
  }

  private static int placeAfter(String cursor) {
    String place = decode(cursor);
    if (!place.matches("\\d{9}")) {
      throw notGiven(cursor);
    }
    return Integer.parseInt(place) + 1;
  }

  private static HttpProblem notGiven(String cursor) {
    return Problem.badRequest(
        "cursor: '%s' was not given by this list. Take it from the Link header.".formatted(cursor));
  }

  /** The Link header that leads to the page after the cursor. */
  public static String link(UriInfo uri, String cursor) {
    URI next = uri.getRequestUriBuilder().replaceQueryParam("cursor", cursor).build();
    String query = next.getRawQuery();
    return "<%s%s>; rel=\"next\"".formatted(next.getRawPath(), query == null ? "" : "?" + query);
  }

  public static String encode(String key) {
    return Base64.getUrlEncoder()
        .withoutPadding()
        .encodeToString(key.getBytes(StandardCharsets.UTF_8));
  }

  public static String decode(String cursor) {
    try {
      return new String(Base64.getUrlDecoder().decode(cursor), StandardCharsets.UTF_8);
    } catch (IllegalArgumentException e) {
      throw notGiven(cursor);
    }
  }
}
