package org.sobertally.server.directory;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import de.captaingoldfish.scim.sdk.common.resources.EnterpriseUser;
import de.captaingoldfish.scim.sdk.common.resources.User;
import de.captaingoldfish.scim.sdk.common.resources.complex.Manager;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.resources.complex.Name;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Address;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Email;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Table;
import org.sobertally.core.people.Person;

/**
 * People as SCIM Users, both ways. Whoever a provider sent is shown as it sent them; only whether
 * they are active is what the book says. Whoever came by a file is shown with what is known.
 */
final class Users {

  /** Of somebody of whom nobody knows since when. */
  private static final Instant LONG_AGO = Instant.parse("2000-01-01T00:00:00Z");

  /** Beside what was sent: which columns a file had brought, and no provider has changed since. */
  private static final String OF_THE_FILE = "ofTheFile";

  private @Nullable Table<Person> namedOf;
  private Map<String, String> names = Map.of();

  /** The user as shown; a fresh object each time, for patching changes the one it is given. */
  User shown(Person person, @Nullable ScimRow row, Book book) {
    User user = row == null ? derived(person, book) : sent(row);
    user.setId(person.id());
    user.setActive(isActive(person));
    Instant joined = joined(person.joined());
    user.setMeta(
        Meta.builder()
            .created(row == null ? joined : row.created)
            .lastModified(row == null ? joined : row.modified)
            .build());
    return user;
  }

  private static Instant joined(@Nullable LocalDate day) {
    return day == null ? LONG_AGO : day.atStartOfDay().toInstant(ZoneOffset.UTC);
  }

  static boolean isActive(Person person) {
    return person.status() == Person.Status.ACTIVE || person.status() == Person.Status.ON_LEAVE;
  }

  private static User sent(ScimRow row) {
    ObjectNode sent = (ObjectNode) JsonHelper.readJsonDocument(row.resource);
    sent.remove(OF_THE_FILE);
    return JsonHelper.copyResourceToObject(sent, User.class);
  }

  private User derived(Person person, Book book) {
    EnterpriseUser.EnterpriseUserBuilder work =
        EnterpriseUser.builder()
            .employeeNumber(person.id())
            .department(person.department())
            .costCenter(person.costCentre());
    if (person.manager() != null) {
      work.manager(Manager.builder().value(person.manager()).build());
    }
    List<Address> addresses =
        person.site() == null
            ? List.of()
            : List.of(Address.builder().type("work").locality(person.site()).build());
    return User.builder()
        .userName(derivedName(person, book))
        .name(Name.builder().formatted(person.name()).build())
        .displayName(person.name())
        .emails(List.of(Email.builder().value(person.email()).type("work").primary(true).build()))
        .addresses(addresses)
        .enterpriseUser(work.build())
        .build();
  }

  /**
   * The {@code userName} of somebody whom no provider sent: their address, or their id where
   * somebody else has the same address.
   */
  synchronized String derivedName(Person person, Book book) {
    if (namedOf != book.people()) {
      Map<String, String> firsts = new HashMap<>();
      for (Person one : book.people().all()) {
        firsts.putIfAbsent(ScimStore.key(one.email()), one.id());
      }
      names = firsts;
      namedOf = book.people();
    }
    return person.id().equals(names.get(ScimStore.key(person.email())))
        ? person.email()
        : person.id();
  }

  /** Whose derived name that is; null for nobody's. */
  synchronized @Nullable String personNamed(String name, Book book) {
    if (book.people().size() > 0) {
      derivedName(book.people().get(0), book);
    }
    String id = names.get(ScimStore.key(name));
    return id != null ? id : book.people().has(name) ? name : null;
  }

  /**
   * What is stored of what was sent: all but what is ours to say.
   *
   * @param ofTheFile the columns that a file had brought
   */
  static String stored(User user, Set<String> ofTheFile) {
    ObjectNode copy = (ObjectNode) JsonHelper.readJsonDocument(user.toString());
    copy.remove(List.of("id", "meta", "groups"));
    ofTheFile.forEach(copy.putArray(OF_THE_FILE)::add);
    return copy.toString();
  }

