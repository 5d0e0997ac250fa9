package org.sobertally.core.book;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Objects;
import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Allowance;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.VendorBill;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.money.Money;
import org.sobertally.core.money.Rates;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.time.Days;

/**
 * Everything known at one moment: the immutable input of every calculation. Things have dense
 * numbers, in the order of their ids, so that calculations loop over arrays; {@code with…} methods
 * give the next version, which shares what did not change.
 */
public final class Book {

  private final long version;
  private final HouseRules rules;
  private final Rates rates;
  private final Table<Vendor> vendors;
  private final Table<Plan> plans;
  private final Table<Agreement> agreements;
  private final Table<Subscription> lines;
  private final Table<Offer> offers;
  private final Table<Person> people;
  private final Table<Group> groups;
  private final List<StandingRule> standingRules;
  private final Table<Account> accounts;
  private final Map<String, List<Keep>> keepsByHolding;
  private final Map<String, Evidence> evidence;
  private final List<DataRule> dataRules;
  private final Table<VendorBill> bills;
  private final Table<Allowance> allowances;
  private final PartNumbers parts;
  private final Holdings holdings;
  private final ActivityCalendar activity;
  private final Sessions sessions;
  private final Installs installs;

  private final int[] lineVendor;
  private final int[] linePlan;
  private final Owners owners;
  private final int[] accountVendor;
  private final long[] planParts;
  private final boolean[] seesParts;
  private final Map<String, List<Group>> groupsByPerson;
  private final Standings standings;

  Book(BookBuilder b) {
    version = b.version;
    rules = b.rules;
    rates = b.rates;
    vendors = new Table<>("vendor", b.vendors, Vendor::id);
    plans = new Table<>("plan", b.plans, Plan::id);
    agreements = new Table<>("agreement", b.agreements, Agreement::id);
    lines = new Table<>("subscription", b.lines, Subscription::id);
    offers = new Table<>("offer", b.offers, Offer::id);
    people = new Table<>("person", b.people, Person::id);
    groups = new Table<>("group", b.groups, Group::id);
    standingRules = List.copyOf(b.standingRules);
    accounts = new Table<>("account", b.accounts, Account::id);
    keepsByHolding = grouped(b.keeps, Keep::holding);
    evidence = Map.copyOf(b.evidence);
    dataRules = List.copyOf(b.dataRules);
    bills = new Table<>("bill", b.bills, VendorBill::id);
    allowances = new Table<>("allowance", b.allowances, Allowance::id);
    parts = new PartNumbers(b);
    lineVendor = vendorOf(lines);
    linePlan = mapped(lines, line -> plans.require(line.plan()));
    owners = new Owners(people, accounts);
    accountVendor = mapped(accounts, a -> vendors.require(a.vendor()));
    planParts = new long[plans.size()];
    for (int p = 0; p < planParts.length; p++) {
      planParts[p] = parts.setOf(plans.get(p).vendor(), plans.get(p).parts());
    }
    seesParts = seesParts();
    groupsByPerson = byMember(groups);
    standings = new Standings(people.all(), accounts.all(), owners);
    holdings = Holdings.of(numbered(b.holdings), lines.size(), accounts.size());
    activity = activityOf(b);
    sessions = Sessions.of(b.sessions, plans, accounts);
    installs = new Installs(this, b.installs, b.partFacts);
  }

  private Book(Book same, Edit edit) {
    version = same.version + 1;
    rules = or(edit.rules, same.rules);
    rates = same.rates;
    vendors = same.vendors;
    plans = or(edit.plans, same.plans);
    agreements = or(edit.agreements, same.agreements);
    lines = or(edit.lines, same.lines);
    offers = same.offers;
    people = or(edit.people, same.people);
    groups = or(edit.groups, same.groups);
    standingRules = or(edit.standingRules, same.standingRules);
    accounts = or(edit.accounts, same.accounts);
    keepsByHolding = or(edit.keeps, same.keepsByHolding);
    evidence = or(edit.evidence, same.evidence);
    dataRules = or(edit.dataRules, same.dataRules);
    bills = or(edit.bills, same.bills);
    allowances = or(edit.allowances, same.allowances);
    parts = same.parts;
    boolean sameLines = lines.size() == same.lines.size();
    lineVendor = sameLines ? same.lineVendor : vendorOf(lines);
    linePlan = sameLines ? same.linePlan : mapped(lines, line -> plans.require(line.plan()));
    planParts = same.planParts;
    seesParts = seesParts();
    boolean sameOnes = edit.accounts == null && edit.people == null;
    owners = sameOnes ? same.owners : new Owners(people, accounts);
    accountVendor =
        edit.accounts == null
            ? same.accountVendor
            : mapped(accounts, a -> vendors.require(a.vendor()));
    groupsByPerson = edit.groups == null ? same.groupsByPerson : byMember(groups);
    standings = sameOnes ? same.standings : new Standings(people.all(), accounts.all(), owners);
    activity = or(edit.activity, same.activity);
    sessions = or(edit.sessions, same.sessions);
    installs = or(edit.installs, same.installs);
    holdings = or(edit.holdings, same.holdings);
  }

