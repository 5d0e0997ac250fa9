package org.sobertally.core.support;

import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.book.Install;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.Part;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.people.StandingRule;
import org.sobertally.core.time.Days;

/**
 * Books small enough to be worked by hand: one vendor, Quillmoor, with Letter {mail} at 84, Folio
 * {mail, docs} at 180 and Opus {mail, docs, charts} at 396, ten seats each, on an agreement from 7
 * Jan 2026 that renews a year later with 30 days of notice. Evidence is complete from 1 Jan to 28
 * Sep 2026; the day is 30 Sep. {@link #talk} adds a second vendor, Ternhythe.
 */
public final class TestBook {

  public static final LocalDate TODAY = LocalDate.of(2026, 9, 30);
  public static final LocalDate EVIDENCE_FROM = LocalDate.of(2026, 1, 1);
  public static final LocalDate EVIDENCE_TO = LocalDate.of(2026, 9, 28);

  public Vendor vendor = new Vendor("quillmoor", "Quillmoor", Duration.ZERO, false, 0, true, null);
  public Agreement.Renews renews = Agreement.Renews.AUTO;
  public List<Term.Later> later = List.of();
  public Agreement.MayShrink mayShrink = Agreement.MayShrink.AT_RENEWAL;
  public Agreement.Floor floor;
  public Agreement.Billing billing = Agreement.Billing.USUAL;
  public Evidence evidence = new Evidence(EVIDENCE_FROM, EVIDENCE_TO, Evidence.Kind.DAILY);
  public final List<Plan> plans = new ArrayList<>();
  public final List<Subscription> lines = new ArrayList<>();
  public final List<Person> people = new ArrayList<>();
  public final List<Group> groups = new ArrayList<>();
  public final List<StandingRule> rules = new ArrayList<>();
  public final List<Account> accounts = new ArrayList<>();
  public final List<Holding> holdings = new ArrayList<>();
  public final List<Keep> keeps = new ArrayList<>();
  public final List<DataRule> dataRules = new ArrayList<>();
  public final List<Part> partFacts = new ArrayList<>();
  public final List<Session> sessions = new ArrayList<>();
  public final List<Install> installs = new ArrayList<>();
  private final Map<String, Map<String, List<LocalDate>>> used = new HashMap<>();

  /** The second vendor, Ternhythe, of the books that have one. */
  private final List<Vendor> seconds = new ArrayList<>();

  public TestBook() {
    plan("letter", 1, "84", "mail");
    plan("folio", 2, "180", "mail", "docs");
    plan("opus", 3, "396", "mail", "docs", "charts");
  }

  public TestBook plan(String id, int rank, String price, String... parts) {
    plans.add(
        new Plan(
            id, "quillmoor", id, "quill", rank, PlanModel.NAMED, List.of(parts), null, null, null));
    lines.add(new Subscription(id, "qm", id, 10, PriceList.flat(price), List.of()));
    return this;
  }

  public TestBook bundle(String id, String listedPrice, PlanModel model, String... parts) {
    plans.add(
        new Plan(
            id,
            "quillmoor",
            id,
            null,
            null,
            model,
            List.of(parts),
            new BigDecimal(listedPrice),
            null,
            null));
    return this;
  }

  /** Somebody active with an account {@code a-<id>}. */
  public TestBook person(String id) {
    return person(id, Person.Status.ACTIVE, null, null);
  }

  public TestBook person(String id, Person.Status status, LocalDate since, LocalDate until) {
    people.add(
        new Person(
            id,
            "Name of " + id,
            id + "@skerryline.example",
            "Dockyard",
            null,
            status,
            since,
            until,
            Person.Kind.PERSON));
    return account("a-" + id, id, Account.State.ACTIVE, null);
  }

  public TestBook account(String id, String person, Account.State state, LocalDate since) {
    accounts.removeIf(account -> account.id().equals(id));
    accounts.add(
        new Account(id, "quillmoor", person, id + "@skerryline.example", state, since, false));
    return this;
  }

  public TestBook admin(String person) {
    String id = "a-" + person;
    accounts.removeIf(account -> account.id().equals(id));
    accounts.add(
        new Account(id, "quillmoor", person, id + "@x.example", Account.State.ACTIVE, null, true));
    return this;
  }

