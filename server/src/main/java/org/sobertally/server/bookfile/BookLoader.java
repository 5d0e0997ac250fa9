package org.sobertally.server.bookfile;

import java.math.BigDecimal;
import java.sql.SQLException;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Line;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.book.Install;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.money.Rates;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;

/** Builds the book in memory from the database. */
final class BookLoader {

  private final BookTables tables;
  private final Map<String, LocalDate> days = new HashMap<>();

  BookLoader(BookTables tables) {
    this.tables = tables;
  }

  /** The book puts their rows in order itself, and there are many of them. */
  private static final Set<String> ORDERED_BY_BOOK =
      Set.of(
          BookSchema.PEOPLE,
          BookSchema.ACCOUNTS,
          BookSchema.HOLDINGS,
          BookSchema.SESSIONS,
          BookSchema.INSTALLS);

  /**
   * One stored row, read by the names of its columns.
   *
   * @param places of the columns
   * @param days read so far: a book has few, and names each many times
   */
  private record Row(Map<String, Integer> places, Map<String, LocalDate> days, String[] values) {
    String text(String column) {
      return values[places.get(column)];
    }

    LocalDate day(String column) {
      String value = text(column);
      return value == null ? null : days.computeIfAbsent(value, LocalDate::parse);
    }

    Integer number(String column) {
      String value = text(column);
      return value == null ? null : Integer.valueOf(value);
    }

    int number(String column, int otherwise) {
      Integer value = number(column);
      return value == null ? otherwise : value;
    }

    BigDecimal decimal(String column) {
      String value = text(column);
      return value == null ? null : new BigDecimal(value);
    }

    boolean flag(String column, boolean otherwise) {
      String value = text(column);
      return value == null ? otherwise : Boolean.parseBoolean(value);
    }

    <E extends Enum<E>> E choice(String column, E otherwise) {
      String value = text(column);
      return value == null ? otherwise : Enum.valueOf(otherwise.getDeclaringClass(), value);
    }
  }

  Book load(long version) throws SQLException {
    Map<String, String> settings = new HashMap<>();
    rows(BookSchema.SETTINGS, row -> settings.put(row.text("name"), row.text("value")));
    String reporting = settings.getOrDefault("reporting_currency", "EUR");
    return Book.builder()
        .version(version)
        .rules(rules(settings))
        .rates(new Rates(reporting, rows(BookSchema.RATES, BookLoader::rate)))
        .vendors(rows(BookSchema.VENDORS, BookLoader::vendor))
        .plans(rows(BookSchema.PLANS, BookLoader::plan))
        .agreements(rows(BookSchema.AGREEMENTS, BookLoader::agreement))
        .lines(lines())
        .people(rows(BookSchema.PEOPLE, BookLoader::person))
        .groups(groups())
        .standingRules(rows(BookSchema.STANDING_RULES, BookLoader::rule))
        .accounts(rows(BookSchema.ACCOUNTS, BookLoader::account))
        .holdings(rows(BookSchema.HOLDINGS, BookLoader::holding))
        .keeps(rows(BookSchema.KEEPS, BookLoader::keep))
        .dataRules(rows(BookSchema.DATA_RULES, BookLoader::dataRule))
        .evidence(evidence())
        .parts(parts())
        .activity(activity())
        .partFacts(rows(BookSchema.PARTS_FILE, BookLoader::part))
        .sessions(rows(BookSchema.SESSIONS, BookLoader::session))
        .installs(rows(BookSchema.INSTALLS, BookLoader::install))
        .build();
  }

  private <T> List<T> rows(String fileName, Function<Row, T> read) throws SQLException {
    BookFile file = BookSchema.byName(fileName);
    Map<String, Integer> places = new HashMap<>();
    file.columns().forEach(column -> places.put(column.name(), places.size()));
    List<T> all = new ArrayList<>();
    Consumer<String[]> visitor = values -> all.add(read.apply(new Row(places, days, values)));
    if (ORDERED_BY_BOOK.contains(fileName)) {
      tables.forEachAsStored(file, visitor);
    } else {
      tables.forEach(file, visitor);
    }
    return all;
  }

  private static HouseRules rules(Map<String, String> settings) {
    HouseRules usual = HouseRules.DEFAULT;
    return new HouseRules(
        setting(settings, "idle_line", usual.idleLine()),
        setting(settings, "opening_grace", usual.openingGrace()),
        setting(settings, "need_window", usual.needWindow()),
        setting(settings, "invitation_grace", usual.invitationGrace()));
  }