  private int[] vendorOf(Table<Subscription> all) {
    return mapped(all, line -> vendors.require(plans.byId(line.plan()).vendor()));
  }

  private boolean[] seesParts() {
    boolean[] sees = new boolean[plans.size()];
    for (int p = 0; p < sees.length; p++) {
      Plan plan = plans.get(p);
      Evidence known = evidence.get(plan.vendor());
      List<String> parts = known == null ? null : known.parts();
      sees[p] = planParts[p] != 0 && (parts == null || parts.containsAll(plan.parts()));
    }
    return sees;
  }

  private static <T> T or(@Nullable T changed, T otherwise) {
    return changed == null ? otherwise : changed;
  }

  /** What the next version has that this one has not; null for the same. */
  private static final class Edit {
    private @Nullable HouseRules rules;
    private @Nullable Table<Plan> plans;
    private @Nullable Table<Agreement> agreements;
    private @Nullable Table<Subscription> lines;
    private @Nullable Table<Allowance> allowances;
    private @Nullable Table<Person> people;
    private @Nullable Table<Group> groups;
    private @Nullable List<StandingRule> standingRules;
    private @Nullable Table<Account> accounts;
    private @Nullable List<DataRule> dataRules;
    private @Nullable Table<VendorBill> bills;
    private @Nullable Map<String, List<Keep>> keeps;
    private @Nullable Map<String, Evidence> evidence;
    private @Nullable ActivityCalendar activity;
    private @Nullable Sessions sessions;
    private @Nullable Installs installs;
    private @Nullable Holdings holdings;
  }

  private Book edited(Consumer<Edit> change) {
    Edit edit = new Edit();
    change.accept(edit);
    return new Book(this, edit);
  }

  private static Map<String, List<Group>> byMember(Table<Group> groups) {
    Map<String, List<Group>> byMember = new HashMap<>();
    for (Group group : groups.all()) {
      for (String member : group.members()) {
        byMember.computeIfAbsent(member, k -> new ArrayList<>()).add(group);
      }
    }
    return byMember;
  }

  private static <T> Map<String, List<T>> grouped(List<T> items, Function<T, String> key) {
    Map<String, List<T>> byKey = new HashMap<>();
    items.forEach(item -> byKey.computeIfAbsent(key.apply(item), k -> new ArrayList<>()).add(item));
    return byKey;
  }

  private static <T> int[] mapped(Table<T> table, java.util.function.ToIntFunction<T> number) {
    return table.all().stream().mapToInt(number).toArray();
  }

  private List<Holdings.Row> numbered(List<Holding> plain) {
    List<Holdings.Row> rows = new ArrayList<>(plain.size());
    for (Holding h : plain) {
      rows.add(row(h));
    }
    return rows;
  }

  private Holdings.Row row(Holding h) {
    return new Holdings.Row(
        h.id(),
        accounts.require(h.account()),
        lines.require(h.line()),
        Days.of(h.from()),
        Days.orOpen(h.until()),
        h.method());
  }

  private ActivityCalendar activityOf(BookBuilder b) {
    return b.activity == null ? ActivityCalendar.empty(accounts.size()) : b.activity.apply(this);
  }

  /** Grows by one with each change, so that two answers can be known to be of the same book. */
  public long version() {
    return version;
  }

  public HouseRules rules() {
    return rules;
  }

  public Rates rates() {
    return rates;
  }

  public Table<Vendor> vendors() {
    return vendors;
  }

  public Table<Plan> plans() {
    return plans;
  }

  public Table<Agreement> agreements() {
    return agreements;
  }