  /**
   * The person's account holds the line's seat from then on; the holding is {@code person-line}.
   */
  public TestBook holds(String person, String line, LocalDate from) {
    return holds(person, line, from, null);
  }

  public TestBook holds(String person, String line, LocalDate from, LocalDate until) {
    holdings.add(
        new Holding(person + "-" + line, "a-" + person, line, from, until, Holding.Method.HAND));
    return this;
  }

  public TestBook uses(String person, String part, LocalDate... days) {
    used.computeIfAbsent("a-" + person, a -> new HashMap<>())
        .computeIfAbsent(part, p -> new ArrayList<>())
        .addAll(List.of(days));
    return this;
  }

  /** A plan beside the ladder, ten seats of it bought. */
  public TestBook other(
      String id, PlanModel model, String price, String capacityGb, String... parts) {
    BigDecimal capacity = capacityGb == null ? null : new BigDecimal(capacityGb);
    plans.add(
        new Plan(
            id, "quillmoor", id, null, null, model, List.of(parts), null, null, null, capacity));
    lines.add(new Subscription(id, "qm", id, 10, PriceList.flat(price), List.of()));
    return this;
  }

  /** Ternhythe with its plan Talk, on an agreement and with evidence as Quillmoor's. */
  public TestBook talk(String price, String... parts) {
    seconds.add(new Vendor("ternhythe", "Ternhythe", Duration.ZERO, false, 0, true, null));
    plans.add(
        new Plan(
            "talk",
            "ternhythe",
            "Talk",
            null,
            null,
            PlanModel.NAMED,
            List.of(parts),
            null,
            null,
            null));
    lines.add(new Subscription("talk", "th", "talk", 10, PriceList.flat(price), List.of()));
    return this;
  }

  /** The person holds Talk from then on and used its parts on the days. */
  public TestBook talks(String person, LocalDate from, List<String> parts, LocalDate... days) {
    String account = "t-" + person;
    accounts.add(
        new Account(
            account,
            "ternhythe",
            person,
            account + "@x.example",
            Account.State.ACTIVE,
            null,
            false));
    holdings.add(new Holding(person + "-talk", account, "talk", from, null, Holding.Method.HAND));
    for (String part : parts) {
      used.computeIfAbsent(account, a -> new HashMap<>()).put(part, List.of(days));
    }
    return this;
  }

  private Agreement agreement(String id, String at, String name, Agreement.Floor atLeast) {
    return new Agreement(
        id,
        at,
        name,
        "EUR",
        LocalDate.of(2026, 1, 7),
        LocalDate.of(2027, 1, 7),
        30,
        renews,
        mayShrink,
        atLeast,
        later,
        billing);
  }

  public Book build() {
    List<Vendor> vendors = new ArrayList<>(List.of(vendor));
    List<Agreement> agreements =
        new ArrayList<>(List.of(agreement("qm", "quillmoor", "Office suite", floor)));
    Map<String, Evidence> known = new HashMap<>();
    if (evidence != null) {
      known.put("quillmoor", evidence);
    }
    for (Vendor second : seconds) {
      vendors.add(second);
      agreements.add(agreement("th", second.id(), "Talking", null));
      known.put(second.id(), evidence);
    }
    return Book.builder()
        .vendors(vendors)
        .plans(plans)
        .agreements(agreements)
        .lines(lines)
        .people(people)
        .groups(groups)
        .standingRules(rules)
        .accounts(accounts)
        .holdings(holdings)
        .keeps(keeps)
        .dataRules(dataRules)
        .partFacts(partFacts)
        .sessions(sessions)
        .installs(installs)
        .evidence(known)
        .activity(this::calendar)
        .build();
  }

  private String vendorOf(String account) {
    return accounts.stream().filter(a -> a.id().equals(account)).findFirst().orElseThrow().vendor();
  }

  private ActivityCalendar calendar(Book book) {
    CalendarBuilder calendar = new CalendarBuilder(book.accounts().size());
    used.forEach(
        (account, parts) ->
            parts.forEach(
                (part, days) ->
                    days.forEach(
                        day ->
                            calendar.add(
                                book.accounts().require(account),
                                book.partsOf(vendorOf(account)).indexOf(part),
                                Days.of(day)))));
    return calendar.build();
  }
}
