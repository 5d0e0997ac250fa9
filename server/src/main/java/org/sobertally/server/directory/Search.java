package org.sobertally.server.directory;

import static java.nio.charset.StandardCharsets.UTF_8;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.utils.FilterEvaluator;
import com.unboundid.scim2.common.utils.JsonUtils;
import de.captaingoldfish.scim.sdk.common.constants.ScimType;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.resources.ResourceNode;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import java.net.URLEncoder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import org.jspecify.annotations.Nullable;

/**
 * Follows a filter (RFC 7644 §3.4.2.2). The library that answers the calls loses that the parts of
 * {@code emails[type eq "home" and value co "x"]} are to be met by one and the same value, and
 * fails at attributes named by their schema; so another one decides who fits.
 */
final class Search {

  private static final String REQUEST = "urn:ietf:params:scim:api:messages:2.0:SearchRequest";
  private static final List<String> NAMES =
      List.of(
          "filter",
          "startIndex",
          "count",
          "sortBy",
          "sortOrder",
          "attributes",
          "excludedAttributes");

  private static final Pattern CORE =
      Pattern.compile("(?i)urn:ietf:params:scim:schemas:core:2\\.0:(?:User|Group):");

  /** Characters of a filter or path. */
  private static final int LONGEST = 4_000;

  private static final int DEEPEST = 20;

  private Search() {}

  /**
   * Those of the resources that fit the filter of the call.
   *
   * @throws BadRequestException if the filter cannot be followed
   */
  static <T extends ResourceNode> List<T> fitting(List<T> all, Context call) {
    String asked = call.getUriInfos().getQueryParameters().get("filter");
    try {
      Filter followed = Filter.fromString(plain(asked == null ? "" : asked));
      List<T> found = new ArrayList<>();
      for (T one : all) {
        // Its own reader knows names of attributes in any case (RFC 7643 §2.1).
        JsonNode read = JsonUtils.getObjectReader().readTree(one.toString());
        if (FilterEvaluator.evaluate(followed, read)) {
          found.add(one);
        }
      }
      return found;
    } catch (ScimException | JsonProcessingException e) {
      throw new BadRequestException(
          "The filter cannot be followed: %s".formatted(e.getMessage()),
          e,
          ScimType.RFC7644.INVALID_FILTER);
    }
  }

  /**
   * Attributes of the core schemas are called with their schema's name or without (RFC 7644 §3.10).
   */
  private static String plain(String filter) {
    return CORE.matcher(filter).replaceAll("");
  }

  /**
   * Whether the filter or path is nested deeper, or longer, than anybody means: the libraries
   * follow it level by level.
   */
  static boolean isBeyondMeasure(@Nullable String text) {
    if (text == null) {
      return false;
    }
    int depth = 0;
    int deepest = 0;
    for (int n = 0; n < text.length(); n++) {
      char at = text.charAt(n);
      depth += at == '(' || at == '[' ? 1 : at == ')' || at == ']' ? -1 : 0;
      deepest = Math.max(deepest, depth);
    }
    return text.length() > LONGEST || deepest > DEEPEST;
  }

  /**
   * A search that was sent as a body (RFC 7644 §3.4.3) as the query of the same search by address;
   * empty where this is none.
   *
   * @param last the last part of the path that was called
   */
  static Optional<String> asQuery(String last, String body) {
    if (!last.equals(".search") || !body.contains(REQUEST)) {
      return Optional.empty();
    }
    JsonNode asked = JsonHelper.readJsonDocument(body);
    return Optional.of(
        NAMES.stream()
            .filter(asked::hasNonNull)
            .map(name -> name + "=" + URLEncoder.encode(text(asked.get(name)), UTF_8))
            .collect(Collectors.joining("&", "?", "")));
  }

  private static String text(JsonNode value) {
    return value.isArray()
        ? StreamSupport.stream(value.spliterator(), false)
            .map(JsonNode::asText)
            .collect(Collectors.joining(","))
        : value.asText();
  }
}