  public Table<Subscription> lines() {
    return lines;
  }

  /** What vendors propose for terms to come. */
  public Table<Offer> offers() {
    return offers;
  }

  public Table<Person> people() {
    return people;
  }

  public Table<Group> groups() {
    return groups;
  }

  public List<StandingRule> standingRules() {
    return standingRules;
  }

  public Table<Account> accounts() {
    return accounts;
  }

  public Holdings holdings() {
    return holdings;
  }

  public ActivityCalendar activity() {
    return activity;
  }

  /** Who sat in which pool when. */
  public Sessions sessions() {
    return sessions;
  }

  /** Which parts were set up. */
  public Installs installs() {
    return installs;
  }

  public List<DataRule> dataRules() {
    return dataRules;
  }

  /** Metered units that vendors grant, with what was used of them. */
  public Table<Allowance> allowances() {
    return allowances;
  }

  /** Bills as they came. */
  public Table<VendorBill> bills() {
    return bills;
  }

  public Plan planOfLine(int line) {
    return plans.get(linePlan[line]);
  }

  public int planNumberOfLine(int line) {
    return linePlan[line];
  }

  public int vendorOfLine(int line) {
    return lineVendor[line];
  }

  public int vendorOfAccount(int account) {
    return accountVendor[account];
  }

  /** The number of the person the account belongs to, or −1 for nobody. */
  public int personOfAccount(int account) {
    return owners.of(account);
  }

  public Agreement agreementOfLine(int line) {
    return agreements.byId(lines.get(line).agreement());
  }

  /** Whether any holding was ever kept: a question asked of each holding can then be spared. */
  public boolean hasKeeps() {
    return !keepsByHolding.isEmpty();
  }

  /** How everybody and every account stands, as columns. */
  public Standings standings() {
    return standings;
  }

  /** The numbers of the person's accounts. */
  public int[] accountsOf(int person) {
    return owners.accountsOf(person);
  }

  /** The first place of the person's accounts for {@link #atPlaceOfPerson}. */
  public int personStart(int person) {
    return owners.start(person);
  }

  /** The place after the person's last account. */
  public int personEnd(int person) {
    return owners.start(person + 1);
  }

  /** The account's number at a place between {@link #personStart} and {@link #personEnd}. */
  public int atPlaceOfPerson(int place) {
    return owners.atPlace(place);
  }

  public List<Group> groupsOf(String person) {
    return groupsByPerson.getOrDefault(person, List.of());
  }

  /** The plan's parts as a set of its vendor's part numbers. */
  public long partsOfPlan(int plan) {
    return planParts[plan];
  }

  /**
   * Whether the use of all of the plan's parts is seen: only then does it say something that none
   * was. A plan without parts cannot be seen in use.
   */
  public boolean seesPartsOf(int plan) {
    return seesParts[plan];
  }

  /** The vendor's parts; a part's number is its place. */
  public List<String> partsOf(String vendor) {
    return parts.of(vendor);
  }

  /** The parts of the set, by id. */
  public List<String> partNames(String vendor, long set) {
    return parts.names(vendor, set);
  }

  /**
   * What a part of the vendor is for, in a word that spans vendors; null where nothing is said.
   *
   * @param part its number at the vendor
   */
  public @Nullable String capability(String vendor, int part) {
    return parts.capability(vendor, part);
  }

  /** The parts of the set as people call them; by their ids where they have no name. */
  public List<String> partTitles(String vendor, long set) {
    return parts.titles(vendor, set);
  }

  /**
   * The smallest quantity of the subscription from the day on, as far as it is known: what is given
   * back for a later day counts.
   */
  public int lowestFrom(int line, LocalDate day) {
    int lowest = boughtOn(line, day);
    for (Subscription.QuantityChange change : lines.get(line).changes()) {
      if (change.day().isAfter(day) && agreementOfLine(line).inForce(change.day())) {
        lowest = Math.min(lowest, boughtOn(line, change.day()));
      }
    }
    return lowest;
  }

  /** What is known of the vendor's activity; nothing at all is {@link Evidence#none}. */
  public Evidence evidenceOf(String vendor, LocalDate asOf) {
    Evidence known = evidence.get(vendor);
    return known == null ? Evidence.none(asOf) : known;
  }

  /** Whether anything is known of the vendor's activity. */
  public boolean hasEvidence(String vendor) {
    return evidence.containsKey(vendor);
  }

