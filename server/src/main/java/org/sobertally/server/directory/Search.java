package org.sobertally.server.directory;

import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.filters.Filter;
import com.unboundid.scim2.common.utils.FilterEvaluator;
import de.captaingoldfish.scim.sdk.common.constants.ScimType;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.resources.ResourceNode;
import de.captaingoldfish.scim.sdk.common.resources.ServiceProvider;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.filter.resources.FilterResourceResolver;
import java.util.ArrayList;
import java.util.List;

/**
 * Follows a filter (RFC 7644 §3.4.2.2). The library that answers the calls loses that the parts of
 * {@code emails[type eq "home" and value co "x"]} are to be met by one and the same value, and
 * fails at attributes named by their schema; so another one decides who fits.
 */
final class Search {

  private Search() {}

  /**
   * Those of the resources that fit the filter of the call.
   *
   * @throws BadRequestException if the filter cannot be followed
   */
  static <T extends ResourceNode> List<T> fitting(
      List<T> all, FilterNode filter, Context call, ServiceProvider provider) {
    String asked = call.getUriInfos().getQueryParameters().get("filter");
    if (asked == null) {
      return FilterResourceResolver.filterResources(provider, all, filter);
    }
    try {
      Filter followed = Filter.fromString(asked);
      List<T> found = new ArrayList<>();
      for (T one : all) {
        if (FilterEvaluator.evaluate(followed, JsonHelper.readJsonDocument(one.toString()))) {
          found.add(one);
        }
      }
      return found;
    } catch (ScimException e) {
      throw new BadRequestException(
          "The filter cannot be followed: %s".formatted(e.getMessage()),
          e,
          ScimType.RFC7644.INVALID_FILTER);
    }
  }
}
