package org.sobertally.server.book.store;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.book.Table;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.time.Days;
import org.sobertally.server.book.schema.AllowanceMappers;
import org.sobertally.server.book.schema.BillMappers;
import org.sobertally.server.book.schema.DatedMappers;
import org.sobertally.server.book.schema.Mappers;
import org.sobertally.server.book.schema.Row;
import org.sobertally.server.book.schema.RowMapper;

/**
 * Single changes of the book: the stored row and the book in memory together, within the caller's
 * {@link Books#write}. Columns that the book in memory does not know stay as they are stored.
 */
@ApplicationScoped
public class BookEditor {

  private final BookRows rows;

  BookEditor(BookRows rows) {
    this.rows = rows;
  }

  /** The account as it is now, or one account more. */
  public void put(Books.Change change, Account account) {
    store(Mappers.ACCOUNT, account);
    change.apply(book -> book.withAccount(account));
  }

  /** One holding more, or another end of one that is there: nothing else of it may change. */
  public void put(Books.Change change, Holding holding) {
    int number = change.book().holdings().numberOf(holding.id());
    store(Mappers.HOLDING, holding);
    if (number < 0) {
      change.apply(book -> book.withHolding(holding));
    } else {
      change.apply(book -> book.withHoldingUntil(holding.id(), holding.until()));
    }
  }

  /** The keep as it is now, or one keep more. */
  public void put(Books.Change change, Keep keep) {
    store(Mappers.KEEP, keep);
    change.apply(book -> book.withKeep(keep));
  }

  /** The rule as it is now, or one rule more. */
  public void put(Books.Change change, StandingRule rule) {
    store(Mappers.STANDING_RULE, rule);
    change.apply(book -> book.withRule(rule));
  }

  /** The agreement as it is now, with its later terms. */
  public void put(Books.Change change, Agreement agreement) {
    Agreement before = change.book().agreements().byId(agreement.id());
    store(Mappers.AGREEMENT, agreement);
    replace(DatedMappers.TERM, termsOf(before), termsOf(agreement));
    change.apply(book -> book.withAgreement(agreement));
  }

  private static List<DatedMappers.LaterTerm> termsOf(Agreement agreement) {
    return agreement.later().stream()
        .map(term -> new DatedMappers.LaterTerm(agreement.id(), term))
        .toList();
  }

  /**
   * The subscription as it is now, with all its prices and the changes of its quantity, or one
   * subscription more.
   */
  public void put(Books.Change change, Subscription line) {
    Table<Subscription> lines = change.book().lines();
    Subscription before = lines.has(line.id()) ? lines.byId(line.id()) : bare(line);
    store(Mappers.LINE, line);
    replace(DatedMappers.LINE_PRICES, pricesOf(before), pricesOf(line));
    replace(DatedMappers.PRICE_BREAK, DatedMappers.breaksOf(before), DatedMappers.breaksOf(line));
    replace(Mappers.LINE_CHANGE, changesOf(before), changesOf(line));
    change.apply(book -> book.withLine(line));
  }

  /** Without anything that has rows of its own. */
  private static Subscription bare(Subscription line) {
    PriceList first = line.prices();
    PriceList without =
        new PriceList(first.pricing(), first.unitPrice(), List.of(), first.minimum());
    return line.withChanges(List.of()).withPrices(without, List.of());
  }

  private static List<DatedMappers.LaterPrices> pricesOf(Subscription line) {
    return line.laterPrices().stream()
        .map(later -> new DatedMappers.LaterPrices(line.id(), later.withBreaks(List.of())))
        .toList();
  }

  private static List<Mappers.LineChange> changesOf(Subscription line) {
    return line.changes().stream().map(one -> new Mappers.LineChange(line.id(), one)).toList();
  }

  /** The bill as it is now, or one bill more. */
  public void put(Books.Change change, VendorBill bill) {
    store(BillMappers.BILL, bill.withRows(List.of()));
    List<BillMappers.RowOf> before =
        change.book().bills().has(bill.id())
            ? rowsOf(change.book().bills().byId(bill.id()))
            : List.of();
    replace(BillMappers.ROW, before, rowsOf(bill));
    change.apply(book -> book.withBill(bill));
  }

  /** The bill is no more. */
  public void remove(Books.Change change, VendorBill bill) {
    replace(BillMappers.ROW, rowsOf(bill), List.of());
    replace(BillMappers.BILL, List.of(bill.withRows(List.of())), List.of());
    change.apply(book -> book.withoutBill(bill.id()));
  }

  private static List<BillMappers.RowOf> rowsOf(VendorBill bill) {
    return bill.rows().stream().map(row -> new BillMappers.RowOf(bill.id(), row)).toList();
  }

