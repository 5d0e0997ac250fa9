package org.sobertally.server.vendors;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.vendors.VendorProtocol.Carrier;

/**
 * Reads what a vendor answered of its Users (RFC 7643 §4.1, RFC 7644 §3.4.2), and takes nothing for
 * granted: an answer is a list only if it says so and its numbers fit, and an account is only what
 * is plainly written there. Everything else is {@link UnreadableException unreadable}.
 */
final class ScimUsers {

  private static final String LIST = "urn:ietf:params:scim:api:messages:2.0:listresponse";
  private static final String ERROR = "urn:ietf:params:scim:api:messages:2.0:error";
  private static final String INVITED = "invited";
  private static final String ADMIN = "admin";
  private static final int SHOWN = 80;
  private static final JsonMapper JSON =
      JsonMapper.builder().enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS).build();

  private ScimUsers() {}

  /** A page of a list. */
  record UserList(long total, List<User> users) {}

  /**
   * One User.
   *
   * @param id what the vendor calls it
   * @param said what it says of its seats, where it says anything: name by value
   */
  record User(String id, VendorAccount login, @Nullable Map<String, String> said) {

    /** The same account, called as it was called when it was asked for. */
    User called(String account) {
      return new User(id, login.as(account, login.plans()), said);
    }
  }

  static UserList list(byte[] body, Carrier carrier) throws UnreadableException {
    ListPage page = page(body);
    List<User> users = new ArrayList<>();
    for (JsonNode resource : page.resources()) {
      users.add(user(resource, carrier));
    }
    return new UserList(page.total(), users);
  }

  /** One User by itself. */
  static User one(byte[] body, Carrier carrier) throws UnreadableException {
    JsonNode root = json(body);
    if (text(root, "id") == null || text(root, "userName") == null) {
      throw new UnreadableException("The answer is no account: " + shown(root));
    }
    return user(root, carrier);
  }

  /** A page of any list. */
  record ListPage(long total, List<JsonNode> resources) {}

  static ListPage page(byte[] body) throws UnreadableException {
    JsonNode root = json(body);
    if (!isList(root)) {
      throw new UnreadableException("The answer is no list of accounts: " + shown(root));
    }
    JsonNode total = root.get("totalResults");
    if (total == null || !total.isIntegralNumber() || total.longValue() < 0) {
      throw new UnreadableException("The answer does not say how many accounts there are.");
    }
    JsonNode resources = root.get("Resources");
    boolean none = resources == null || resources.isNull();
    if (!none && !resources.isArray()) {
      throw new UnreadableException("The answer's accounts are no list.");
    }
    List<JsonNode> all = new ArrayList<>();
    if (!none) {
      resources.forEach(all::add);
    }
    if (all.size() > total.longValue()) {
      throw new UnreadableException(
          "The answer says %d accounts and shows %d.".formatted(total.longValue(), all.size()));
    }
    return new ListPage(total.longValue(), all);
  }

  private static boolean isList(JsonNode root) {
    for (JsonNode schema : root.path("schemas")) {
      if (schema.asText().toLowerCase(Locale.ROOT).equals(LIST)) {
        return root.isObject();
      }
    }
    return false;
  }

  static JsonNode json(byte[] body) throws UnreadableException {
    try {
      JsonNode root = JSON.readTree(body);
      if (root == null || root.isMissingNode()) {
        throw new UnreadableException("The answer is empty.");
      }
      return root;
    } catch (JsonProcessingException e) {
      throw new UnreadableException("The answer is no JSON.");
    } catch (IOException e) {
      throw new UnreadableException("The answer could not be read.");
    }
  }

  /** An entitlement that does not say which may be any: then nothing is known of the account. */
  private static User user(JsonNode resource, Carrier carrier) throws UnreadableException {
    String id = text(resource, "id");
    String name = text(resource, "userName");
    if (id == null || name == null) {
      throw new UnreadableException("An account of the answer has no id or no userName.");
    }
    Set<String> roles = new HashSet<>();
    for (JsonNode role : several(resource, "roles", name)) {
      String value = text(role, "value");
      roles.add(value == null ? "" : value);
    }
    Map<String, String> said = said(resource, carrier, name);
    return new User(
        id,
        new VendorAccount(
            name,
            email(resource),
            true,
            active(resource, name),
            roles.contains(INVITED),
            roles.contains(ADMIN),
            said == null ? Set.of() : said.keySet(),
            text(resource, "externalId"),
            new VendorHandle(name, id)),
        said);
  }

  /** Null for groups that are not written there: they may be asked for elsewhere only. */
  private static @Nullable Map<String, String> said(JsonNode resource, Carrier carrier, String name)
      throws UnreadableException {
    String field = carrier.name().toLowerCase(Locale.ROOT);
    JsonNode written = resource.get(field);
    if (carrier == Carrier.GROUPS && (written == null || written.isNull())) {
      return null;
    }
    Map<String, String> said = new HashMap<>();
    for (JsonNode one : several(resource, field, name)) {
      String value = text(one, "value");
      if (value == null) {
        String what = carrier == Carrier.ENTITLEMENTS ? "An entitlement" : "One of the " + field;
        throw new UnreadableException("%s of %s has no value.".formatted(what, name));
      }
      if (carrier != Carrier.ROLES || !value.equals(INVITED) && !value.equals(ADMIN)) {
        String display = text(one, "display");
        said.put(value, display == null ? "" : display);
      }
    }
    return said;
  }

  private static @Nullable Boolean active(JsonNode resource, String name)
      throws UnreadableException {
    JsonNode active = resource.get("active");
    if (active == null || active.isNull()) {
      return null;
    } else if (active.isBoolean()) {
      return active.booleanValue();
    } else if (active.isTextual() && active.textValue().matches("(?i)true|false")) {
      return Boolean.valueOf(active.textValue());
    }
    throw new UnreadableException(
        "Whether %s is active is written as %s.".formatted(name, shown(active)));
  }

  private static Iterable<JsonNode> several(JsonNode resource, String field, String name)
      throws UnreadableException {
    JsonNode list = resource.get(field);
    if (list == null || list.isNull()) {
      return List.of();
    } else if (!list.isArray()) {
      throw new UnreadableException("The %s of %s are no list.".formatted(field, name));
    }
    return list;
  }

  private static String email(JsonNode resource) {
    String first = "";
    for (JsonNode email : resource.path("emails")) {
      String value = text(email, "value");
      if (value != null && email.path("primary").asBoolean()) {
        return value;
      }
      first = first.isEmpty() && value != null ? value : first;
    }
    return first;
  }

  /** The text of the field; null where there is none. */
  static @Nullable String text(JsonNode node, String field) {
    JsonNode value = node.get(field);
    return value == null || !value.isTextual() || value.textValue().isEmpty()
        ? null
        : value.textValue();
  }

  /** Whether this is the SCIM error of that status (RFC 7644 §3.12), and no other server's page. */
  static boolean isError(byte[] body, int status) throws UnreadableException {
    JsonNode root = json(body);
    boolean error = false;
    for (JsonNode schema : root.path("schemas")) {
      error |= schema.asText().toLowerCase(Locale.ROOT).equals(ERROR);
    }
    return error && root.path("status").asText().equals(Integer.toString(status));
  }

  /** Whether this is the resource of that id. */
  static boolean isOf(byte[] body, String id) throws UnreadableException {
    return id.equals(text(json(body), "id"));
  }

  /** Whether a list of resource types names this one. */
  static boolean namesType(byte[] body, String type) throws UnreadableException {
    JsonNode root = json(body);
    for (JsonNode resource : root.isArray() ? root : root.path("Resources")) {
      if (type.equals(text(resource, "name"))) {
        return true;
      }
    }
    return false;
  }

  private static String shown(JsonNode node) {
    String text = node.toString();
    return text.length() > SHOWN ? text.substring(0, SHOWN) + "…" : text;
  }
}
