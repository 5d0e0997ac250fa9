package org.sobertally.server.vendors;

import com.fasterxml.jackson.core.JsonPointer;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.net.URI;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What a vendor's own interface looks like, as a file declares it: how its accounts are read, where
 * in an answer stands what, and which request makes which change. {@code docs/links.md} tells it to
 * whoever writes one.
 *
 * @param accounts how all of them are read
 * @param account how one is looked for
 * @param fields where in an account stands what
 * @param requests by what is to change: {@code grant}, {@code revoke}, {@code shut}, {@code wake},
 *     {@code create}, {@code delete}
 */
record RestTemplate(Listed accounts, Sought account, Fields fields, Map<String, Request> requests) {

  static final Set<String> CHANGES = Set.of("grant", "revoke", "shut", "wake", "create", "delete");

  private static final Set<String> METHODS = Set.of("POST", "PUT", "PATCH", "DELETE");
  private static final Set<String> IN_PATHS =
      Set.of("account", "id", "email", "plan", "page", "offset", "cursor", "size");
  private static final Pattern PLACE = Pattern.compile("\\{([a-zA-Z]+)}");
  private static final JsonMapper JSON =
      JsonMapper.builder().enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS).build();

  /** How pages of a list follow each other. */
  enum By {
    NONE,
    PAGE,
    OFFSET,
    CURSOR
  }

  /**
   * A list in pages.
   *
   * @param path may hold {@code {page}}, {@code {offset}}, {@code {cursor}}, {@code {size}}
   * @param list where its items stand; absent: the answer is the list
   * @param total where it says how many there are; absent: it does not
   * @param next of {@link By#CURSOR}: where the next page's cursor stands
   * @param first of {@link By#PAGE}: the first page's number
   * @param size how many a page has
   */
  record Listed(
      String path,
      @Nullable String list,
      @Nullable String total,
      @Nullable By by,
      @Nullable String next,
      @Nullable Integer first,
      @Nullable Integer size) {}

  /**
   * One account.
   *
   * @param path with {@code {account}}
   * @param list where those found stand; absent where the answer is the account itself
   * @param missing the status that says that there is none; absent: an empty list says so
   */
  record Sought(String path, @Nullable String list, @Nullable Integer missing) {}

  /**
   * Where in an account stands what.
   *
   * @param id what requests name it by; absent: the same as {@code account}
   * @param active whether it can be signed in to; absent: nothing is said
   * @param plans the list of its seats
   * @param plan in an item of that list, which it is; absent: the item itself
   */
  record Fields(
      String account,
      @Nullable String id,
      @Nullable String email,
      @Nullable String externalId,
      @Nullable Flag active,
      @Nullable Flag invited,
      @Nullable Flag admin,
      String plans,
      @Nullable String plan,
      @Nullable String planName) {}

  /**
   * @param yes the values that mean so; absent: {@code true}
   */
  record Flag(String at, @Nullable List<String> yes) {}

  /**
   * @param body sent as JSON, places filled in
   */
  record Request(String method, String path, @Nullable JsonNode body) {}

  /**
   * Reads a declaration.
   *
   * @throws IllegalArgumentException if it is none, with what is wrong and where
   */
  static RestTemplate read(String text) {
    if (text.isBlank()) {
      throw new IllegalArgumentException(
          "This kind of link needs a file that says how the vendor's interface looks.");
    }
    RestTemplate template;
    try {
      template = JSON.readValue(text, RestTemplate.class);
    } catch (UnrecognizedPropertyException e) {
      throw new IllegalArgumentException(
          "The declaration has a field that nobody knows: %s.".formatted(e.getPropertyName()), e);
    } catch (JsonProcessingException e) {
      throw new IllegalArgumentException(
          "The declaration is no JSON of the right shape, near line %d: %s"
              .formatted(
                  e.getLocation() == null ? 1 : e.getLocation().getLineNr(),
                  e.getOriginalMessage()),
          e);
    }
    if (template == null) {
      throw new IllegalArgumentException("The declaration is empty.");
    }
    template.check();
    return template;
  }

  private void check() {
    need(accounts != null && accounts.path != null, "accounts.path: say how accounts are read.");
    need(account != null && account.path != null, "account.path: say how one account is read.");
    need(
        fields != null && fields.account != null && fields.plans != null,
        "fields: account and plans must be named.");
    path("accounts.path", accounts.path);
    path("account.path", account.path);
    need(
        account.path.contains("{account}"),
        "account.path: must hold {account}, whom it looks for.");
    need(
        account.list != null || account.missing != null,
        "account: name the list, or the status (missing) that says that there is no such account.");
    By by = accounts.by == null ? By.NONE : accounts.by;
    String place = "{" + by.name().toLowerCase(java.util.Locale.ROOT) + "}";
    need(
        by == By.NONE || accounts.path.contains(place),
        "accounts.path: pages go by %s, so that it must hold %s.".formatted(by, place));
    need(
        by != By.CURSOR || accounts.next != null,
        "accounts.next: say where the next page's cursor stands.");
    pointers();
    if (requests != null) {
      requests.forEach(RestTemplate::check);
    }
    need(
        requests != null && requests.containsKey("grant") && requests.containsKey("revoke"),
        "requests: grant and revoke must be there.");
  }

  private static void check(String change, Request request) {
    String where = "requests." + change;
    need(CHANGES.contains(change), where + ": there is no such change.");
    need(request != null && request.path != null, where + ".path: is missing.");
    need(
        request.method != null && METHODS.contains(request.method),
        where + ".method: POST, PUT, PATCH or DELETE.");
    path(where + ".path", request.path);
  }

  private void pointers() {
    pointer("accounts.list", accounts.list);
    pointer("accounts.total", accounts.total);
    pointer("accounts.next", accounts.next);
    pointer("account.list", account.list);
    pointer("fields.account", fields.account);
    pointer("fields.id", fields.id);
    pointer("fields.email", fields.email);
    pointer("fields.externalId", fields.externalId);
    pointer("fields.plans", fields.plans);
    pointer("fields.plan", fields.plan);
    pointer("fields.planName", fields.planName);
    for (Flag flag : new Flag[] {fields.active, fields.invited, fields.admin}) {
      pointer("fields", flag == null ? null : flag.at);
    }
  }

  private static void pointer(String where, @Nullable String pointer) {
    try {
      JsonPointer.compile(pointer);
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException(
          "%s: “%s” is no JSON pointer; one begins with a slash.".formatted(where, pointer), e);
    }
  }

  private static void path(String where, String path) {
    need(path.startsWith("/"), where + ": begins with a slash, below the link's address.");
    Matcher place = PLACE.matcher(path);
    while (place.find()) {
      need(
          IN_PATHS.contains(place.group(1)),
          "%s: nobody knows what {%s} stands for.".formatted(where, place.group(1)));
    }
    try {
      URI.create("https://vendor.example" + filled(path, Map.of()));
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException(
          "%s: an address cannot have that in it. Write what is special as %%20 and the like."
              .formatted(where),
          e);
    }
  }

  private static void need(boolean holds, String otherwise) {
    if (!holds) {
      throw new IllegalArgumentException(otherwise);
    }
  }

  /** The path, every place filled in and encoded. */
  static String filled(String path, Map<String, String> values) {
    return PLACE
        .matcher(path)
        .replaceAll(
            place ->
                Matcher.quoteReplacement(
                    VendorHttp.encoded(values.getOrDefault(place.group(1), ""))));
  }

  /** The body, places filled in within its texts. */
  static JsonNode filled(JsonNode body, Map<String, String> values) {
    if (body.isTextual()) {
      String text =
          PLACE
              .matcher(body.textValue())
              .replaceAll(
                  place ->
                      Matcher.quoteReplacement(values.getOrDefault(place.group(1), place.group())));
      return JSON.getNodeFactory().textNode(text);
    } else if (body.isArray()) {
      var all = JSON.createArrayNode();
      body.forEach(one -> all.add(filled(one, values)));
      return all;
    } else if (body.isObject()) {
      var all = JSON.createObjectNode();
      body.fields().forEachRemaining(one -> all.set(one.getKey(), filled(one.getValue(), values)));
      return all;
    }
    return body;
  }
}
