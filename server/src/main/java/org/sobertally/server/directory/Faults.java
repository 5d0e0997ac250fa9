package org.sobertally.server.directory;

import com.fasterxml.jackson.databind.node.ObjectNode;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import java.util.Locale;
import java.util.Set;

/**
 * Names what was wrong with a call by the words that clients know (RFC 7644 table 9); the library
 * leaves some out and has others of its own.
 */
final class Faults {

  private static final Set<String> KNOWN =
      Set.of(
          "invalidFilter",
          "tooMany",
          "uniqueness",
          "mutability",
          "invalidSyntax",
          "invalidPath",
          "noTarget",
          "invalidValue",
          "invalidVers",
          "sensitive");
  private static final String TYPE = "scimType";

  private Faults() {}

  /** The answer as it is; a fault of the client's with the word for it. */
  static String named(String answer, int status) {
    if (status < 400) {
      return answer;
    }
    ObjectNode fault = (ObjectNode) JsonHelper.readJsonDocument(answer);
    String given = fault.path(TYPE).asText();
    if (KNOWN.contains(given)) {
      return answer;
    }
    fault.remove(TYPE);
    if (status == 400) {
      fault.put(TYPE, word(given, fault.path("detail").asText().toLowerCase(Locale.ROOT)));
    }
    return fault.toString();
  }

  private static String word(String given, String detail) {
    if (given.equals("unparseableRequest")) {
      return "invalidSyntax";
    }
    return detail.contains("filter") ? "invalidFilter" : "invalidValue";
  }
}
