package org.sobertally.server.directory;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What some clients send though it says nothing, and the library takes for an error of its own: a
 * {@code meta} that is no object (it is ours to fill, RFC 7643 §3.1, so theirs is not looked at),
 * and an empty {@code path} in a change, which means that there is none (RFC 7644 §3.5.2).
 */
final class ScimCleanup {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Pattern TYPED =
      Pattern.compile("(\\w+)\\[\\s*(\\w+)\\s+[eE][qQ]\\s+\"([^\"\\\\]*)\"\\s*]\\.(\\w+)");

  private ScimCleanup() {}

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

  /** Whether a path of a change is longer, or nested deeper, than can be followed. */
  static boolean isBeyondMeasure(String body) {
    if (!body.contains("\"path\"")) {
      return false;
    }
    try {
      for (JsonNode operation : JSON.readTree(body).path("Operations")) {
        if (Search.isBeyondMeasure(operation.path("path").asText())) {
          return true;
        }
      }
      return false;
    } catch (JsonProcessingException e) {
      // The library says what is wrong with it.
      return false;
    }
  }

  /**
   * The change with a value added where none of its kind is yet, such as to {@code
   * phoneNumbers[type eq "mobile"].value}: the filter says what kind of value comes to be. The
   * library answers only that there is no such value, which is right of a replacement alone.
   *
   * @param now the resource as it is
   */
  static String withNewValues(String change, JsonNode now) {
    JsonNode read;
    try {
      read = JSON.readTree(change);
    } catch (JsonProcessingException e) {
      return change;
    }
    boolean changed = false;
    for (JsonNode operation : read.path("Operations")) {
      Matcher typed = TYPED.matcher(operation.path("path").asText());
      if (operation instanceof ObjectNode object
          && object.path("op").asText().equalsIgnoreCase("add")
          && typed.matches()
          && !has(now.path(typed.group(1)), typed.group(2), typed.group(3))) {
        ObjectNode value = JSON.createObjectNode();
        value.put(typed.group(2), typed.group(3));
        value.set(typed.group(4), object.get("value"));
        object.put("path", typed.group(1));
        object.set("value", JSON.createArrayNode().add(value));
        changed = true;
      }
    }
    return changed ? read.toString() : change;
  }

  private static boolean has(JsonNode values, String attribute, String value) {
    for (JsonNode one : values) {
      if (one.path(attribute).asText().equalsIgnoreCase(value)) {
        return true;
      }
    }
    return false;
  }
}
