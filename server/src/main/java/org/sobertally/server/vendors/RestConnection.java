package org.sobertally.server.vendors;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.vendors.RestTemplate.By;
import org.sobertally.server.vendors.RestTemplate.Fields;
import org.sobertally.server.vendors.RestTemplate.Flag;
import org.sobertally.server.vendors.RestTemplate.Listed;
import org.sobertally.server.vendors.RestTemplate.Request;
import org.sobertally.server.vendors.VendorHttp.Reply;
import org.sobertally.server.vendors.VendorHttp.UnreachedException;

/**
 * Speaks as a file declares it. As with SCIM never more is believed than the vendor said: an
 * account is touched only if it is called what was asked for, letter by letter, and pages that turn
 * in a circle, repeat themselves or do not come to the vendor's own total prove nothing.
 */
final class RestConnection implements VendorConnection {

  private static final int SIZE = 100;
  private static final int MOST_PAGES = 20_000;
  private static final int TRIES = 3;
  private static final JsonMapper JSON = new JsonMapper();

  private final String vendor;
  private final RestTemplate template;
  private final VendorHttp http;

  RestConnection(VendorProtocol.LinkConfig config, RestTemplate template) {
    this.vendor = config.vendor();
    this.template = template;
    this.http = new VendorHttp(config, VendorHttp.JSON);
  }

  /**
   * One account.
   *
   * @param id what requests name it by
   */
  private record Found(String id, VendorAccount login) {}

  @Override
  public Answer ask(String callId, AccountTarget wish, @Nullable String id) {
    try {
      Optional<Found> found = find(wish.account(), id);
      if (wish.metBy(found.map(Found::login).orElse(VendorAccount.absent(wish.account())))) {
        return new Answer.Done();
      } else if (found.isEmpty() && !Boolean.TRUE.equals(wish.present())) {
        return new Answer.Refused("%s has no account %s.".formatted(vendor, wish.account()));
      } else if (found.isPresent() && Boolean.FALSE.equals(wish.present())) {
        return send(callId, "delete", found.get(), wish, null);
      } else if (found.isPresent()) {
        return change(callId, found.get(), wish);
      }
      Found none = new Found("", VendorAccount.absent(wish.account()));
      Answer created = send(callId, "create", none, wish, null);
      if (!(created instanceof Answer.Done)) {
        return created;
      }
      Optional<Found> made = find(wish.account());
      return made.isPresent()
          ? change(callId, made.get(), wish)
          : new Answer.Unknown("%s opened the account and does not show it.".formatted(vendor));
    } catch (FaultException e) {
      return e.answer();
    } catch (MadeAnewException e) {
      return new Answer.Refused(e.getMessage());
    } catch (UnreachedException | UnreadableException e) {
      return new Answer.Unknown(e.getMessage());
    }
  }

  /** One request for each difference; the first that is not taken is the answer. */
  private Answer change(String callId, Found found, AccountTarget wish) throws UnreachedException {
    VendorAccount now = found.login();
    if (wish.active() != null && !wish.active().equals(now.active())) {
      Answer answer = send(callId, wish.active() ? "wake" : "shut", found, wish, null);
      if (!(answer instanceof Answer.Done)) {
        return answer;
      }
    }
    for (String plan : new TreeSet<>(wish.revokes())) {
      if (now.plans().contains(plan)) {
        Answer answer = send(callId, "revoke", found, wish, plan);
        if (!(answer instanceof Answer.Done)) {
          return answer;
        }
      }
    }
    for (String plan : new TreeSet<>(wish.grants())) {
      if (!now.plans().contains(plan)) {
        Answer answer = send(callId, "grant", found, wish, plan);
        if (!(answer instanceof Answer.Done)) {
          return answer;
        }
      }
    }
    return new Answer.Done();
  }

  private static Map<String, String> values(
      Found found, AccountTarget wish, @Nullable String plan) {
    Map<String, String> values = new HashMap<>();
    values.put("account", wish.account());
    values.put("id", found.id());
    values.put("email", wish.email() == null ? found.login().email() : wish.email());
    if (plan != null) {
      values.put("plan", plan);
    }
    return values;
  }

  private Answer send(
      String callId, String change, Found found, AccountTarget wish, @Nullable String plan)
      throws UnreachedException {
    Request request = template.requests().get(change);
    if (request == null) {
      return new Answer.Refused(
          "The declaration of this link has no request “%s”.".formatted(change));
    }
    Map<String, String> values = values(found, wish, plan);
    byte[] body = null;
    if (request.body() != null && !request.body().isNull()) {
      body = bytes(RestTemplate.filled(request.body(), values));
    }
    String key = "%s-%s%s".formatted(callId, change, plan == null ? "" : "-" + plan);
    try {
      FaultException.good(
          http.send(request.method(), RestTemplate.filled(request.path(), values), key, body));
      return new Answer.Done();
    } catch (FaultException e) {
      return e.answer();
    }
  }

