package org.sobertally.server.intake;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.people.Group;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;
import org.sobertally.server.names.Slugs;

/** Takes who is in which group, and who leads it; who is not named stays where they are. */
final class GroupsFile {

  private static final Set<String> YES = Set.of("yes", "true", "lead", "x", "1", "ja", "oui", "sí");

  private final FileChanges draft;
  private final AccountLookup people;
  private final Map<String, String> idsByName = new HashMap<>();
  private final Set<List<String>> seen = new HashSet<>();

  GroupsFile(FileChanges draft) {
    this.draft = draft;
    this.people = new AccountLookup(draft.book, null, draft.leading);
    for (Group group : draft.book.groups().all()) {
      idsByName.put(group.name().toLowerCase(Locale.ROOT), group.id());
    }
    for (Group group : draft.book.groups().all()) {
      idsByName.put(group.id().toLowerCase(Locale.ROOT), group.id());
    }
  }

  void take(Progress progress) {
    draft.forEachRow(progress, this::take);
  }

  private void take(int row) throws BadRowException, BookRows.NotAValueException {
    String name = draft.text(row, "group");
    if (name.isEmpty()) {
      throw new BadRowException("group", "The row names no group.");
    }
    String who = draft.text(row, "who");
    String person = people.person(who, "who");
    if (person == null) {
      throw new BadRowException("who", "Nobody is called '%s'. Bring people first.".formatted(who));
    }
    String group = group(name);
    if (!seen.add(List.of(group, person))) {
      throw new BadRowException("who", "An earlier row has them in the same group.");
    }
    String[] now = draft.rows.find(BookSchema.GROUP_MEMBERS, group, person);
    Map<String, String> values =
        now == null ? new HashMap<>() : BookRows.byColumn(BookSchema.GROUP_MEMBERS, now);
    values.put("group", group);
    values.put("person", person);
    if (draft.isMapped("lead")) {
      boolean leads = YES.contains(draft.text(row, "lead").toLowerCase(Locale.ROOT));
      values.put("lead", leads ? "true" : null);
    }
    draft.countAndPut(
        BookSchema.GROUP_MEMBERS, now, BookRows.row(BookSchema.GROUP_MEMBERS, values));
  }

  private String group(String name) throws BookRows.NotAValueException {
    String known = idsByName.get(name.toLowerCase(Locale.ROOT));
    if (known != null) {
      return known;
    }
    String slug = Slugs.of(name);
    String id = slug;
    for (int n = 2; idsByName.containsKey(id) || draft.book.groups().has(id); n++) {
      id = slug + "-" + n;
    }
    idsByName.put(name.toLowerCase(Locale.ROOT), id);
    idsByName.put(id, id);
    draft.put(BookSchema.GROUPS, null, new HashMap<>(Map.of("group", id, "name", name)));
    draft.count(Count.GROUPS);
    return id;
  }
}