  /** Every keep, those that ended included, in no order. */
  public List<Keep> keeps() {
    return keepsByHolding.values().stream().flatMap(List::stream).toList();
  }

  /** Every keep of the holding, those that ended included. */
  public List<Keep> keepsOf(String holding) {
    return keepsByHolding.getOrDefault(holding, List.of());
  }

  /** The keep that holds on the day, or null. */
  public @Nullable Keep keepOn(String holding, LocalDate day) {
    return keepsOf(holding).stream().filter(keep -> keep.inForce(day)).findFirst().orElse(null);
  }

  public int idleLineOf(Plan plan) {
    return plan.idleLine() == null ? rules.idleLine() : plan.idleLine();
  }

  public int openingGraceOf(Plan plan) {
    return plan.openingGrace() == null ? rules.openingGrace() : plan.openingGrace();
  }

  /** The seats bought on the subscription on the day: its quantity while in force, else 0. */
  public int boughtOn(int line, LocalDate day) {
    return agreementOfLine(line).inForce(day) ? lines.get(line).quantityOn(day) : 0;
  }

  /**
   * What one seat of the subscription costs a year at the quantity bought on the day and that day's
   * prices, in the reporting currency, unrounded.
   */
  public Money seatPrice(int line, LocalDate day) {
    BigDecimal price = lines.get(line).pricesOn(day).seatPriceAt(boughtOn(line, day));
    return rates.toReporting(new Money(price, agreementOfLine(line).currency()), day);
  }

  /** What the subscription costs a year on the day, in the reporting currency, unrounded. */
  public Money yearlyCost(int line, LocalDate day) {
    if (!agreementOfLine(line).inForce(day)) {
      return Money.zero(rates.reportingCurrency());
    }
    BigDecimal cost = lines.get(line).pricesOn(day).costOf(boughtOn(line, day));
    return rates.toReporting(new Money(cost, agreementOfLine(line).currency()), day);
  }

  /** What all subscriptions that are in force cost a year. */
  public Money yearlyCost(LocalDate day) {
    Money yearly = Money.zero(rates.reportingCurrency());
    for (int line = 0; line < lines.size(); line++) {
      yearly = yearly.plus(yearlyCost(line, day));
    }
    return yearly;
  }

  public Holding holding(int number) {
    return new Holding(
        holdings.id(number),
        accounts.get(holdings.account(number)).id(),
        lines.get(holdings.line(number)).id(),
        Days.known(holdings.from(number)),
        Days.date(holdings.until(number)),
        holdings.method(number));
  }

  /**
   * The next version, in which the holding ends on the day; null opens it again.
   *
   * @throws NoSuchElementException where there is no such holding
   */
  public Book withHoldingUntil(String holding, @Nullable LocalDate until) {
    int number = holdings.numberOf(holding);
    if (number < 0) {
      throw new NoSuchElementException("There is no holding %s.".formatted(holding));
    }
    return edited(e -> e.holdings = holdings.withUntil(number, Days.orOpen(until)));
  }

  /** The next version, with one holding more. */
  public Book withHolding(Holding added) {
    return edited(e -> e.holdings = holdings.with(row(added)));
  }

  /**
   * The next version after many changes at once, for which one for each would copy the book again
   * and again.
   *
   * @param changed accounts that are there already, as they are now
   * @param ended numbers of holdings that end on the day
   * @param added holdings more, of accounts and subscriptions that are there
   */
  public Book withMoved(
      Collection<Account> changed, Collection<Integer> ended, LocalDate day, List<Holding> added) {
    return edited(
        e -> {
          e.accounts = changed.isEmpty() ? null : accounts.withAll(changed);
          Holdings kept = ended.isEmpty() ? holdings : holdings.withUntil(ended, Days.of(day));
          e.holdings = added.isEmpty() ? kept : kept.withAll(numbered(added));
        });
  }

  /** The next version, with the account as it is now: another state, or one more account. */
  public Book withAccount(Account account) {
    if (accounts.has(account.id())) {
      return edited(e -> e.accounts = accounts.with(account));
    }
    return edited(
        e -> {
          e.accounts = accounts.with(account);
          int place = e.accounts.require(account.id());
          e.holdings = holdings.withAccountAt(place);
          e.activity = activity.withAccountAt(place);
          e.sessions = sessions.withAccountAt(place);
          e.installs = installs.withAccountAt(place);
        });
  }

