package org.sobertally.server.slates;

import static java.util.Objects.requireNonNull;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
import org.sobertally.core.slate.Remark;
import org.sobertally.core.time.Days;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.slates.moves.MoveRequest;
import org.sobertally.server.slates.moves.MoveResolver;
import org.sobertally.server.slates.moves.MoveTypes;
import org.sobertally.server.slates.moves.SlateMove;

/**
 * Reads a pasted or uploaded list (a person and a plan in each row) and says row by row what would
 * happen, in the order of the rows and after what is on the draft already.
 */
final class ListCheck {

  static final int MOST_ROWS = 20_000;

  private static final Set<String> HEADINGS =
      Set.of("person", "mail", "email", "e-mail", "address", "name", "account");

  /**
   * @param row from 1, as in the list
   * @param verdict {@code GOOD}, or what is the matter
   * @param message one plain sentence; of a good row its warnings, if any
   * @param move what to put on the slate; null unless good
   */
  @Schema(name = "ListRow")
  record Row(
      int row,
      String who,
      String what,
      String verdict,
      String message,
      @Schema(nullable = true) @Nullable String person,
      @Schema(nullable = true) @Nullable String name,
      @Schema(nullable = true) @Nullable String planName,
      @Schema(nullable = true) @Nullable MoveRequest move) {}

  /**
   * @param verdicts how many rows have each
   */
  @Schema(name = "ListCheck")
  record Result(int good, int rest, Map<String, Integer> verdicts, List<Row> rows) {}

  private record Fault(String verdict, String message) {}

  private final MoveTypes types;
  private final Book book;
  private final LocalDate today;
  private final MoveKind kind;
  private final @Nullable Plan usualPlan;
  private final Map<String, List<Person>> people = new HashMap<>();
  private final Map<String, List<Plan>> plans = new HashMap<>();

  /**
   * @param kind {@code HAND_OUT} or {@code TAKE_BACK}
   * @param usualPlan of rows that name none; null where each must
   */
  ListCheck(MoveTypes types, Book book, LocalDate today, MoveKind kind, @Nullable Plan usualPlan) {
    this.types = types;
    this.book = book;
    this.today = today;
    this.kind = kind;
    this.usualPlan = usualPlan;
    for (Person person : book.people().all()) {
      know(people, person.id(), person);
      know(people, person.email(), person);
    }
    for (Plan plan : book.plans().all()) {
      String vendor = book.vendors().byId(plan.vendor()).name();
      know(plans, plan.id(), plan);
      know(plans, plan.name(), plan);
      know(plans, vendor + " " + plan.name(), plan);
    }
  }

  private static <T> void know(Map<String, List<T>> index, String name, T thing) {
    List<T> same = index.computeIfAbsent(key(name), k -> new ArrayList<>(1));
    if (!same.contains(thing)) {
      same.add(thing);
    }
  }

  private static String key(String name) {
    return name.strip().toLowerCase(Locale.ROOT);
  }

  Result check(String text, List<Move> onDraft) {
    List<String[]> lines = read(text);
    MoveResolver resolver = new MoveResolver(types, book, today);
    List<Row> rows = new ArrayList<>();
    List<Move> moves = new ArrayList<>(onDraft);
    Map<Integer, Integer> moveOfRow = new HashMap<>();
    for (int n = 0; n < lines.size(); n++) {
      Row row = understand(n + 1, lines.get(n));
      if (row.move() != null) {
        SlateMove move = resolver.resolve(row.move());
        if (move == null) {
          var faults = resolver.faults();
          row = with(row, "NOT_SOLD", faults.get(faults.size() - 1).message(), null);
        } else {
          moveOfRow.put(n, moves.size());
          moves.add(types.toCore(move));
        }
      }
      rows.add(row);
    }
    judge(rows, moves, moveOfRow);
    Map<String, Integer> verdicts = new TreeMap<>();
    rows.forEach(row -> verdicts.merge(row.verdict(), 1, Integer::sum));
    int good = verdicts.getOrDefault("GOOD", 0);
    return new Result(good, rows.size() - good, verdicts, rows);
  }

  /** What the slate would say of each: the blocks of the preview. */
  private void judge(List<Row> rows, List<Move> moves, Map<Integer, Integer> moveOfRow) {
    List<Preview.MovePreview> previews = Previewer.of(book, today, moves).moves();
    moveOfRow.forEach(
        (n, m) -> {
          Row row = rows.get(n);
          Preview.MovePreview seen = previews.get(m);
          if (seen.canGo()) {
            List<String> warnings =
                seen.warnings().stream()
                    .filter(warning -> warning.code() != Remark.Code.SAVES_LATER)
                    .map(Remark::text)
                    .toList();
            rows.set(n, with(row, "GOOD", String.join(" ", warnings), row.move()));
          } else {
            Remark block = seen.blocks().get(0);
            rows.set(n, with(row, block.code().name(), block.text(), null));
          }
        });
  }

  private static Row with(Row row, String verdict, String message, @Nullable MoveRequest move) {
    return new Row(
        row.row(),
        row.who(),
        row.what(),
        verdict,
        message,
        row.person(),
        row.name(),
        row.planName(),
        move);
  }

