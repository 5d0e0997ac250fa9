package org.sobertally.server.http;

import java.net.URI;
import java.util.List;
import org.sobertally.server.refusal.Refusal;

/** An address that somebody typed, of something that is asked or opened over HTTP. */
public final class WebAddress {

  private WebAddress() {}

  /** Whom a request to it goes to, and how: what is secret is kept for one of these. */
  public static String origin(URI url) {
    return "%s://%s:%d".formatted(url.getScheme(), url.getHost(), url.getPort());
  }

  /**
   * The address.
   *
   * @param field what it was typed into, for the refusal
   * @param example what one looks like
   * @throws Refusal 422, if it is none
   */
  public static URI of(String field, String text, String example) {
    try {
      URI url = URI.create(text == null ? "" : text.strip());
      boolean http = "http".equals(url.getScheme()) || "https".equals(url.getScheme());
      if (http && url.getHost() != null && url.getUserInfo() == null) {
        return url;
      }
    } catch (IllegalArgumentException e) {
      // Said below.
    }
    throw Refusal.notTaken(
        "%s: must be an address such as %s.".formatted(field, example), List.of());
  }
}
