package org.sobertally.server.directory;

import de.captaingoldfish.scim.sdk.common.constants.enums.SortOrder;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.exceptions.ResourceNotFoundException;
import de.captaingoldfish.scim.sdk.common.resources.Group;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Member;
import de.captaingoldfish.scim.sdk.common.schemas.SchemaAttribute;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceHandler;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.filter.resources.FilterResourceResolver;
import de.captaingoldfish.scim.sdk.server.response.PartialListResponse;
import java.time.Instant;
import java.util.List;
import java.util.Locale;

/** Groups are groups; who is made a member of one gets, by its standing rules, what is due. */
final class GroupHandler extends ResourceHandler<Group> {

  private static final Instant LONG_AGO = Instant.parse("2025-01-01T00:00:00Z");

  private final Directory directory;

  GroupHandler(Directory directory) {
    this.directory = directory;
  }

  @Override
  public Group createResource(Group group, Context context) {
    String name = name(group);
    String id =
        group
            .getExternalId()
            .orElseGet(
                () -> name.toLowerCase(Locale.ROOT).strip().replaceAll("[^\\p{L}\\p{N}]+", "-"));
    directory.saveGroup(id, name, members(group), true);
    return group(id);
  }

  private static String name(Group group) {
    return group
        .getDisplayName()
        .filter(name -> !name.isBlank())
        .orElseThrow(() -> new BadRequestException("A group needs a displayName."));
  }

  private static List<String> members(Group group) {
    return group.getMembers().stream()
        .flatMap(m -> m.getValue().stream())
        .distinct()
        .sorted()
        .toList();
  }

  @Override
  public Group getResource(
      String id,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    return group(id);
  }

  @Override
  public Group updateResource(Group group, Context context) {
    String id = group.getId().orElseThrow();
    group(id);
    directory.saveGroup(id, name(group), members(group), false);
    return group(id);
  }

  @Override
  public void deleteResource(String id, Context context) {
    group(id);
    directory.dropGroup(id);
  }

  @Override
  public PartialListResponse<Group> listResources(
      long startIndex,
      int count,
      FilterNode filter,
      SchemaAttribute sortBy,
      SortOrder sortOrder,
      List<SchemaAttribute> attributes,
      List<SchemaAttribute> excluded,
      Context context) {
    List<Group> all = directory.book().groups().all().stream().map(g -> group(g.id())).toList();
    List<Group> found =
        filter == null
            ? all
            : FilterResourceResolver.filterResources(getServiceProvider(), all, filter);
    List<Group> page = found.stream().skip(Math.max(0, startIndex - 1)).limit(count).toList();
    return PartialListResponse.<Group>builder().resources(page).totalResults(found.size()).build();
  }

  private Group group(String id) {
    var groups = directory.book().groups();
    if (!groups.has(id)) {
      throw new ResourceNotFoundException("There is no group %s.".formatted(id));
    }
    var group = groups.byId(id);
    return Group.builder()
        .id(group.id())
        .displayName(group.name())
        .members(
            group.members().stream()
                .map(member -> Member.builder().value(member).type("User").build())
                .toList())
        .meta(Meta.builder().created(LONG_AGO).lastModified(LONG_AGO).build())
        .build();
  }
}
