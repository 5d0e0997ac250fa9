package org.sobertally.server.directory;

import com.fasterxml.jackson.databind.node.ObjectNode;
import de.captaingoldfish.scim.sdk.common.constants.ScimType;
import de.captaingoldfish.scim.sdk.common.constants.enums.SortOrder;
import de.captaingoldfish.scim.sdk.common.exceptions.BadRequestException;
import de.captaingoldfish.scim.sdk.common.exceptions.ResourceNotFoundException;
import de.captaingoldfish.scim.sdk.common.resources.Group;
import de.captaingoldfish.scim.sdk.common.resources.complex.Meta;
import de.captaingoldfish.scim.sdk.common.resources.multicomplex.Member;
import de.captaingoldfish.scim.sdk.common.schemas.SchemaAttribute;
import de.captaingoldfish.scim.sdk.common.utils.JsonHelper;
import de.captaingoldfish.scim.sdk.server.endpoints.Context;
import de.captaingoldfish.scim.sdk.server.endpoints.ResourceHandler;
import de.captaingoldfish.scim.sdk.server.filter.FilterNode;
import de.captaingoldfish.scim.sdk.server.response.PartialListResponse;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.server.directory.ScimRow.Kind;

/** Groups are groups; who is made a member of one gets, by its standing rules, what is due. */
final class GroupHandler extends ResourceHandler<Group> {

  private static final Instant LONG_AGO = Instant.parse("2000-01-01T00:00:00Z");

  private final Directory directory;
  private final ScimStore store;

  GroupHandler(Directory directory, ScimStore store) {
    this.store = store;
    this.directory = directory;
  }

  @Override
  public Group createResource(Group group, Context context) {
    String name = name(group);
    String slug = name.toLowerCase(Locale.ROOT).strip().replaceAll("[^\\p{L}\\p{N}]+", "-");
    String id = group.getExternalId().orElse(slug);
    directory.saveGroup(id, name, members(group), true, sent(group));
    return group(id);
  }

  private static String name(Group group) {
    return group
        .getDisplayName()
        .filter(name -> !name.isBlank())
        .orElseThrow(
            () ->
                new BadRequestException(
                    "A group needs a displayName.", null, ScimType.RFC7644.INVALID_VALUE));
  }

  private static Directory.Sent sent(Group group) {
    ObjectNode copy = (ObjectNode) JsonHelper.readJsonDocument(group.toString());
    copy.remove(List.of("id", "meta", "members"));
    return new Directory.Sent(group.getExternalId().orElse(null), copy.toString());
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
    directory.saveGroup(id, name(group), members(group), false, sent(group));
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
    Map<String, ScimRow> rows = store.all(Kind.GROUP);
    List<Group> all =
        directory.book().groups().all().stream()
            .map(group -> shown(group.id(), rows.get(group.id())))
            .toList();
    List<Group> found = filter == null ? all : Search.fitting(all, context);
    List<Group> page = found.stream().skip(Math.max(0, startIndex - 1)).limit(count).toList();
    return PartialListResponse.<Group>builder().resources(page).totalResults(found.size()).build();
  }

  private Group group(String id) {
    var groups = directory.book().groups();
    if (!groups.has(id)) {
      throw new ResourceNotFoundException("There is no group %s.".formatted(id));
    }
    return shown(id, store.find(Kind.GROUP, id).orElse(null));
  }

  private Group shown(String id, @Nullable ScimRow row) {
    var group = directory.book().groups().byId(id);
    ScimRow sent = row == null || row.gone ? null : row;
    return Group.builder()
        .id(group.id())
        .externalId(sent == null ? null : sent.externalId)
        .displayName(group.name())
        .members(
            group.members().stream()
                .map(
                    member ->
                        Member.builder()
                            .value(member)
                            .display(directory.book().people().byId(member).name())
                            .type("User")
                            .build())
                .toList())
        .meta(
            Meta.builder()
                .created(sent == null ? LONG_AGO : sent.created)
                .lastModified(sent == null ? LONG_AGO : sent.modified)
                .build())
        .build();
  }
}
