package org.sobertally.server.directory;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * What some clients send though it says nothing, and the library takes for an error of its own: a
 * {@code meta} that is no object (it is ours to fill, RFC 7643 §3.1, so theirs is not looked at),
 * and an empty {@code path} in a change, which means that there is none (RFC 7644 §3.5.2).
 */
final class Tidied {

  private static final ObjectMapper JSON = new ObjectMapper();

  private Tidied() {}

  /** The body without them; as it is where it is not JSON, which the library answers itself. */
  static String body(String sent) {
    JsonNode read;
    try {
      read = JSON.readTree(sent);
    } catch (JsonProcessingException e) {
      return sent;
    }
    boolean changed = false;
    if (read instanceof ObjectNode object && object.has("meta")) {
      object.remove("meta");
      changed = true;
    }
    for (JsonNode operation : read.path("Operations")) {
      if (operation instanceof ObjectNode object && object.path("path").asText("-").isBlank()) {
        object.remove("path");
        changed = true;
      }
    }
    return changed ? read.toString() : sent;
  }
}
