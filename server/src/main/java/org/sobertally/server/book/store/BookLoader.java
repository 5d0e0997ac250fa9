package org.sobertally.server.book.store;

import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.money.Rates;
import org.sobertally.core.people.Group;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.Mappers;
import org.sobertally.server.book.schema.Row;
import org.sobertally.server.book.schema.RowMapper;

/** Builds the book in memory from the database. */
public final class BookLoader {

  private final BookTables tables;
  private final Map<String, LocalDate> days = new HashMap<>();

  public BookLoader(BookTables tables) {
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

  /** The book as it is stored, under this version. */
  public Book load(long version) throws SQLException {
    Map<String, String> settings = new HashMap<>();
    rows(Mappers.SETTING).forEach(one -> settings.put(one.name(), one.value()));
    String reporting = settings.getOrDefault("reporting_currency", "EUR");
    return Book.builder()
        .version(version)
        .rules(Mappers.houseRules(settings))
        .rates(new Rates(reporting, rows(Mappers.RATE)))
        .vendors(rows(Mappers.VENDOR))
        .plans(rows(Mappers.PLAN))
        .agreements(rows(Mappers.AGREEMENT))
        .lines(lines())
        .people(rows(Mappers.PERSON))
        .groups(groups())
        .standingRules(rows(Mappers.STANDING_RULE))
        .accounts(rows(Mappers.ACCOUNT))
        .holdings(rows(Mappers.HOLDING))
        .keeps(rows(Mappers.KEEP))
        .dataRules(rows(Mappers.DATA_RULE))
        .evidence(
            rows(Mappers.EVIDENCE).stream()
                .collect(Collectors.toMap(Mappers.Known::vendor, Mappers.Known::evidence)))
        .parts(parts())
        .activity(activity())
        .partFacts(rows(Mappers.PART))
        .sessions(rows(Mappers.SESSION))
        .installs(rows(Mappers.INSTALL))
        .build();
  }

  private <T> List<T> rows(RowMapper<T> mapper) throws SQLException {
    Row.Reader reader = new Row.Reader(mapper.file(), days);
    List<T> all = new ArrayList<>();
    Consumer<String[]> visitor = values -> all.add(mapper.read(reader.row(values)));
    if (ORDERED_BY_BOOK.contains(mapper.fileName())) {
      tables.forEachAsStored(mapper.file(), visitor);
    } else {
      tables.forEach(mapper.file(), visitor);
    }
    return all;
  }

  private List<Subscription> lines() throws SQLException {
    var breaks =
        rows(Mappers.PRICE_BREAK).stream()
            .collect(
                Collectors.groupingBy(
                    Mappers.PriceBreak::line,
                    Collectors.mapping(Mappers.PriceBreak::from, Collectors.toList())));
    var changes =
        rows(Mappers.LINE_CHANGE).stream()
            .collect(
                Collectors.groupingBy(
                    Mappers.LineChange::line,
                    Collectors.mapping(Mappers.LineChange::change, Collectors.toList())));
    return rows(Mappers.LINE).stream()
        .map(
            line -> {
              PriceList prices = line.prices();
              return new Subscription(
                  line.id(),
                  line.agreement(),
                  line.plan(),
                  line.seats(),
                  new PriceList(
                      prices.pricing(),
                      prices.unitPrice(),
                      breaks.getOrDefault(line.id(), List.of()),
                      prices.minimum()),
                  changes.getOrDefault(line.id(), List.of()));
            })
        .toList();
  }

  private List<Group> groups() throws SQLException {
    Map<String, List<Mappers.Member>> members =
        rows(Mappers.MEMBER).stream().collect(Collectors.groupingBy(Mappers.Member::group));
    return rows(Mappers.GROUP).stream()
        .map(
            group -> {
              List<Mappers.Member> all = members.getOrDefault(group.id(), List.of());
              return new Group(
                  group.id(),
                  group.name(),
                  group.retentionDays(),
                  all.stream().map(Mappers.Member::person).toList(),
                  all.stream().filter(Mappers.Member::lead).map(Mappers.Member::person).toList());
            })
        .toList();
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