  private static List<String[]> read(String text) {
    List<String[]> lines = rows(text);
    if (lines.size() == 1 && areAddresses(lines.get(0))) {
      // People on one line, as they are copied out of a mail.
      return Arrays.stream(lines.get(0))
          .filter(who -> !who.isBlank())
          .map(who -> new String[] {who})
          .toList();
    }
    if (lines.isEmpty()) {
      throw Refusal.badInput("The list is empty. Write a person and a plan in each row.");
    }
    return lines;
  }

  private static List<String[]> rows(String text) {
    List<String[]> lines = new ArrayList<>();
    char separator = text.indexOf('\t') >= 0 ? '\t' : text.indexOf(';') >= 0 ? ';' : ',';
    String plain = text.startsWith("\uFEFF") ? text.substring(1) : text;
    try (CsvReader<CsvRecord> reader =
        CsvReader.builder()
            .fieldSeparator(separator)
            .skipEmptyLines(true)
            .allowMissingFields(true)
            .allowExtraFields(true)
            .ofCsvRecord(plain)) {
      for (CsvRecord line : reader) {
        boolean heading = lines.isEmpty() && HEADINGS.contains(key(line.getField(0)));
        if (!heading && !line.getFields().stream().allMatch(String::isBlank)) {
          lines.add(line.getFields().toArray(String[]::new));
        }
        if (lines.size() > MOST_ROWS) {
          throw Refusal.tooLarge(
              "A list has at most %,d rows. Split this one.".formatted(MOST_ROWS));
        }
      }
      return lines;
    } catch (CsvParseException | IOException e) {
      throw Refusal.badInput("The list cannot be read: %s".formatted(e.getMessage()));
    }
  }

  private static boolean areAddresses(String[] fields) {
    return fields.length > 1
        && Arrays.stream(fields).allMatch(field -> field.isBlank() || field.indexOf('@') > 0);
  }

  private Row understand(int row, String[] fields) {
    String who = fields[0].strip();
    String what = fields.length > 1 ? fields[1].strip() : "";
    List<Person> persons = people.getOrDefault(key(who), List.of());
    List<Plan> wanted =
        what.isEmpty() && usualPlan != null
            ? List.of(usualPlan)
            : plans.getOrDefault(key(what), List.of());
    Person person = persons.size() == 1 ? persons.get(0) : null;
    Plan plan = wanted.size() == 1 ? wanted.get(0) : null;
    Fault fault = fault(who, what, persons, wanted);
    if (fault == null && person != null && plan != null) {
      fault = faultOfMove(person, plan);
    }
    return new Row(
        row,
        who,
        what,
        fault == null ? "GOOD" : fault.verdict(),
        fault == null ? "" : fault.message(),
        person == null ? null : person.id(),
        person == null ? null : person.name(),
        plan == null ? null : plan.name(),
        fault == null && person != null && plan != null ? move(person, plan) : null);
  }

  private @Nullable Fault faultOfMove(Person person, Plan plan) {
    if (kind == MoveKind.HAND_OUT) {
      return isInvited(person, plan)
          ? new Fault(
              "ALREADY_INVITED", "They were invited already and have not answered. Remind them.")
          : null;
    }
    return heldBy(person, plan) == null ? new Fault("NOT_HELD", "They hold no seat of it.") : null;
  }

  private MoveRequest move(Person person, Plan plan) {
    return kind == MoveKind.HAND_OUT
        ? MoveRequest.handOutTo(person.id(), plan.id())
        : MoveRequest.takeBack(requireNonNull(heldBy(person, plan)));
  }

  private static @Nullable Fault fault(
      String who, String what, List<Person> persons, List<Plan> wanted) {
    if (who.isEmpty()) {
      return new Fault("UNREADABLE", "The row names nobody.");
    } else if (persons.isEmpty()) {
      return new Fault("UNKNOWN_PERSON", "Nobody has this address or id.");
    } else if (persons.size() > 1) {
      return new Fault("AMBIGUOUS", "%d people have this address.".formatted(persons.size()));
    } else if (what.isEmpty() && wanted.isEmpty()) {
      return new Fault("UNREADABLE", "The row names no plan.");
    } else if (wanted.isEmpty()) {
      return new Fault("UNKNOWN_PLAN", "There is no plan of this name.");
    } else if (wanted.size() > 1) {
      return new Fault("AMBIGUOUS", "Several plans have this name. Write the vendor before it.");
    }
    return null;
  }

  /** Whether a seat of the plan is promised to them. */
  private boolean isInvited(Person person, Plan plan) {
    String holding = heldBy(person, plan);
    if (holding == null) {
      return false;
    }
    int h = book.holdings().numberOf(holding);
    return Promise.of(book, h).on(Days.of(today));
  }

  /** The open holding of the plan; the one that began last of several. */
  private @Nullable String heldBy(Person person, Plan plan) {
    String found = null;
    int newest = Integer.MIN_VALUE;
    for (int a : book.accountsOf(book.people().require(person.id()))) {
      Account account = book.accounts().get(a);
      if (!account.vendor().equals(plan.vendor())) {
        continue;
      }
      for (int h : book.holdings().ofAccount(a)) {
        boolean ofPlan = book.planOfLine(book.holdings().line(h)).id().equals(plan.id());
        if (ofPlan
            && book.holdings().openOn(h, Days.of(today))
            && book.holdings().from(h) > newest) {
          newest = book.holdings().from(h);
          found = book.holdings().id(h);
        }
      }
    }
    return found;
  }
}
