package org.sobertally.server.directory;

import com.fasterxml.jackson.databind.JsonNode;
import de.captaingoldfish.scim.sdk.common.constants.ScimType;
import de.captaingoldfish.scim.sdk.common.constants.enums.Comparator;
import de.captaingoldfish.scim.sdk.common.constants.enums.SortOrder;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.exceptions.ResourceNotFoundException;
import de.captaingoldfish.scim.sdk.common.resources.User;
import de.captaingoldfish.scim.sdk.common.schemas.SchemaAttribute;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceHandler;
import de.captaingoldfish.scim.sdk.server.filter.AttributeExpressionLeaf;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.response.PartialListResponse;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Person;
import org.sobertally.server.directory.ScimRow.Kind;

/**
 * Users are people: {@code active} is whether they are suspended or have left, and whoever is
 * deleted has left. Those who left otherwise are still found, so that nobody is made twice; those
 * who were deleted come back as who they were.
 */
final class PersonHandler extends ResourceHandler<User> {

  private final Directory directory;
  private final ScimStore store;
  private final Users users = new Users();

  PersonHandler(Directory directory, ScimStore store) {
    this.directory = directory;
    this.store = store;
  }

  private Book book() {
    return directory.book();
  }

  @Override
  public User createResource(User user, Context context) {
    String name = requiredName(user);
    String id = directory.addUser(user, name, this::personOf, () -> requireFree(name, null));
    return user(id);
  }

  private static String requiredName(User user) {
    return user.getUserName()
        .filter(name -> !name.isBlank())
        .orElseThrow(
            () ->
                new BadRequestException(
                    "A user needs a userName.", null, ScimType.RFC7644.INVALID_VALUE));
  }

  /**
   * Who it is: by personnel number, as whom the provider deleted under that name or id of its own,
   * or nobody yet.
   */
  private String personOf(User user) {
    return user.getEnterpriseUser()
        .flatMap(work -> work.getEmployeeNumber())
        .filter(number -> !number.isBlank())
        .or(() -> deleted(store.named(Kind.USER, user.getUserName().orElseThrow())))
        .or(() -> user.getExternalId().flatMap(e -> deleted(store.external(Kind.USER, e))))
        .or(() -> user.getExternalId().filter(id -> !book().people().has(id)))
        .orElseGet(() -> directory.freeId(user.getUserName().orElseThrow()));
  }

  private Optional<String> deleted(List<ScimRow> rows) {
    return rows.stream()
        .filter(row -> row.gone && book().people().has(row.id))
        .map(row -> row.id)
        .findFirst();
  }

  /** Nobody else may have the name, however it is written. */
  private void requireFree(String name, @Nullable String but) {
    String derived = users.personNamed(name, book());
    boolean byFile =
        derived != null && !derived.equals(but) && store.find(Kind.USER, derived).isEmpty();
    boolean bySent =
        store.named(Kind.USER, name).stream()
            .anyMatch(row -> !row.gone && !row.id.equals(but) && book().people().has(row.id));
    if (byFile || bySent) {
      throw Directory.taken("There is a user named %s already.".formatted(name));
    }
  }

  /** The user as it is now, for a change to it; an empty object where there is none. */
  JsonNode asItIs(String id) {
    return JsonHelper.readJsonDocument(known(id).map(User::toString).orElse("{}"));
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
    String name = requiredName(user);
    directory.changeUser(id, user, name, () -> requireFree(name, id));
    return user(id);
  }

  @Override
  public void deleteResource(String id, Context context) {
    User user = user(id);
    directory.deleteUser(id, user);
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
    if (filter == null) {
      return page(startIndex, count);
    }
    List<User> found = Search.fitting(candidates(filter).toList(), context);
    List<User> page = found.stream().skip(Math.max(0, startIndex - 1)).limit(count).toList();
    return PartialListResponse.<User>builder().resources(page).totalResults(found.size()).build();
  }

  /** Only what is shown is made: there may be fifty thousand. */
  private PartialListResponse<User> page(long startIndex, int count) {
    Map<String, ScimRow> rows = store.all(Kind.USER);
    List<Person> here =
        book().people().all().stream().filter(person -> !isGone(rows.get(person.id()))).toList();
    List<User> page =
        here.stream()
            .skip(Math.max(0, startIndex - 1))
            .limit(count)
            .map(person -> shown(person, rows.get(person.id())))
            .toList();
    return PartialListResponse.<User>builder().resources(page).totalResults(here.size()).build();
  }

  private static boolean isGone(@Nullable ScimRow row) {
    return row != null && row.gone;
  }

  private User shown(Person person, @Nullable ScimRow row) {
    return users.shown(person, row, book());
  }

  /** All who may fit the filter. */
  private Stream<User> candidates(FilterNode filter) {
    if (filter instanceof AttributeExpressionLeaf leaf
        && leaf.getComparator() == Comparator.EQ
        && leaf.getStringValue().isPresent()) {
      String value = leaf.getStringValue().get();
      String attribute = leaf.getAttributeName().toLowerCase(Locale.ROOT);
      if (attribute.equals("username")) {
        return Stream.concat(
                store.named(Kind.USER, value).stream().map(row -> row.id),
                Stream.ofNullable(users.personNamed(value, book())))
            .distinct()
            .flatMap(id -> known(id).stream());
      } else if (attribute.equals("externalid")) {
        return store.external(Kind.USER, value).stream().flatMap(row -> known(row.id).stream());
      }
    }
    Map<String, ScimRow> rows = store.all(Kind.USER);
    return book().people().all().stream()
        .filter(person -> !isGone(rows.get(person.id())))
        .map(person -> shown(person, rows.get(person.id())));
  }

  private Optional<User> known(String id) {
    ScimRow row = store.find(Kind.USER, id).orElse(null);
    return book().people().has(id) && !isGone(row)
        ? Optional.of(shown(book().people().byId(id), row))
        : Optional.empty();
  }

  private User user(String id) {
    return known(id)
        .orElseThrow(() -> new ResourceNotFoundException("There is no person %s.".formatted(id)));
  }
}
