package org.sobertally.server.intake;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.event.Event;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.server.book.file.BookService;
import org.sobertally.server.book.store.ActivityStore;
import org.sobertally.server.book.store.BookGuards;
import org.sobertally.server.book.store.BookRows;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.directory.DirectoryNames;
import org.sobertally.server.http.Params;
import org.sobertally.server.journal.Journal;
import org.sobertally.server.leading.FieldLeads;
import org.sobertally.server.links.LinkedNames;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** Looks at single files, takes them in, and takes an intake back. */
@ApplicationScoped
class IntakeService {

  static final String NOTHING_NEW = "Nothing in this file is new: there is nothing to take in.";

  private static final int LONGEST_SOURCE = 200;

  private final Books books;
  private final BookRows rows;
  private final BookService book;
  private final ActivityStore activity;
  private final IntakeStore store;
  private final Journal journal;
  private final TallyClock clock;
  private final BookGuards guards;
  private final FieldLeads leads;
  private final DirectoryNames directory;
  private final LinkedNames linked;
  private final Event<BookService.IntakeTakenBack> takenBack;
  private final Map<String, Progress> readings = new ConcurrentHashMap<>();

  IntakeService(
      Books books,
      BookRows rows,
      BookService book,
      ActivityStore activity,
      IntakeStore store,
      Journal journal,
      TallyClock clock,
      BookGuards guards,
      FieldLeads leads,
      DirectoryNames directory,
      LinkedNames linked,
      Event<BookService.IntakeTakenBack> takenBack) {
    this.guards = guards;
    this.leads = leads;
    this.directory = directory;
    this.linked = linked;
    this.takenBack = takenBack;
    this.books = books;
    this.rows = rows;
    this.book = book;
    this.activity = activity;
    this.store = store;
    this.journal = journal;
    this.clock = clock;
  }

  @Transactional
  String keep(String name, byte[] content, String actor) {
    return store.keepFile(name, content, actor, clock.now());
  }

  @Transactional
  List<Mapping> mappings() {
    return store.mappings();
  }

  /** How files of a source are read, where somebody said it. */
  @Transactional
  Optional<Mapping> mapping(String source) {
    return store.mappings().stream().filter(known -> known.source().equals(source)).findFirst();
  }

  /** What is said where nobody did. */
  static String unread(String source) {
    return "Nobody has said yet how files of '%s' are read. Bring one by hand and name its source so."
        .formatted(source);
  }

  @Transactional
  List<TakenFile> all() {
    return store.all();
  }

  /** A file that was brought. */
  @Transactional
  IntakeFile file(String id) {
    return store.file(id);
  }

  /** How far a reading under way has come; null if none is. */
  @Nullable Progress progress(String file) {
    return readings.get(file);
  }

  /** What taking the file would change; nothing is stored. */
  @Transactional
  FileChanges check(String file, Mapping mapping) {
    return draft(books.current(), file, mapping);
  }

  /** Takes the rows that can be taken, and remembers how the source is read. */
  FileChanges take(String file, Mapping mapping, String actor) {
    if (mapping.source() == null || mapping.source().isBlank()) {
      throw Refusal.badInput("source: say where such files come from.");
    }
    if (mapping.source().strip().length() > LONGEST_SOURCE) {
      throw Refusal.badInput("source: use at most %d characters.".formatted(LONGEST_SOURCE));
    }
    String id = UUID.randomUUID().toString();
    FileChanges taken =
        books.write(
            change -> {
              requireFree(change.book(), mapping.vendor());
              FileChanges draft = draft(change.book(), file, mapping);
              store(draft, id, file, actor);
              book.reload(change);
              return draft;
            });
    book.tellTaken(mapping.kind() == FileKind.HOLDINGS ? mapping.vendor() : null, id);
    return taken;
  }

  /** A file of people is of no vendor; one of a vendor's waits for moves on their way there. */
  private void requireFree(Book current, @Nullable String vendor) {
    guards.requireFree(current, vendor == null ? any -> false : vendor::equals);
  }

