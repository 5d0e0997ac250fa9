package org.sobertally.server.intake;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.people.Person;
import org.sobertally.server.book.file.ManagerChains;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.intake.FileChanges.BadRowException;
import org.sobertally.server.intake.FileChanges.Count;
import org.sobertally.server.leading.LeadRules;
import org.sobertally.server.leading.Source;

/** Takes people: what a file does not say of somebody stays as it is. */
final class PeopleFile {

  private static final String PEOPLE = "people.csv";
  private static final Set<String> DAYS = Set.of("status_since", "until", "joined", "leaves");
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
    this.whos = new AccountLookup(draft.book, null, draft.leading);
  }

  void take(Progress progress) {
    // Everybody first: a manager may stand in a later row.
    for (int row = 0; row < draft.sheet.rows().size(); row++) {
      String id = id(row);
      if (!id.isEmpty() && rowOf.putIfAbsent(id, row) == null) {
        List<String> mails = mails(row);
        whos.addPerson(id, mails.isEmpty() ? id : mails.get(0));
      }
    }
    List<List<String>> keys = rowOf.keySet().stream().map(List::of).toList();
    draft.rows.find(PEOPLE, keys).forEach((key, row) -> before.put(key.get(0), row));
    Map<String, String[]> after = new LinkedHashMap<>();
    draft.forEachRow(progress, row -> after.put(id(row), row(row)));
    dropUnknownManagers(after);
    dropCircles(after);
    after.forEach(this::change);
    sayWhatIsAside();
    if (draft.mapping.whole()) {
      letTheRestLeave();
    }
  }

  private void sayWhatIsAside() {
    Map<String, Integer> differ = new java.util.TreeMap<>();
    draft.asides.stream()
        .filter(aside -> aside.said() != null)
        .forEach(aside -> differ.merge(aside.field(), 1, Integer::sum));
    differ.forEach(
        (field, count) ->
            draft.notes.add(
                "%d times the file says something else of %s: the directory leads it, so that is kept aside."
                    .formatted(count, field)));
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
      String[] now = requireNonNull(stored.get(key));
      Map<String, String> after = new HashMap<>(BookRows.byColumn(PEOPLE, now));
      after.put("status", "LEFT");
      after.put("status_since", day.toString());
      after.put("until", null);
      LeadRules.Led led =
          draft.leading.rules().led(Source.FILE, BookRows.byColumn(PEOPLE, now), after);
      draft.asides.addAll(led.asides());
      if ("LEFT".equals(led.values().get("status"))) {
        draft.changes.add(new BookRows.Change(PEOPLE, now, inOrder(columns, led.values())));
        draft.count(Count.LEFT);
      }
    }
  }

  /** What the file calls them; where it has no ids, whoever has the mail or will go by it. */
  private String id(int row) {
    List<String> mails = mails(row);
    if (draft.isMapped("person") || mails.isEmpty()) {
      return draft.text(row, "person");
    }
    try {
      for (String mail : mails) {
        String known = whos.person(mail, "email");
        if (known != null) {
          return known;
        }
      }
      return mails.get(0).toLowerCase(Locale.ROOT);
    } catch (BadRowException e) {
      // Several have it, so that the row cannot be anybody's.
      return "";
    }
  }

  /** The row's addresses, the first of which is theirs now. */
  private List<String> mails(int row) {
    return Arrays.stream(draft.text(row, "email").split("[;,|\\s]+"))
        .filter(mail -> !mail.isEmpty())
        .toList();
  }

  private static String[] inOrder(List<String> columns, Map<String, String> values) {
    return columns.stream().map(values::get).toArray(String[]::new);
  }

  private String[] row(int row) throws BadRowException, BookRows.NotAValueException {
    String id = id(row);
    if (id.isEmpty()) {
      throw new BadRowException(
          draft.isMapped("person") ? "person" : "email",
          draft.isMapped("person") || mails(row).isEmpty()
              ? "The row names nobody."
              : "Several people have this address. Bring a column with an id of theirs.");
    }
    int earlier = rowOf.getOrDefault(id, row);
    if (earlier != row) {
      int first = draft.sheet.lines().get(earlier);
      throw new BadRowException("person", "Row %d is of the same person.".formatted(first));
    }
    Map<String, String> values = known(id);
    for (FileKind.Field field : FileKind.PEOPLE.fields()) {
      if (draft.isMapped(field.name())) {
        values.put(field.name(), value(row, field.name()));
      }
    }
    values.put("person", id);
    if (!draft.isMapped("name")) {
      values.putIfAbsent("name", values.get("email"));
    }
    sinceWhen(values, id);
    LeadRules.Led led = draft.leading.rules().led(Source.FILE, nowOf(id), values);
    draft.asides.addAll(led.asides());
    rememberMails(row, id, led.values().get("email"));
    return BookRows.row(PEOPLE, led.values());
  }

  private @Nullable Map<String, String> nowOf(String id) {
    String[] now = before.get(id);
    return now == null ? null : BookRows.byColumn(PEOPLE, now);
  }

  /** The address that they had, and others of the same row, go on meaning them. */
  private void rememberMails(int row, String id, @Nullable String email) {
    Map<String, String> now = nowOf(id);
    if (now != null && now.get("email") != null && !now.get("email").equalsIgnoreCase(email)) {
      draft.oldMails.add(new String[] {id, now.get("email")});
    }
    mails(row).stream()
        .filter(mail -> !mail.equalsIgnoreCase(email))
        .forEach(mail -> draft.oldMails.add(new String[] {id, mail}));
  }

  /** A status that is new holds from the file's day on, where the file does not say since when. */
  private void sinceWhen(Map<String, String> values, String id) {
    String[] now = before.get(id);
    String was = now == null ? "ACTIVE" : now[BookRows.columns(PEOPLE).indexOf("status")];
    if (!was.equals(values.get("status")) && !draft.isMapped("status_since")) {
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

  private @Nullable String value(int row, String field) throws BadRowException {
    String text = draft.text(row, field);
    if (text.isEmpty()) {
      return field.equals("status") ? "ACTIVE" : null;
    }
    if (DAYS.contains(field)) {
      LocalDate said = draft.day(row, field, null);
      return said == null ? null : said.toString();
    }
    if (field.equals("manager")) {
      String manager = whos.person(text, field);
      if (manager == null) {
        throw new BadRowException(
            field, "Nobody here or in the file is called '%s'.".formatted(text));
      }
      return manager;
    }
    if (field.equals("email")) {
      return mails(row).stream().findFirst().orElse(null);
    }
    return CHOICES.containsKey(field) ? meant(field, text) : text;
  }

  /** A word of the file's own, or one of ours however it is written. */
  private String meant(String field, String text) throws BadRowException {
    String said = draft.mapping.values().getOrDefault(text, text);
    String meant = said.toUpperCase(Locale.ROOT).replaceAll("[ -]+", "_");
    List<String> choices = requireNonNull(CHOICES.get(field), field);
    if (!choices.contains(meant)) {
      throw new BadRowException(
          field,
          "'%s' is none of %s. Say what it means.".formatted(text, String.join(", ", choices)));
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
                          requireNonNull(rowOf.get(entry.getKey())),
                          "manager",
                          "Their row is left out itself.");
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
                draft.reject(requireNonNull(rowOf.get(id)), "manager", ManagerChains.say(chain));
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
