package org.sobertally.server.directory;

import de.captaingoldfish.scim.sdk.common.constants.enums.Comparator;
import de.captaingoldfish.scim.sdk.common.constants.enums.SortOrder;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.exceptions.ResourceNotFoundException;
import de.captaingoldfish.scim.sdk.common.resources.EnterpriseUser;
import de.captaingoldfish.scim.sdk.common.resources.User;
import de.captaingoldfish.scim.sdk.common.resources.complex.Manager;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.resources.complex.Name;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Address;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Email;
import de.captaingoldfish.scim.sdk.common.schemas.SchemaAttribute;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceHandler;
import de.captaingoldfish.scim.sdk.server.filter.AttributeExpressionLeaf;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.filter.resources.FilterResourceResolver;
import de.captaingoldfish.scim.sdk.server.response.PartialListResponse;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.sobertally.core.people.Person;

/**
 * Users are people: the employee number is their id, {@code active} is whether they are suspended,
 * and whoever is deleted has left. Those who left are not shown, but come back under their id.
 */
final class PersonHandler extends ResourceHandler<User> {

  private static final Instant LONG_AGO = Instant.parse("2025-01-01T00:00:00Z");

  private final Directory directory;

  PersonHandler(Directory directory) {
    this.directory = directory;
  }

  @Override
  public User createResource(User user, Context context) {
    String id =
        user.getEnterpriseUser()
            .flatMap(EnterpriseUser::getEmployeeNumber)
            .or(user::getExternalId)
            .or(user::getUserName)
            .orElseThrow(() -> new BadRequestException("A user needs a userName."));
    directory.addPerson(id, values -> fill(values, user));
    return user(id);
  }

  @Override
  public User getResource(
      String id,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    return user(id);
  }

  @Override
  public User updateResource(User user, Context context) {
    String id = user.getId().orElseThrow();
    user(id);
    directory.changePerson(id, values -> fill(values, user));
    return user(id);
  }

  @Override
  public void deleteResource(String id, Context context) {
    user(id);
    directory.leave(id);
  }

  /** One person by name is found directly; other filters are the library's to follow. */
  @Override
  public PartialListResponse<User> listResources(
      long startIndex,
      int count,
      FilterNode filter,
      SchemaAttribute sortBy,
      SortOrder sortOrder,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    Optional<String> name = wanted(filter);
    List<Person> here =
        directory.book().people().all().stream()
            .filter(p -> p.status() != Person.Status.LEFT)
            .filter(p -> name.isEmpty() || isCalled(p, name.get()))
            .toList();
    if (filter == null) {
      // Only what is shown is made: there may be fifty thousand.
      List<User> page =
          here.stream().skip(Math.max(0, startIndex - 1)).limit(count).map(this::user).toList();
      return PartialListResponse.<User>builder().resources(page).totalResults(here.size()).build();
    }
    List<User> found =
        FilterResourceResolver.filterResources(
            getServiceProvider(), here.stream().map(this::user).toList(), filter);
    List<User> page = found.stream().skip(Math.max(0, startIndex - 1)).limit(count).toList();
    return PartialListResponse.<User>builder().resources(page).totalResults(found.size()).build();
  }

  private static Optional<String> wanted(FilterNode filter) {
    boolean direct =
        filter instanceof AttributeExpressionLeaf leaf
            && leaf.getComparator() == Comparator.EQ
            && List.of("username", "externalid")
                .contains(leaf.getAttributeName().toLowerCase(Locale.ROOT));
    return direct ? ((AttributeExpressionLeaf) filter).getStringValue() : Optional.empty();
  }

  private static boolean isCalled(Person person, String name) {
    return person.id().equals(name) || person.email().equalsIgnoreCase(name);
  }

  private void fill(Map<String, String> values, User user) {
    email(user).ifPresent(email -> values.put("email", email));
    name(user).ifPresent(name -> values.put("name", name));
    values.putIfAbsent("name", values.get("email"));
    EnterpriseUser work = user.getEnterpriseUser().orElse(null);
    values.put("department", work == null ? null : work.getDepartment().orElse(null));
    values.put(
        "manager", work == null ? null : work.getManager().flatMap(Manager::getValue).orElse(null));
    values.put(
        "site",
        user.getAddresses().stream()
            .flatMap(address -> address.getLocality().stream())
            .findFirst()
            .orElse(null));
    values.put("time_zone", user.getTimezone().orElse(null));
    // Silence about it leaves somebody as they are; who had left is back.
    boolean leftBefore = "LEFT".equals(values.get("status"));
    user.isActive()
        .or(() -> leftBefore ? Optional.of(true) : Optional.empty())
        .ifPresent(active -> setActive(values, active));
  }

  private void setActive(Map<String, String> values, boolean active) {
    String status = values.get("status");
    boolean isActive = !status.equals("SUSPENDED") && !status.equals("LEFT");
    if (active != isActive) {
      values.put("status", active ? "ACTIVE" : "SUSPENDED");
      values.put("status_since", directory.today().toString());
      values.put("until", null);
    }
  }

  private static Optional<String> email(User user) {
    return Stream.concat(
            user.getEmails().stream().filter(Email::isPrimary), user.getEmails().stream())
        .flatMap(email -> email.getValue().stream())
        .findFirst()
        .or(user::getUserName);
  }

  private static Optional<String> name(User user) {
    return user.getName()
        .flatMap(
            name ->
                name.getFormatted()
                    .or(
                        () -> {
                          String joined =
                              String.join(
                                      " ",
                                      name.getGivenName().orElse(""),
                                      name.getFamilyName().orElse(""))
                                  .strip();
                          return Optional.of(joined).filter(text -> !text.isEmpty());
                        }))
        .or(user::getDisplayName);
  }

  private User user(String id) {
    var people = directory.book().people();
    Person person = people.has(id) ? people.byId(id) : null;
    if (person == null || person.status() == Person.Status.LEFT) {
      throw new ResourceNotFoundException("There is no person %s.".formatted(id));
    }
    return user(person);
  }

  /** A fresh object each time: patching changes the one it is given. */
  private User user(Person person) {
    EnterpriseUser.EnterpriseUserBuilder work =
        EnterpriseUser.builder().employeeNumber(person.id()).department(person.department());
    if (person.manager() != null) {
      work.manager(Manager.builder().value(person.manager()).build());
    }
    List<Address> addresses =
        person.site() == null
            ? List.of()
            : List.of(Address.builder().type("work").locality(person.site()).build());
    return User.builder()
        .id(person.id())
        .externalId(person.id())
        .userName(person.email())
        .name(Name.builder().formatted(person.name()).build())
        .displayName(person.name())
        .active(
            person.status() == Person.Status.ACTIVE || person.status() == Person.Status.ON_LEAVE)
        .emails(List.of(Email.builder().value(person.email()).primary(true).build()))
        .addresses(addresses)
        .enterpriseUser(work.build())
        .meta(Meta.builder().created(LONG_AGO).lastModified(LONG_AGO).build())
        .build();
  }
}
