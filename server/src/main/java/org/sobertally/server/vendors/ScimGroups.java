package org.sobertally.server.vendors;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.unboundid.scim2.common.exceptions.ScimException;
import com.unboundid.scim2.common.messages.PatchOperation;
import com.unboundid.scim2.common.messages.PatchRequest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.sobertally.server.vendors.ScimUsers.ListPage;
import org.sobertally.server.vendors.ScimUsers.User;
import org.sobertally.server.vendors.VendorHttp.UnreachedException;

/** A vendor's groups (RFC 7643 §4.2), where being in one is holding a seat. */
final class ScimGroups {

  private static final String GROUPS = "Groups";
  private static final int PAGE = 100;
  private static final int MOST_GROUPS = 100_000;

  private final String vendor;
  private final VendorHttp http;

  ScimGroups(String vendor, VendorHttp http) {
    this.vendor = vendor;
    this.http = http;
  }

  /**
   * @param id what the vendor calls it
   * @param name how the vendor writes it
   */
  record Group(String id, String name) {}

  /** Who is in which group. */
  record Members(List<Group> groups, Map<String, Set<String>> groupsByUser) {

    /** The user, with the groups that say that they have it. */
    User with(User user) {
      VendorAccount login = user.login();
      Set<String> groups = groupsByUser.getOrDefault(user.id(), Set.of());
      return new User(user.id(), login.as(login.account(), groups), user.said());
    }
  }

  User withGroups(User user) throws FaultException, UnreachedException, UnreadableException {
    return readAll(ReadingWatch.brief()).with(user);
  }

  Members readAll(ReadingWatch watch)
      throws FaultException, UnreachedException, UnreadableException {
    Map<String, Group> groups = new HashMap<>();
    Map<String, Set<String>> byUser = new HashMap<>();
    long shown = 0;
    long total;
    while (true) {
      String path = VendorHttp.path(GROUPS) + "?startIndex=%d&count=%d".formatted(shown + 1, PAGE);
      ListPage page = ScimUsers.page(FaultException.good(http.getPatiently(path, watch)).body());
      for (JsonNode resource : page.resources()) {
        Group group = group(resource);
        groups.put(group.id(), group);
        for (String user : members(resource, group)) {
          byUser.computeIfAbsent(user, u -> new HashSet<>()).add(group.id());
        }
      }
      shown += page.resources().size();
      total = page.total();
      if (page.resources().isEmpty() || shown >= total || shown > MOST_GROUPS) {
        break;
      }
    }
    if (groups.size() != total) {
      throw new UnreadableException(
          "%s says that it has %d groups and showed %d different ones."
              .formatted(vendor, total, groups.size()));
    }
    return new Members(List.copyOf(groups.values()), byUser);
  }

  private static List<String> members(JsonNode resource, Group group) throws UnreadableException {
    List<String> users = new ArrayList<>();
    for (JsonNode member : resource.path("members")) {
      String user = ScimUsers.text(member, "value");
      if (user == null) {
        throw new UnreadableException(
            "A member of the group %s has no value.".formatted(group.name()));
      }
      users.add(user);
    }
    return users;
  }

  private static Group group(JsonNode resource) throws UnreadableException {
    String id = ScimUsers.text(resource, "id");
    if (id == null) {
      throw new UnreadableException("A group of the answer has no id.");
    }
    String name = ScimUsers.text(resource, "displayName");
    return new Group(id, name == null ? id : name);
  }

  /** One request a group, each harmless to repeat. */
  void change(String callId, User user, AccountTarget wish)
      throws FaultException, UnreachedException {
    for (String group : wish.grants()) {
      if (!user.login().plans().contains(group)) {
        ObjectNode member = JsonNodeFactory.instance.objectNode().put("value", user.id());
        send(callId, group, add(member));
      }
    }
    for (String group : wish.revokes()) {
      if (user.login().plans().contains(group)) {
        String id = JsonNodeFactory.instance.textNode(user.id()).toString();
        send(callId, group, remove(id));
      }
    }
  }

  private static PatchOperation add(ObjectNode member) {
    try {
      return PatchOperation.add("members", JsonNodeFactory.instance.arrayNode().add(member));
    } catch (ScimException e) {
      throw new IllegalStateException(e);
    }
  }

  private static PatchOperation remove(String id) {
    try {
      return PatchOperation.remove("members[value eq %s]".formatted(id));
    } catch (ScimException e) {
      throw new IllegalStateException(e);
    }
  }

  private void send(String callId, String group, PatchOperation operation)
      throws FaultException, UnreachedException {
    byte[] body = ScimConnection.json(new PatchRequest(new ArrayList<>(List.of(operation))));
    String key = callId + "-" + group;
    FaultException.good(http.send("PATCH", VendorHttp.path(GROUPS, group), key, body));
  }
}
