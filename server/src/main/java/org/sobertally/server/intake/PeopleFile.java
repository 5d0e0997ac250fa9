package org.sobertally.server.intake;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.file.ManagerChains;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;

/** Takes people: what a file does not say of somebody stays as it is. */
final class PeopleFile {

  private static final String PEOPLE = "people.csv";
  private static final Set<String> DAYS = Set.of("status_since", "until", "joined");
  private static final Map<String, List<String>> CHOICES =
      Map.of(
          "status", List.of("ACTIVE", "ON_LEAVE", "SUSPENDED", "LEFT"),
          "kind", List.of("PERSON", "SERVICE"));

  private final FileChanges draft;
  private final LocalDate day;
  private final AccountLookup whos;
  private final Map<String, Integer> rowOf = new LinkedHashMap<>();
  private final Map<String, String[]> before = new HashMap<>();

  /**
   * @param day on which the file was made
   */
  PeopleFile(FileChanges draft, LocalDate day) {
    this.draft = draft;
    this.day = day;
    this.whos = new AccountLookup(draft.book, null);
  }

  void take(Progress progress) {
    // Everybody first: a manager may stand in a later row.
    for (int row = 0; row < draft.sheet.rows().size(); row++) {
      String id = draft.text(row, "person");
      if (!id.isEmpty() && rowOf.putIfAbsent(id, row) == null) {
        whos.addPerson(id, draft.text(row, "email").isEmpty() ? id : draft.text(row, "email"));
      }
    }
    List<List<String>> keys = rowOf.keySet().stream().map(List::of).toList();
    draft.rows.find(PEOPLE, keys).forEach((key, row) -> before.put(key.get(0), row));
    Map<String, String[]> after = new LinkedHashMap<>();
    draft.forEachRow(progress, row -> after.put(draft.text(row, "person"), row(row)));
    dropUnknownManagers(after);
    dropCircles(after);
    after.forEach(this::change);
    if (draft.mapping.whole()) {
      letTheRestLeave();
    }
  }

  /** A row that could not be read may be of anybody, so then nobody leaves. */
  private void letTheRestLeave() {
    if (rowOf.isEmpty()) {
      draft.notes.add("The file names nobody at all, so nobody leaves.");
      return;
    }
    if (!draft.rejected.isEmpty()) {
      draft.notes.add(
          "Nobody leaves while rows are rejected: one of them may be of somebody who would. Mend"
              + " them first.");
      return;
    }
    List<List<String>> gone =
        draft.book.people().all().stream()
            .filter(p -> p.kind() == Person.Kind.PERSON && p.status() != Person.Status.LEFT)
            .filter(p -> !rowOf.containsKey(p.id()))
            .map(p -> List.of(p.id()))
            .toList();
    List<String> columns = BookRows.columns(PEOPLE);
    Map<List<String>, String[]> stored = draft.rows.find(PEOPLE, gone);
    for (List<String> key : gone) {
      String[] now = stored.get(key);
      String[] after = now.clone();
      after[columns.indexOf("status")] = "LEFT";
      after[columns.indexOf("status_since")] = day.toString();
      after[columns.indexOf("until")] = null;
      draft.changes.add(new BookRows.Change(PEOPLE, now, after));
      draft.count(Count.LEFT);
    }
  }

  private String[] row(int row) throws BadRowException, BookRows.NotAValueException {
    String id = draft.text(row, "person");
    if (id.isEmpty()) {
      throw new BadRowException("person", "The row names nobody.");
    }
    if (rowOf.get(id) != row) {
      int first = draft.sheet.lines().get(rowOf.get(id));
      throw new BadRowException("person", "Row %d is of the same person.".formatted(first));
    }
    Map<String, String> values = known(id);
    for (FileKind.Field field : FileKind.PEOPLE.fields()) {
      if (draft.isMapped(field.name())) {
        values.put(field.name(), value(row, field.name()));
      }
    }
    values.put("person", id);
    sinceWhen(values, id);
    return BookRows.row(PEOPLE, values);
  }

  /** A status that is new holds from the file's day on, where the file does not say since when. */
  private void sinceWhen(Map<String, String> values, String id) {
    String[] now = before.get(id);
    String was = now == null ? "ACTIVE" : now[BookRows.columns(PEOPLE).indexOf("status")];
    if (!values.get("status").equals(was) && !draft.isMapped("status_since")) {
      values.put("status_since", day.toString());
      if (!draft.isMapped("until")) {
        values.put("until", null);
      }
    }
  }

  private Map<String, String> known(String id) {
    Map<String, String> values = new HashMap<>();
    String[] now = before.get(id);
    if (now != null) {
      List<String> columns = BookRows.columns(PEOPLE);
      for (int c = 0; c < columns.size(); c++) {
        values.put(columns.get(c), now[c]);
      }
    } else {
      values.put("status", "ACTIVE");
    }
    return values;
  }

  private String value(int row, String field) throws BadRowException {
    String text = draft.text(row, field);
    if (text.isEmpty()) {
      return field.equals("status") ? "ACTIVE" : null;
    }
    if (DAYS.contains(field)) {
      LocalDate day = draft.day(row, field, null);
      return day.toString();
    }
    if (field.equals("manager")) {
      String manager = whos.person(text, field);
      if (manager == null) {
        throw new BadRowException(
            field, "Nobody here or in the file is called '%s'.".formatted(text));
      }
      return manager;
    }
    return CHOICES.containsKey(field) ? meant(field, text) : text;
  }

  /** A word of the file's own, or one of ours however it is written. */
  private String meant(String field, String text) throws BadRowException {
    String said = draft.mapping.values().getOrDefault(text, text);
    String meant = said.toUpperCase(Locale.ROOT).replaceAll("[ -]+", "_");
    if (!CHOICES.get(field).contains(meant)) {
      throw new BadRowException(
          field,
          "'%s' is none of %s. Say what it means."
              .formatted(text, String.join(", ", CHOICES.get(field))));
    }
    return meant;
  }

  /** Somebody's manager may stand in a row that cannot be taken. */
  private void dropUnknownManagers(Map<String, String[]> after) {
    int manager = BookRows.columns(PEOPLE).indexOf("manager");
    boolean again = true;
    while (again) {
      again =
          after
              .entrySet()
              .removeIf(
                  entry -> {
                    String of = entry.getValue()[manager];
                    boolean unknown =
                        of != null && !after.containsKey(of) && !draft.book.people().has(of);
                    if (unknown) {
                      draft.reject(
                          rowOf.get(entry.getKey()), "manager", "Their row is left out itself.");
                    }
                    return unknown;
                  });
    }
  }

  private void dropCircles(Map<String, String[]> after) {
    int manager = BookRows.columns(PEOPLE).indexOf("manager");
    Map<String, String> managers = new HashMap<>();
    for (Person person : draft.book.people().all()) {
      managers.put(person.id(), person.manager());
    }
    after.forEach((id, row) -> managers.put(id, row[manager]));
    ManagerChains.circles(managers)
        .forEach(
            (id, chain) -> {
              if (after.remove(id) != null) {
                draft.reject(rowOf.get(id), "manager", ManagerChains.say(chain));
              }
            });
  }

  private void change(String id, String[] row) {
    String[] now = before.get(id);
    if (Arrays.equals(now, row)) {
      draft.count(Count.SAME);
      return;
    }
    draft.count(now == null ? Count.NEW : Count.CHANGED);
    draft.changes.add(new BookRows.Change(PEOPLE, now, row));
  }
}