  private static int setting(Map<String, String> settings, String name, int otherwise) {
    String value = settings.get(name);
    return value == null ? otherwise : Integer.parseInt(value);
  }

  private static Rates.Rate rate(Row row) {
    return new Rates.Rate(row.text("currency"), row.day("day"), row.decimal("rate"));
  }

  private static Vendor vendor(Row row) {
    String visible = row.text("visible_after");
    return new Vendor(
        row.text("vendor"),
        row.text("name"),
        visible == null ? Duration.ZERO : Duration.parse(visible),
        row.flag("sign_out_first", false),
        row.number("rest_days", 0),
        row.flag("reusable", true),
        row.number("restore_days"));
  }

  private static Plan plan(Row row) {
    String parts = row.text("parts");
    return new Plan(
        row.text("plan"),
        row.text("vendor"),
        row.text("name"),
        row.text("ladder"),
        row.number("rank"),
        PlanModel.valueOf(row.text("model")),
        parts == null ? List.of() : List.of(parts.split(" ")),
        row.decimal("listed_price"),
        row.number("idle_line"),
        row.number("opening_grace"),
        row.decimal("capacity_gb"));
  }

  private static Agreement agreement(Row row) {
    BigDecimal percent = row.decimal("floor_percent");
    Agreement.Floor floor =
        percent == null
            ? null
            : new Agreement.Floor(
                percent,
                row.number("floor_window", HouseRules.DEFAULT.needWindow()),
                row.choice("floor_of", Agreement.FloorOf.BOUGHT),
                row.day("floor_check"));
    return new Agreement(
        row.text("agreement"),
        row.text("vendor"),
        row.text("name"),
        row.text("currency"),
        row.day("starts"),
        row.day("ends"),
        row.number("notice_days"),
        Agreement.Renews.valueOf(row.text("renews")),
        Agreement.MayShrink.valueOf(row.text("may_shrink")),
        floor);
  }

  private List<Line> lines() throws SQLException {
    Map<String, List<PriceList.PriceBreak>> breaks = new HashMap<>();
    rows(
        BookSchema.PRICE_BREAKS,
        row ->
            breaks
                .computeIfAbsent(row.text("line"), l -> new ArrayList<>())
                .add(
                    new PriceList.PriceBreak(row.number("from_seats"), row.decimal("unit_price"))));
    Map<String, List<Line.LineChange>> changes = new HashMap<>();
    rows(
        BookSchema.LINE_CHANGES,
        row ->
            changes
                .computeIfAbsent(row.text("line"), l -> new ArrayList<>())
                .add(new Line.LineChange(row.day("day"), row.number("delta"), row.text("reason"))));
    return rows(
        BookSchema.LINES,
        row ->
            new Line(
                row.text("line"),
                row.text("agreement"),
                row.text("plan"),
                row.number("seats"),
                new PriceList(
                    row.choice("pricing", PriceList.Pricing.FLAT),
                    row.decimal("unit_price"),
                    breaks.getOrDefault(row.text("line"), List.of()),
                    row.number("minimum", 0)),
                changes.getOrDefault(row.text("line"), List.of())));
  }

  private static Person person(Row row) {
    return new Person(
        row.text("person"),
        row.text("name"),
        row.text("email"),
        row.text("department"),
        row.text("site"),
        Person.Status.valueOf(row.text("status")),
        row.day("status_since"),
        row.day("until"),
        row.choice("kind", Person.Kind.PERSON),
        row.text("manager"),
        row.day("joined"));
  }

  private List<Group> groups() throws SQLException {
    Map<String, List<String>> members = new HashMap<>();
    Map<String, List<String>> leads = new HashMap<>();
    rows(
        BookSchema.GROUP_MEMBERS,
        row -> {
          String group = row.text("group");
          members.computeIfAbsent(group, g -> new ArrayList<>()).add(row.text("person"));
          if (row.flag("lead", false)) {
            leads.computeIfAbsent(group, g -> new ArrayList<>()).add(row.text("person"));
          }
          return group;
        });
    return rows(
        BookSchema.GROUPS,
        row ->
            new Group(
                row.text("group"),
                row.text("name"),
                row.number("retention_days"),
                members.getOrDefault(row.text("group"), List.of()),
                leads.getOrDefault(row.text("group"), List.of())));
  }