  private void store(FileChanges draft, String id, String file, String actor) {
    int said = leads.keep(draft.asides);
    if (draft.changes.isEmpty() && draft.uses.isEmpty() && said == 0) {
      throw Refusal.conflict(NOTHING_NEW);
    }
    rows.apply(draft.changes);
    draft.oldMails.forEach(old -> leads.hadMail(old[0], old[1]));
    Map<Long, Integer> added = activity.add(draft.uses);
    Mapping mapping = draft.mapping;
    int all = draft.sheet.rows().size();
    int days = added.values().stream().mapToInt(Integer::bitCount).sum();
    TakenFile taken = new TakenFile();
    taken.id = id;
    taken.source = mapping.source().strip();
    taken.kind = mapping.kind();
    taken.vendor = mapping.vendor();
    taken.fileName = store.file(file).name;
    taken.taken = clock.now();
    taken.actor = actor;
    taken.good = all - draft.rejected.size();
    taken.rejected = draft.rejected.size();
    taken.changed = draft.changes.size() + days;
    store.add(taken, draft.changes, added);
    store.remember(mapping.remembered(), clock.now());
    journal.add(
        actor,
        "FILE_TAKEN",
        "Took in %s from %s: %,d rows good, %,d rejected."
            .formatted(taken.fileName, taken.source, taken.good, taken.rejected));
  }

  private FileChanges draft(Book current, String file, Mapping mapping) {
    Sheet sheet = Sheet.read(store.file(file).content, mapping.sheet());
    fit(current, mapping, sheet);
    FileChanges draft =
        new FileChanges(
            current,
            rows,
            mapping,
            sheet,
            clock.today(),
            new FileChanges.Leading(
                leads.rules(),
                otherNames(),
                mapping.vendor() == null ? Map.of() : linked.of(mapping.vendor())));
    if (sheet.encoding() != null) {
      draft.notes.add("The letters of the file are read as %s.".formatted(sheet.encoding()));
    }
    Progress progress = new Progress(sheet.rows().size());
    readings.put(file, progress);
    try {
      read(draft, progress);
      draft.rejected.sort((one, other) -> Integer.compare(one.row(), other.row()));
      return draft;
    } finally {
      readings.remove(file);
    }
  }

  private Map<String, List<String>> otherNames() {
    Map<String, List<String>> names = new HashMap<>(leads.oldMails());
    directory
        .people()
        .forEach((name, person) -> names.merge(name, List.of(person), IntakeService::together));
    return names;
  }

  private static List<String> together(List<String> some, List<String> others) {
    return Stream.concat(some.stream(), others.stream()).distinct().toList();
  }

  private void read(FileChanges draft, Progress progress) {
    LocalDate today = clock.today();
    LocalDate to = Params.day("to", draft.mapping.to()).orElse(today);
    if (to.isAfter(today)) {
      throw Refusal.badInput("to: %s has not come yet.".formatted(to));
    }
    try {
      read(draft, to, progress);
    } catch (BookRows.NotAValueException e) {
      throw Refusal.notTaken(e.getMessage(), List.of());
    }
  }

  private void read(FileChanges draft, LocalDate to, Progress progress)
      throws BookRows.NotAValueException {
    Mapping mapping = draft.mapping;
    LocalDate from = Params.day("from", mapping.from()).orElse(null);
    switch (mapping.kind()) {
      case PEOPLE -> new PeopleFile(draft, to).take(progress);
      case CONTRACTS -> new ContractsFile(draft, to).take(progress);
      case RATES -> new RatesFile(draft, to).take(progress);
      case GROUPS -> new GroupsFile(draft).take(progress);
      case HOLDINGS -> {
        HoldingsFile seats = new HoldingsFile(draft, mapping.ofVendor(), to);
        seats.take(progress);
        if (!mapping.parts().isEmpty()) {
          seats.takeUse(from);
        }
      }
      case LAST_USE -> new LastUseFile(draft, mapping.ofVendor(), from, to).take(progress);
      case USE -> new UseFile(draft, mapping.ofVendor(), from, to).take(progress);
      case PRICES -> new PricesFile(draft, mapping.ofVendor()).take(progress);
      case OFFER -> new OfferFile(draft, mapping.ofVendor(), to).take(progress);
      case METER -> new MeterFile(draft, mapping.ofVendor(), to).take(progress);
      case BILL -> new BillFile(draft, mapping.ofVendor()).take(progress);
      case SESSIONS -> new SessionsFile(draft, mapping.ofVendor(), clock.zone()).take(progress);
    }
  }