  /** The plan with an idle line and an opening grace of its own, or without them. */
  public void drawLines(Books.Change change, Plan plan, Integer idleLine, Integer openingGrace) {
    store(Mappers.PLAN, plan.withLines(idleLine, openingGrace));
    change.apply(book -> book.withLinesOfPlan(plan.id(), idleLine, openingGrace));
  }

  /**
   * So much more was used of an allowance on a day.
   *
   * @param used its account may be null
   */
  public void use(Books.Change change, String allowance, Allowance.Metered used) {
    BigDecimal sum = used.used();
    for (Allowance.Metered before : change.book().allowances().byId(allowance).meter()) {
      boolean same =
          before.day().equals(used.day()) && Objects.equals(before.account(), used.account());
      sum = same ? sum.add(before.used()) : sum;
    }
    Allowance.Metered row = new Allowance.Metered(used.day(), used.account(), sum);
    store(AllowanceMappers.METER, new AllowanceMappers.MeterOf(allowance, row));
    change.apply(book -> book.withMetered(allowance, row));
  }

  /** The house's lines and windows. */
  public void put(Books.Change change, HouseRules rules) {
    Map<String, Integer> were = Mappers.daysOf(change.book().rules());
    Mappers.daysOf(rules)
        .forEach(
            (name, days) -> {
              if (!days.equals(were.get(name))) {
                store(Mappers.SETTING, new Mappers.Setting(name, days.toString()));
              }
            });
    change.apply(book -> book.withHouseRules(rules));
  }

  /**
   * The person as a row of these values says.
   *
   * @return empty where they are stored just so: then nothing changes, the book's version neither
   */
  public Optional<Person> putPerson(Books.Change change, Map<String, String> values)
      throws BookRows.NotAValueException {
    String[] before = rows.find(Mappers.PERSON.fileName(), requireNonNull(values.get("person")));
    String[] after = BookRows.row(Mappers.PERSON.fileName(), values);
    if (Arrays.equals(before, after)) {
      return Optional.empty();
    }
    rows.apply(List.of(new BookRows.Change(Mappers.PERSON.fileName(), before, after)));
    Person person = read(Mappers.PERSON, after);
    change.apply(book -> book.withPerson(person));
    return Optional.of(person);
  }

  /** The person's stored values by column; null where there is no such person. */
  public @Nullable Map<String, String> valuesOfPerson(String id) {
    String[] row = rows.find(Mappers.PERSON.fileName(), id);
    return row == null ? null : BookRows.byColumn(Mappers.PERSON.fileName(), row);
  }

  /** The group as it is now, with its members and leads, or one group more. */
  public void put(Books.Change change, Group group) {
    Book book = change.book();
    List<Mappers.Member> before =
        book.groups().has(group.id()) ? membersOf(book.groups().byId(group.id())) : List.of();
    store(Mappers.GROUP, group);
    replace(Mappers.MEMBER, before, membersOf(group));
    change.apply(b -> b.withGroup(group));
  }

  /** The group is no more. */
  public void drop(Books.Change change, Group group) {
    replace(Mappers.MEMBER, membersOf(group), List.of());
    replace(Mappers.GROUP, List.of(group), List.of());
    change.apply(book -> book.withoutGroup(group.id()));
  }

  private static List<Mappers.Member> membersOf(Group group) {
    return group.members().stream()
        .distinct()
        .map(one -> new Mappers.Member(group.id(), one, group.leads().contains(one)))
        .toList();
  }

  /** So much is known of the vendor's activity. */
  public void put(Books.Change change, String vendor, Evidence evidence) {
    store(Mappers.EVIDENCE, new Mappers.Known(vendor, evidence));
    change.apply(book -> book.withEvidence(vendor, evidence));
  }

  /** The holding ends on the day; null opens it again. */
  public void endHolding(Books.Change change, String id, @Nullable LocalDate until) {
    Book book = change.book();
    Holding was = book.holding(book.holdings().numberOf(id));
    put(change, new Holding(was.id(), was.account(), was.line(), was.from(), until, was.method()));
  }

  /**
   * The account holds a seat of the subscription from the day on.
   *
   * @param wantedId the holding's id, if no other has it; else a number is put to it
   * @return the holding's id
   */
  public String openHolding(
      Books.Change change,
      String wantedId,
      String account,
      String line,
      LocalDate from,
      Holding.Method method) {
    String id = wantedId;
    int n = 2;
    while (change.book().holdings().numberOf(id) >= 0) {
      id = wantedId + "." + n++;
    }
    put(change, new Holding(id, account, line, from, null, method));
    return id;
  }

  /** The holding of the account that is open on the day and of that subscription, or null. */
  public static @Nullable String openHoldingOf(
      Book book, String account, String line, LocalDate day) {
    if (!book.accounts().has(account)) {
      return null;
    }
    for (int h : book.holdings().ofAccount(book.accounts().require(account))) {
      boolean ofLine = book.lines().get(book.holdings().line(h)).id().equals(line);
      if (ofLine && book.holdings().openOn(h, Days.of(day))) {
        return book.holdings().id(h);
      }
    }
    return null;
  }

