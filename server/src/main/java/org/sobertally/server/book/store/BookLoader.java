package org.sobertally.server.book.store;

import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.money.Rates;
import org.sobertally.core.people.Group;
import org.sobertally.server.book.schema.AllowanceMappers;
import org.sobertally.server.book.schema.BillMappers;
import org.sobertally.server.book.schema.BookSchema;
import org.sobertally.server.book.schema.DatedMappers;
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
        .agreements(agreements())
        .lines(lines())
        .offers(offers())
        .people(rows(Mappers.PERSON))
        .groups(groups())
        .standingRules(rows(Mappers.STANDING_RULE))
        .accounts(rows(Mappers.ACCOUNT))
        .holdings(rows(Mappers.HOLDING))
        .keeps(rows(Mappers.KEEP))
        .dataRules(rows(Mappers.DATA_RULE))
        .bills(bills())
        .allowances(allowances())
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

  private List<Allowance> allowances() throws SQLException {
    var meter =
        grouped(
            rows(AllowanceMappers.METER),
            AllowanceMappers.MeterOf::allowance,
            AllowanceMappers.MeterOf::row);
    return rows(AllowanceMappers.ALLOWANCE).stream()
        .map(one -> one.withMeter(meter.getOrDefault(one.id(), List.of())))
        .toList();
  }

  private List<VendorBill> bills() throws SQLException {
    var rowsOf = grouped(rows(BillMappers.ROW), BillMappers.RowOf::bill, BillMappers.RowOf::row);
    return rows(BillMappers.BILL).stream()
        .map(bill -> bill.withRows(rowsOf.getOrDefault(bill.id(), List.of())))
        .toList();
  }

  private List<Agreement> agreements() throws SQLException {
    var later =
        grouped(
            rows(DatedMappers.TERM),
            DatedMappers.LaterTerm::agreement,
            DatedMappers.LaterTerm::term);
    return rows(Mappers.AGREEMENT).stream()
        .map(one -> one.withLater(later.getOrDefault(one.id(), List.of())))
        .toList();
  }

  private List<Subscription> lines() throws SQLException {
    Map<String, List<DatedMappers.PriceBreak>> breaks =
        grouped(rows(DatedMappers.PRICE_BREAK), DatedMappers.PriceBreak::line, one -> one);
    var later =
        grouped(
            rows(DatedMappers.LINE_PRICES),
            DatedMappers.LaterPrices::line,
            DatedMappers.LaterPrices::prices);
    var changes =
        grouped(rows(Mappers.LINE_CHANGE), Mappers.LineChange::line, Mappers.LineChange::change);
    List<Subscription> lines = new ArrayList<>();
    for (Subscription line : rows(Mappers.LINE)) {
      List<DatedMappers.PriceBreak> steps = breaks.getOrDefault(line.id(), List.of());
      PriceList first = line.prices();
      lines.add(
          line.withChanges(changes.getOrDefault(line.id(), List.of()))
              .withPrices(
                  new PriceList(
                      first.pricing(), first.unitPrice(), steps(steps, null), first.minimum()),
                  later.getOrDefault(line.id(), List.of()).stream()
                      .map(one -> one.withBreaks(steps(steps, one.from())))
                      .toList()));
    }
    return lines;
  }

  private static List<PriceList.PriceBreak> steps(
      List<DatedMappers.PriceBreak> breaks, @Nullable LocalDate from) {
    return breaks.stream()
        .filter(one -> Objects.equals(one.from(), from))
        .map(DatedMappers.PriceBreak::step)
        .toList();
  }

  private List<Offer> offers() throws SQLException {
    Map<String, List<DatedMappers.OfferPrice>> prices =
        grouped(rows(DatedMappers.OFFER_PRICE), DatedMappers.OfferPrice::offer, one -> one);
    return rows(DatedMappers.OFFER).stream()
        .map(one -> one.withPrices(pricesOf(prices.getOrDefault(one.id(), List.of()))))
        .toList();
  }

  private static List<Offer.PriceOf> pricesOf(List<DatedMappers.OfferPrice> rows) {
    return new TreeMap<>(
            rows.stream().collect(Collectors.groupingBy(DatedMappers.OfferPrice::plan)))
        .entrySet().stream()
            .map(one -> DatedMappers.pricesOf(one.getKey(), one.getValue()))
            .toList();
  }

  private static <T, V> Map<String, List<V>> grouped(
      List<T> rows, Function<T, String> key, Function<T, V> value) {
    return rows.stream()
        .collect(Collectors.groupingBy(key, Collectors.mapping(value, Collectors.toList())));
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
