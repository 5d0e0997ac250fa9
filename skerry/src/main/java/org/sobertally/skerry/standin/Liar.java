package org.sobertally.skerry.standin;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;

/** Decides when a vendor lies, and makes the lie of the true answer. */
final class Liar {

  private static final String LIST = "urn:ietf:params:scim:api:messages:2.0:ListResponse";

  private final double share;
  private final List<Lie> lies;
  private final Random random;

  Liar(double share, long seed, List<Lie> lies) {
    this.share = share;
    this.lies = List.copyOf(lies);
    this.random = new Random(seed);
  }

  /** The lie of the next call, or null. */
  synchronized Lie next() {
    return lies.isEmpty() || random.nextDouble() >= share
        ? null
        : lies.get(random.nextInt(lies.size()));
  }

  /** What is answered. */
  record Answer(int status, String body, Map<String, String> headers) {}

  private static Answer good(String body) {
    return new Answer(200, body, Map.of());
  }

  /** What is answered instead of doing what was asked. */
  static Answer insteadOfWork(Lie lie) {
    return switch (lie) {
      case REDIRECT -> new Answer(302, "", Map.of("Location", "/elsewhere"));
      case WAIT_FOR_EVER ->
          new Answer(429, "{\"detail\":\"Later\"}", Map.of("Retry-After", "1000000000000"));
      case LONG_WINDED -> new Answer(400, "{\"detail\":\"" + "no ".repeat(3000) + "\"}", Map.of());
      default -> new Answer(204, "", Map.of());
    };
  }

  /**
   * What is answered though something else is true.
   *
   * @param whole asks for a list of users by its path and query, truthfully
   */
  static Answer of(Lie lie, Answer truth, String query, Function<String, Answer> whole) {
    return switch (lie) {
      case EMPTY -> good("");
      case NUMBERS -> good("[1,2,3]");
      case EXCUSE -> good("{\"error\":\"try later\"}");
      case PAGE_FOR_PEOPLE -> good("<html><body>Welcome back</body></html>");
      case IGNORES_THE_FILTER -> isSearch(query) ? whole.apply("?count=200") : truth;
      case SAME_PAGE -> isSearch(query) ? truth : whole.apply("?startIndex=1&count=200");
      case NOBODY_THERE -> query.isEmpty() ? notFound() : nobody();
      case ANSWERS_ABOUT_ANOTHER -> isSearch(query) ? another(truth, whole) : truth;
      default -> bent(lie, truth);
    };
  }

  private static Answer notFound() {
    return new Answer(
        404,
        "{\"schemas\":[\"urn:ietf:params:scim:api:messages:2.0:Error\"],\"status\":\"404\"}",
        Map.of());
  }

  private static Answer nobody() {
    return good("{\"schemas\":[\"%s\"],\"totalResults\":0,\"Resources\":null}".formatted(LIST));
  }

  private static boolean isSearch(String query) {
    return query.contains("filter=");
  }

  private static Answer another(Answer truth, Function<String, Answer> whole) {
    JsonNode asked = JsonHelper.readJsonDocument(truth.body()).path("Resources").path(0);
    for (JsonNode user :
        JsonHelper.readJsonDocument(whole.apply("?count=200").body()).path("Resources")) {
      if (!user.path("userName").equals(asked.path("userName"))) {
        return good(
            "{\"schemas\":[\"%s\"],\"totalResults\":1,\"Resources\":[%s]}".formatted(LIST, user));
      }
    }
    return truth;
  }

  private static Answer bent(Lie lie, Answer truth) {
    JsonNode root = truth.body().isEmpty() ? null : JsonHelper.readJsonDocument(truth.body());
    if (!(root instanceof ObjectNode list) || !(list.get("Resources") instanceof ArrayNode users)) {
      return truth;
    }
    switch (lie) {
      case NOTHING_SHOWN -> {
        list.put("totalResults", Math.max(1, list.path("totalResults").asInt()));
        users.removeAll();
      }
      case WRONG_TOTAL -> list.put("totalResults", list.path("totalResults").asInt() + 1);
      case NO_NAMES -> users.forEach(user -> ((ObjectNode) user).remove("userName"));
      case NO_VALUES ->
          users.forEach(
              user -> ((ObjectNode) user).putArray("entitlements").addObject().put("display", "x"));
      default -> throw new IllegalArgumentException(lie.name());
    }
    return new Answer(truth.status(), list.toString(), truth.headers());
  }
}