  /** The next version, with the person as they are now, or one person more. */
  public Book withPerson(Person person) {
    return edited(e -> e.people = people.with(person));
  }

  /** The next version, with the group as it is now, or one group more. */
  public Book withGroup(Group group) {
    return edited(e -> e.groups = groups.with(group));
  }

  /** The next version, without the group. */
  public Book withoutGroup(String group) {
    groups.require(group);
    return edited(e -> e.groups = groups.without(group));
  }

  /** The next version, in which other lines and windows count. */
  public Book withHouseRules(HouseRules changed) {
    return edited(e -> e.rules = changed);
  }

  /** The next version, in which the plan has an idle line and an opening grace of its own. */
  public Book withLinesOfPlan(String plan, Integer idleLine, Integer openingGrace) {
    Plan changed = plans.byId(plan).withLines(idleLine, openingGrace);
    return edited(e -> e.plans = plans.with(changed));
  }

  /** The next version, with the agreement as it is now; no other may have its id. */
  public Book withAgreement(Agreement agreement) {
    agreements.require(agreement.id());
    return edited(e -> e.agreements = agreements.with(agreement));
  }

  /** The next version, with the subscription as it is now, or one subscription more. */
  public Book withLine(Subscription line) {
    boolean there = lines.has(line.id());
    return edited(
        e -> {
          e.lines = lines.with(line);
          e.holdings = there ? null : holdings.withLineAt(e.lines.require(line.id()));
        });
  }

  /** The next version, with the rule as it is now, or one rule more. */
  public Book withRule(StandingRule rule) {
    List<StandingRule> all = new ArrayList<>(standingRules);
    all.removeIf(same -> same.id().equals(rule.id()));
    all.add(rule);
    return edited(e -> e.standingRules = List.copyOf(all));
  }

  /** The next version, with the bill as it is now, or one bill more. */
  public Book withBill(VendorBill bill) {
    return edited(e -> e.bills = bills.with(bill));
  }

  /**
   * The next version, in which so much was used of the allowance on the row's day by the row's
   * account; what was known of the two before goes.
   */
  public Book withMetered(String allowance, Allowance.Metered row) {
    Allowance before = allowances.byId(allowance);
    List<Allowance.Metered> meter = new ArrayList<>(before.meter());
    meter.removeIf(
        same -> same.day().equals(row.day()) && Objects.equals(same.account(), row.account()));
    meter.add(row);
    return edited(e -> e.allowances = allowances.with(before.withMeter(meter)));
  }

  /** The next version, without the bill. */
  public Book withoutBill(String bill) {
    bills.require(bill);
    return edited(e -> e.bills = bills.without(bill));
  }

  /** The next version, with these rules about data and no others. */
  public Book withDataRules(List<DataRule> rules) {
    return edited(e -> e.dataRules = List.copyOf(rules));
  }

  /** The next version, with the keep as it is now, or one keep more. */
  public Book withKeep(Keep keep) {
    Map<String, List<Keep>> changed = new HashMap<>(keepsByHolding);
    List<Keep> ofHolding = new ArrayList<>(keepsOf(keep.holding()));
    ofHolding.removeIf(same -> same.id().equals(keep.id()));
    ofHolding.add(keep);
    changed.put(keep.holding(), ofHolding);
    return edited(e -> e.keeps = changed);
  }

  /** The next version, with these sessions as they are now, or besides. */
  public Book withSessions(List<Session> changed) {
    return edited(e -> e.sessions = sessions.with(changed, plans, accounts));
  }

  /**
   * The next version, with these days of use besides, by their places.
   *
   * @param ofAccounts numbers of accounts
   * @param ofParts numbers of parts of their vendors
   * @param days epoch days
   */
  public Book withUse(int[] ofAccounts, int[] ofParts, int[] days) {
    return edited(e -> e.activity = activity.withUse(ofAccounts, ofParts, days));
  }

  /** The next version, in which so much is known of the vendor's activity. */
  public Book withEvidence(String vendor, Evidence known) {
    Map<String, Evidence> changed = new HashMap<>(evidence);
    changed.put(vendor, known);
    return edited(e -> e.evidence = Map.copyOf(changed));
  }

  public static BookBuilder builder() {
    return new BookBuilder();
  }
}
