package org.sobertally.server.links;

import java.net.URI;
import java.util.List;
import org.sobertally.server.http.WebAddress;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.vendors.InsideAddress;

/** An address that is asked from here: outside only by https, inside only where that is allowed. */
public final class AllowedAddress {

  private AllowedAddress() {}

  /**
   * The address.
   *
   * @param field what it was typed into, for the refusal
   * @throws Refusal 422, if it is none or is not allowed
   */
  public static URI of(String field, String text, String example, boolean insideAllowed) {
    URI url = WebAddress.of(field, text, example);
    boolean inside = InsideAddress.is(url);
    if (inside && !insideAllowed) {
      throw Refusal.notTaken(
          "%s: %s is an address inside this network. Allow that if it really is there."
              .formatted(field, url.getHost()),
          List.of());
    }
    if (!inside && "http".equals(url.getScheme())) {
      throw Refusal.notTaken(
          "%s: to an address outside, only https keeps what is sent from other readers."
              .formatted(field),
          List.of());
    }
    return url;
  }
}