  private static byte[] bytes(JsonNode body) {
    try {
      return JSON.writeValueAsBytes(body);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public Reading read(String account, @Nullable String id) {
    try {
      return new Reading.Shows(
          find(account, id).map(Found::login).orElse(VendorAccount.absent(account)));
    } catch (MadeAnewException e) {
      return new Reading.MadeAnew(e.getMessage());
    } catch (UnreadableException e) {
      return new Reading.Unreadable(e.getMessage(), true);
    } catch (FaultException e) {
      return new Reading.Unreadable(e.getMessage(), false, e.waitSeconds());
    } catch (UnreachedException e) {
      return new Reading.Unreadable(e.getMessage(), false);
    }
  }

  /** The account of that name, which must be the one of that id where it is known. */
  private Optional<Found> find(String account, @Nullable String id)
      throws FaultException, UnreachedException, UnreadableException, MadeAnewException {
    Optional<Found> found = find(account);
    if (id != null && found.isPresent() && !found.get().id().equals(id)) {
      throw new MadeAnewException(vendor, account);
    }
    return found;
  }

  private Optional<Found> find(String account)
      throws FaultException, UnreachedException, UnreadableException {
    RestTemplate.Sought how = template.account();
    Reply reply = http.get(RestTemplate.filled(how.path(), Map.of("account", account)));
    if (how.missing() != null && reply.status() == how.missing()) {
      if (!ScimUsers.json(reply.body()).isObject()) {
        throw new UnreadableException(
            "The answer %d is none of this interface.".formatted(reply.status()));
      }
      return Optional.empty();
    }
    JsonNode root = ScimUsers.json(FaultException.good(reply).body());
    List<JsonNode> items = how.list() == null ? List.of(root) : items(root, how.list());
    List<Found> all = new ArrayList<>();
    for (JsonNode item : items) {
      all.add(found(item, new HashMap<>()));
    }
    return one(all, account);
  }

  private Optional<Found> one(List<Found> all, String account) throws UnreadableException {
    List<Found> same = all.stream().filter(one -> one.login().account().equals(account)).toList();
    if (same.size() > 1) {
      throw new UnreadableException(
          "%s shows %d accounts named %s.".formatted(vendor, same.size(), account));
    } else if (same.isEmpty() && !all.isEmpty()) {
      throw new UnreadableException(
          "Asked for %s, %s answered about %s."
              .formatted(account, vendor, all.get(0).login().account()));
    }
    return same.stream().findFirst();
  }

  private static List<JsonNode> items(JsonNode root, @Nullable String at)
      throws UnreadableException {
    JsonNode list = at == null ? root : root.at(at);
    if (!list.isArray()) {
      throw new UnreadableException(
          at == null ? "The answer is no list." : "The answer has no list at %s.".formatted(at));
    }
    List<JsonNode> items = new ArrayList<>();
    list.forEach(items::add);
    return items;
  }

  private Found found(JsonNode item, Map<String, String> planNames) throws UnreadableException {
    Fields fields = template.fields();
    String account = text(item, fields.account());
    if (account == null) {
      throw new UnreadableException(
          "An account of the answer has nothing at %s.".formatted(fields.account()));
    }
    String id = fields.id() == null ? account : text(item, fields.id());
    if (id == null) {
      throw new UnreadableException("%s has nothing at %s.".formatted(account, fields.id()));
    }
    String email = fields.email() == null ? null : text(item, fields.email());
    return new Found(
        id,
        new VendorAccount(
            account,
            email == null ? "" : email,
            true,
            flag(item, fields.active()),
            Boolean.TRUE.equals(flag(item, fields.invited())),
            Boolean.TRUE.equals(flag(item, fields.admin())),
            plans(item, account, planNames),
            fields.externalId() == null ? null : text(item, fields.externalId()),
            new VendorHandle(account, fields.id() == null ? null : id)));
  }

  /** The plans of which the account holds seats; what they are called is put into the map. */
  private Set<String> plans(JsonNode item, String account, Map<String, String> planNames)
      throws UnreadableException {
    Fields fields = template.fields();
    Set<String> plans = new HashSet<>();
    for (JsonNode seat : items(item, fields.plans())) {
      String plan = fields.plan() == null ? scalar(seat) : text(seat, fields.plan());
      if (plan == null) {
        throw new UnreadableException("A seat of %s does not say which.".formatted(account));
      }
      plans.add(plan);
      String name = fields.planName() == null ? null : text(seat, fields.planName());
      if (name != null) {
        planNames.put(plan, name);
      }
    }
    return plans;
  }

  private static @Nullable String text(JsonNode node, @Nullable String at) {
    return scalar(node.at(at));
  }

  private static @Nullable String scalar(JsonNode value) {
    return value.isValueNode() && !value.isNull() && !value.asText().isEmpty()
        ? value.asText()
        : null;
  }

  private static @Nullable Boolean flag(JsonNode item, @Nullable Flag flag) {
    String value = flag == null ? null : text(item, flag.at());
    if (flag == null || value == null) {
      return null;
    }
    return flag.yes() == null ? value.equals("true") : flag.yes().contains(value);
  }

  /** If accounts come or go meanwhile it is read anew, a few times. */
  @Override
  public Roll readAll(ReadingWatch watch) {
    try {
      String unread = "";
      for (int n = 0; n < TRIES; n++) {
        try {
          Map<String, String> planNames = new HashMap<>();
          return new Roll.All(readPages(planNames, watch), planNames);
        } catch (UnreadableException e) {
          unread = String.valueOf(e.getMessage());
        }
      }
      return new Roll.Unread(unread);
    } catch (FaultException | UnreachedException e) {
      return new Roll.Unread(e.getMessage());
    }
  }

  private List<VendorAccount> readPages(Map<String, String> planNames, ReadingWatch watch)
      throws FaultException, UnreachedException, UnreadableException {
    Listed how = template.accounts();
    By by = how.by() == null ? By.NONE : how.by();
    int first = how.first() == null ? 1 : how.first();
    Map<String, VendorAccount> all = new HashMap<>();
    Set<String> cursors = new HashSet<>();
    String cursor = "";
    long total = -1;
    long shown = 0;
    for (int page = 0; page < MOST_PAGES; page++) {
      JsonNode root = page(how, first + page, shown, cursor, watch);
      List<JsonNode> items = items(root, how.list());
      total = Math.max(total, total(root, how.total()));
      int before = all.size();
      for (JsonNode item : items) {
        VendorAccount login = found(item, planNames).login();
        all.put(login.account(), login);
      }
      shown += items.size();
      watch.cameTo(shown, Math.max(0, total));
      if (all.size() - before < items.size()) {
        throw new UnreadableException(
            "%s shows accounts a second time on page %d: its pages do not turn as they are declared."
                .formatted(vendor, page + 1));
      }
      String next = by == By.CURSOR ? text(root, how.next()) : null;
      boolean allCame = items.isEmpty() || total >= 0 && shown >= total;
      if (by == By.NONE || (by == By.CURSOR ? next == null : allCame)) {
        return whole(all, total);
      }
      if (by == By.CURSOR && !cursors.add(next)) {
        throw new UnreadableException(
            "%s's pages go round in a circle: after page %d comes one that was there before."
                .formatted(vendor, page + 1));
      }
      cursor = next == null ? "" : next;
    }
    throw new UnreadableException("%s does not come to an end.".formatted(vendor));
  }

  private JsonNode page(Listed how, int page, long offset, String cursor, ReadingWatch watch)
      throws FaultException, UnreachedException, UnreadableException {
    Map<String, String> values =
        Map.of(
            "page", String.valueOf(page),
            "offset", String.valueOf(offset),
            "cursor", cursor,
            "size", String.valueOf(how.size() == null ? SIZE : how.size()));
    return ScimUsers.json(
        FaultException.good(http.getPatiently(RestTemplate.filled(how.path(), values), watch))
            .body());
  }

  private static long total(JsonNode root, @Nullable String at) throws UnreadableException {
    if (at == null) {
      return -1;
    }
    JsonNode total = root.at(at);
    if (!total.isIntegralNumber() || total.longValue() < 0) {
      throw new UnreadableException(
          "The answer does not say at %s how many there are.".formatted(at));
    }
    return total.longValue();
  }

  private List<VendorAccount> whole(Map<String, VendorAccount> all, long total)
      throws UnreadableException {
    if (total >= 0 && all.size() != total) {
      throw new UnreadableException(
          "%s says that it has %d accounts and showed %d different ones."
              .formatted(vendor, total, all.size()));
    }
    return List.copyOf(all.values());
  }
}