  /**
   * The columns that a file brought and that the user, who was shown them, leaves as they are: a
   * provider that changes only a title sends all the rest back with it.
   *
   * @param row what the provider had sent before; null for nothing
   */
  static Set<String> ofTheFile(Map<String, String> values, User user, @Nullable ScimRow row) {
    JsonNode known =
        row == null ? null : JsonHelper.readJsonDocument(row.resource).path(OF_THE_FILE);
    Set<String> left = new TreeSet<>();
    said(user)
        .forEach(
            (column, now) -> {
              boolean was = known == null || contains(known, column);
              String here = values.get(column);
              if (was && here != null && (now.isEmpty() || now.get().equals(here))) {
                left.add(column);
              }
            });
    return left;
  }

  private static boolean contains(JsonNode names, String name) {
    for (JsonNode one : names) {
      if (one.asText().equals(name)) {
        return true;
      }
    }
    return false;
  }

  /** What the user says of the columns that may be silent. */
  private static Map<String, Optional<String>> said(@Nullable User user) {
    return Map.of(
        "department",
        department(user),
        "cost_centre",
        user == null
            ? Optional.empty()
            : user.getEnterpriseUser().flatMap(EnterpriseUser::getCostCenter),
        "manager",
        manager(user),
        "site",
        site(user),
        "time_zone",
        user == null ? Optional.empty() : user.getTimezone());
  }

  /**
   * Fills in what the user says of the person. What it does not speak of stays as it is, unless the
   * provider itself had said it before.
   *
   * @param before what the provider had sent before; null for nothing
   * @param ofTheFile the columns that a file brought, which silence leaves as they are
   */
  static void fill(
      Map<String, String> values, User user, @Nullable ScimRow before, Set<String> ofTheFile) {
    Map<String, Optional<String>> was = said(before == null ? null : sent(before));
    email(user).ifPresent(email -> values.put("email", email));
    name(user).ifPresent(name -> values.put("name", name));
    values.putIfAbsent("name", values.get("email"));
    said(user)
        .forEach(
            (column, now) ->
                put(
                    values,
                    column,
                    now,
                    ofTheFile.contains(column)
                        ? Optional.empty()
                        : was.getOrDefault(column, Optional.empty())));
  }

  private static void put(
      Map<String, String> values, String column, Optional<String> now, Optional<String> before) {
    if (now.isPresent()) {
      values.put(column, now.get());
    } else if (before.isPresent() && Objects.equals(values.get(column), before.get())) {
      values.put(column, null);
    }
  }

  private static Optional<String> department(@Nullable User user) {
    return user == null
        ? Optional.empty()
        : user.getEnterpriseUser().flatMap(EnterpriseUser::getDepartment);
  }

  private static Optional<String> manager(@Nullable User user) {
    return user == null
        ? Optional.empty()
        : user.getEnterpriseUser().flatMap(EnterpriseUser::getManager).flatMap(Manager::getValue);
  }

  private static Optional<String> site(@Nullable User user) {
    return user == null
        ? Optional.empty()
        : user.getAddresses().stream()
            .flatMap(address -> address.getLocality().stream())
            .findFirst();
  }

  private static Optional<String> email(User user) {
    return Stream.of(
            user.getEmails().stream().filter(Email::isPrimary),
            user.getEmails().stream().filter(e -> e.getType().filter("work"::equals).isPresent()),
            user.getEmails().stream())
        .flatMap(emails -> emails)
        .flatMap(email -> email.getValue().stream())
        .findFirst()
        .or(user::getUserName);
  }

  /** Names in parts say most, for a provider that renames somebody changes those. */
  private static Optional<String> name(User user) {
    Optional<String> parts =
        user.getName()
            .map(
                name ->
                    String.join(
                            " ", name.getGivenName().orElse(""), name.getFamilyName().orElse(""))
                        .strip())
            .filter(text -> !text.isEmpty());
    return user.getDisplayName()
        .filter(text -> !text.isBlank())
        .or(() -> user.getName().flatMap(Name::getFormatted))
        .or(() -> parts);
  }

  /** The person whom the user says it is by number; null where it does not say. */
  static @Nullable String numberOf(JsonNode user) {
    JsonNode number =
        user.path("urn:ietf:params:scim:schemas:extension:enterprise:2.0:User")
            .path("employeeNumber");
    return number.isTextual() && !number.asText().isBlank() ? number.asText() : null;
  }
}