  /** Refuses a mapping that does not fit the file, and says which column is amiss. */
  private static void fit(Book book, Mapping mapping, Sheet sheet) {
    if (mapping.kind() == null) {
      throw Refusal.badInput("kind: say what the file is about.");
    }
    boolean vendorKnown = mapping.vendor() != null && book.vendors().has(mapping.vendor());
    if (mapping.kind().isOfVendor() && !vendorKnown) {
      throw Refusal.badInput("vendor: say whose file it is.");
    }
    for (String field : mapping.columns().keySet()) {
      if (mapping.kind().field(field) == null) {
        throw Refusal.badInput("columns: a file of this kind has no field %s.".formatted(field));
      }
    }
    List<String> missing = mapping.missing(sheet.columns());
    if (!missing.isEmpty()) {
      throw Refusal.notTaken(
          "The mapping does not fit the file: it has no column %s. Its columns are %s."
              .formatted(String.join(", ", missing), String.join(", ", sheet.columns())),
          missing);
    }
    requireColumns(mapping.kind(), mapping.columns().keySet());
  }

  private static void requireColumns(FileKind kind, Set<String> told) {
    boolean namesPeople = told.contains("person") || told.contains("email");
    if (kind == FileKind.PEOPLE && !namesPeople) {
      throw Refusal.badInput("columns: say which column is 'person', or 'email'.");
    }
    for (FileKind.Field field : kind.fields()) {
      if (field.required() && !told.contains(field.name())) {
        throw Refusal.badInput(
            "columns: say which column is '%s'.".formatted(field.name().replace('_', ' ')));
      }
    }
  }

  /** Undoes what an intake changed, if nothing changed it since. */
  void takeBack(String id, String actor) {
    books.write(
        change -> {
          TakenFile intake = mayGo(store.all(), id);
          requireFree(change.book(), intake.vendor);
          List<BookRows.Change> changes = store.changes(id);
          BookRows.Change overtaken = rows.firstOvertaken(changes);
          if (overtaken != null) {
            throw Refusal.conflict(
                "It cannot be taken back any more: a row of %s (%s) was changed since."
                    .formatted(overtaken.file(), overtaken.name()));
          }
          List<BookRows.Change> back = new ArrayList<>(changes);
          Collections.reverse(back);
          activity.takeOut(store.uses(id));
          rows.apply(back.stream().map(BookRows.Change::reversed).toList());
          refuseOrphans();
          store.takenBack(id, actor, clock.now());
          journal.add(
              actor,
              "FILE_TAKEN_BACK",
              "Took back the intake of %s from %s.".formatted(intake.fileName, intake.source));
          book.reload(change);
          takenBack.fire(new BookService.IntakeTakenBack(id, change));
          return null;
        });
    book.tellTaken(null, null);
  }

  private void refuseOrphans() {
    String orphan = rows.firstOrphan();
    if (orphan != null) {
      throw Refusal.conflict("It cannot be taken back any more: %s".formatted(orphan));
    }
  }

  private static TakenFile mayGo(List<TakenFile> all, String id) {
    TakenFile intake =
        all.stream()
            .filter(row -> row.id.equals(id))
            .findFirst()
            .orElseThrow(() -> Refusal.notFound("There is no such intake."));
    if (intake.takenBack != null) {
      throw Refusal.conflict("It was taken back already.");
    }
    if (!intake.mayGo) {
      throw Refusal.conflict("Another book has taken its place: there is nothing to take back.");
    }
    for (TakenFile later : all) {
      boolean stands = later.number > intake.number && later.takenBack == null;
      if (stands && later.mayGo && later.sharesGroundWith(intake)) {
        throw Refusal.conflict(
            "%s came in after it. Take that back first.".formatted(later.fileName));
      }
    }
    return intake;
  }
}