  private static StandingRule rule(Row row) {
    return new StandingRule(
        row.text("rule"), row.text("group"), row.text("plan"), row.day("from"), row.day("until"));
  }

  private static Account account(Row row) {
    return new Account(
        row.text("account"),
        row.text("vendor"),
        row.text("person"),
        row.text("email"),
        Account.State.valueOf(row.text("state")),
        row.day("state_since"),
        row.flag("admin", false),
        row.decimal("stored_gb"));
  }

  private static Part part(Row row) {
    return new Part(
        row.text("vendor"),
        row.text("part"),
        row.text("name"),
        row.text("capability"),
        row.flag("installable", false));
  }

  private static Session session(Row row) {
    return new Session(
        row.text("session"),
        row.text("account"),
        row.text("plan"),
        OffsetDateTime.parse(row.text("started")).toInstant(),
        row.text("ended") == null ? null : OffsetDateTime.parse(row.text("ended")).toInstant());
  }

  private static Install install(Row row) {
    return new Install(row.text("account"), row.text("part"), row.day("seen_on"));
  }

  private static Holding holding(Row row) {
    return new Holding(
        row.text("holding"),
        row.text("account"),
        row.text("line"),
        row.day("from"),
        row.day("until"),
        row.choice("method", Holding.Method.HAND));
  }

  private static Keep keep(Row row) {
    return new Keep(
        row.text("keep"),
        row.text("holding"),
        row.text("reason"),
        row.text("by"),
        row.day("until"));
  }

  private static DataRule dataRule(Row row) {
    return new DataRule(
        row.text("vendor"),
        DataRule.After.valueOf(row.text("after")),
        row.number("stage"),
        row.text("name"),
        row.number("days"),
        DataRule.Reach.valueOf(row.text("reach")));
  }

  private Map<String, Evidence> evidence() throws SQLException {
    Map<String, Evidence> all = new HashMap<>();
    rows(
        BookSchema.EVIDENCE,
        row ->
            all.put(
                row.text("vendor"),
                new Evidence(
                    row.day("complete_from"),
                    row.day("complete_to"),
                    row.choice("kind", Evidence.Kind.DAILY),
                    row.text("parts") == null ? null : List.of(row.text("parts").split(" ")))));
    return all;
  }

  private Map<String, List<String>> parts() throws SQLException {
    Map<String, List<String>> all = new HashMap<>();
    tables
        .partNumbers()
        .forEach((vendor, numbers) -> all.put(vendor, new ArrayList<>(numbers.values())));
    return all;
  }

  private Function<Book, ActivityCalendar> activity() {
    return book -> {
      try {
        return readActivity(book);
      } catch (SQLException e) {
        throw new IllegalStateException("The activity cannot be read from the database.", e);
      }
    };
  }

  private ActivityCalendar readActivity(Book book) throws SQLException {
    Map<Integer, String> ids = tables.accountNumbers();
    int[] account = new int[ids.keySet().stream().mapToInt(n -> n + 1).max().orElse(0)];
    int[][] part = new int[account.length][];
    Map<String, int[]> partNumbers = partNumbers(book);
    Arrays.fill(account, -1);
    ids.forEach(
        (number, id) -> {
          account[number] = book.accounts().require(id);
          part[number] = partNumbers.get(book.accounts().byId(id).vendor());
        });
    CalendarBuilder calendar = new CalendarBuilder(book.accounts().size());
    tables.forEachMonth(
        (slot, days) -> {
          int number = ActivityMonths.account(slot);
          calendar.addRun(
              account[number],
              part[number][ActivityMonths.part(slot)],
              ActivityMonths.firstDay(slot),
              days);
        });
    return calendar.build();
  }

  /** From a part's stored number to the book's, by vendor. */
  private Map<String, int[]> partNumbers(Book book) throws SQLException {
    Map<String, int[]> all = new HashMap<>();
    tables
        .partNumbers()
        .forEach(
            (vendor, names) -> {
              int[] numbers = new int[ActivityCalendar.MAX_PARTS];
              names.forEach((n, name) -> numbers[n] = book.partsOf(vendor).indexOf(name));
              all.put(vendor, numbers);
            });
    return all;
  }
}