  /** The account's login stands so from the day on. */
  public void setState(
      Books.Change change, String accountId, Account.State state, LocalDate since) {
    Account was = change.book().accounts().byId(accountId);
    put(
        change,
        new Account(
            was.id(),
            was.vendor(),
            was.person(),
            was.email(),
            state,
            state == Account.State.ACTIVE ? null : since,
            was.admin(),
            was.storedGb()));
  }

  /**
   * The holding may not be taken back until the day.
   *
   * @return the keep's id
   */
  public String keep(
      Books.Change change, String holding, String reason, String by, LocalDate until) {
    Keep keep = new Keep(UUID.randomUUID().toString(), holding, reason, by, until);
    put(change, keep);
    return keep.id();
  }

  /** The keep holds until the day only; one that ended earlier stays as it is. */
  public void endKeep(Books.Change change, String holding, String id, LocalDate until) {
    for (Keep keep : change.book().keepsOf(holding)) {
      if (keep.id().equals(id) && until.isBefore(keep.until())) {
        put(change, new Keep(id, holding, keep.reason(), keep.by(), until));
        return;
      }
    }
  }

  /**
   * From the day on so many seats more (below zero: fewer) are bought; changes of one day are added
   * up.
   */
  public void changeQuantity(
      Books.Change change, String lineId, LocalDate day, int delta, String reason) {
    Subscription line = change.book().lines().byId(lineId);
    int sum = delta;
    String reasons = reason;
    List<Subscription.QuantityChange> changes = new ArrayList<>();
    for (Subscription.QuantityChange earlier : line.changes()) {
      if (earlier.day().equals(day)) {
        sum = Math.addExact(sum, earlier.delta());
        reasons = earlier.reason() == null ? reason : earlier.reason() + "; " + reason;
      } else {
        changes.add(earlier);
      }
    }
    if (sum != 0) {
      changes.add(new Subscription.QuantityChange(day, sum, reasons));
    }
    put(change, line.withChanges(changes));
  }

  private <T> void store(RowMapper<T> mapper, T thing) {
    Map<String, String> values = mapper.values(thing);
    String[] before = rows.find(mapper.fileName(), key(mapper, values));
    String[] after = merged(mapper, before, values);
    if (!Arrays.equals(before, after)) {
      rows.apply(List.of(new BookRows.Change(mapper.fileName(), before, after)));
    }
  }

  /** Those that are no more go, those that changed change, new ones come. */
  private <T> void replace(RowMapper<T> mapper, List<T> before, List<T> after) {
    Function<T, List<String>> key = thing -> Arrays.asList(key(mapper, mapper.values(thing)));
    Map<List<String>, T> stay = after.stream().collect(Collectors.toMap(key, thing -> thing));
    Map<List<String>, T> were = before.stream().collect(Collectors.toMap(key, thing -> thing));
    List<List<String>> gone = were.keySet().stream().filter(one -> !stay.containsKey(one)).toList();
    List<BookRows.Change> changes = new ArrayList<>();
    rows.find(mapper.fileName(), gone)
        .values()
        .forEach(row -> changes.add(new BookRows.Change(mapper.fileName(), row, null)));
    rows.apply(changes);
    after.stream()
        .filter(thing -> !Objects.equals(were.get(key.apply(thing)), thing))
        .forEach(thing -> store(mapper, thing));
  }

  private static String[] key(RowMapper<?> mapper, Map<String, String> values) {
    return mapper.file().keyColumns().stream()
        .map(c -> values.get(mapper.file().columns().get(c).name()))
        .toArray(String[]::new);
  }

  /** What is stored, but for the columns that the thing knows and says otherwise. */
  private static <T> String[] merged(
      RowMapper<T> mapper, String @Nullable [] before, Map<String, String> values) {
    Map<String, String> all = new HashMap<>(values);
    if (before != null) {
      Map<String, String> said = mapper.values(read(mapper, before));
      all = BookRows.byColumn(mapper.fileName(), before);
      for (var value : values.entrySet()) {
        if (!Objects.equals(said.get(value.getKey()), value.getValue())) {
          all.put(value.getKey(), value.getValue());
        }
      }
    }
    try {
      return BookRows.row(mapper.fileName(), all);
    } catch (BookRows.NotAValueException e) {
      throw new IllegalArgumentException(
          "%s cannot hold what is to be written: %s".formatted(mapper.fileName(), e.getMessage()),
          e);
    }
  }

  private static <T> T read(RowMapper<T> mapper, String[] row) {
    return mapper.read(new Row.Reader(mapper.file(), new HashMap<>()).row(row));
  }
}
