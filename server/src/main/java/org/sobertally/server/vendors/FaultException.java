package org.sobertally.server.vendors;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.util.List;
import org.sobertally.server.vendors.VendorConnection.Answer;
import org.sobertally.server.vendors.VendorHttp.Reply;

/** The vendor answered with a fault. */
final class FaultException extends Exception {
  private static final long serialVersionUID = 1L;
  private static final JsonMapper JSON = new JsonMapper();

  /** Where vendors write what is wrong; the first is SCIM's, and that of RFC 9457. */
  private static final List<String> WORDS =
      List.of("detail", "message", "error_description", "error");

  private final transient Reply reply;

  private FaultException(Reply reply) {
    super(reason(reply), null, false, false);
    this.reply = reply;
  }

  static Reply good(Reply reply) throws FaultException {
    if (!reply.isGood()) {
      throw new FaultException(reply);
    }
    return reply;
  }

  int status() {
    return reply.status();
  }

  /** How long the vendor wants us to wait; 0 where it did not say. */
  long waitSeconds() {
    return reply.waitSeconds();
  }

  private static String reason(Reply reply) {
    try {
      JsonNode root = JSON.readTree(reply.body());
      for (String field : WORDS) {
        String text = root == null ? "" : root.path(field).asText("");
        if (!text.isBlank()) {
          return VendorHttp.plain(text);
        }
      }
    } catch (IOException e) {
      // Another server's page, say: the number has to do.
    }
    return "The vendor answered %d.".formatted(reply.status());
  }

  /** After a failure on the vendor's side nobody knows how far it came. */
  Answer answer() {
    int status = reply.status();
    if (status == VendorHttp.TOO_MANY || status == VendorHttp.UNAVAILABLE) {
      return new Answer.Later(getMessage(), reply.waitSeconds());
    }
    return status >= 500 || status < 400
        ? new Answer.Unknown(getMessage())
        : new Answer.Refused(getMessage());
  }
}
