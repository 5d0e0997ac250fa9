package org.sobertally.core.bench;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.book.Session;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * A generated book of any size: vendors with a ladder of three plans each and 400 days of activity.
 * Everybody holds the first plan of the first vendor, and then one plan at each of a few others.
 */
final class BenchBook {

  static final LocalDate FIRST = LocalDate.of(2025, 8, 25);
  static final LocalDate TODAY = FIRST.plusDays(402);
  static final int DAYS = 400;
  static final String POOL = "pool";
  private static final String[] PARTS = {"charts", "docs", "mail"};

  private final SplittableRandom random = new SplittableRandom(42);
  private final List<Vendor> vendors = new ArrayList<>();
  private final List<Plan> plans = new ArrayList<>();
  private final List<Agreement> agreements = new ArrayList<>();
  private final List<Subscription> lines = new ArrayList<>();
  private final List<Person> people = new ArrayList<>();
  private final List<Account> accounts = new ArrayList<>();
  private final List<Holding> holdings = new ArrayList<>();
  private final List<Session> sessions = new ArrayList<>();
  private final Map<String, Evidence> evidence = new HashMap<>();

  /** A book of so many people and holdings. */
  static Book of(int people, int holdings, int vendors, int sessions) {
    BenchBook draft = new BenchBook();
    for (int v = 0; v < vendors; v++) {
      draft.addVendor("v%02d".formatted(v), people);
    }
    for (int n = 0; n < people; n++) {
      int share = (int) ((long) holdings * (n + 1) / people) - draft.holdings.size();
      draft.addPerson("p%06d".formatted(n), Math.max(1, share), vendors);
    }
    for (int s = 0; s < sessions; s++) {
      draft.addSession(s);
    }
    return draft.build();
  }

  private void addVendor(String id, int seats) {
    vendors.add(new Vendor(id, id, Duration.ZERO, false, 0, true, null));
    evidence.put(id, new Evidence(FIRST, FIRST.plusDays(DAYS - 1L), Evidence.Kind.DAILY));
    agreements.add(
        new Agreement(
            "a" + id,
            id,
            id,
            "EUR",
            FIRST,
            FIRST.plusYears(1),
            30,
            Agreement.Renews.AUTO,
            Agreement.MayShrink.AT_RENEWAL,
            null));
    for (int p = 0; p < PARTS.length; p++) {
      String plan = id + "p" + p;
      List<String> parts = List.of(PARTS).subList(PARTS.length - 1 - p, PARTS.length);
      plans.add(new Plan(plan, id, plan, id, p, PlanModel.NAMED, parts, null, null, null));
      lines.add(
          new Subscription(
              plan, "a" + id, plan, seats, PriceList.flat("" + 90 * (p + 1)), List.of()));
    }
  }

  private void addPerson(String id, int share, int ofVendors) {
    String department = "d%02d".formatted(people.size() % 60);
    people.add(
        new Person(
            id, id, id, department, null, Person.Status.ACTIVE, null, null, Person.Kind.PERSON));
    for (int h = 0; h < share; h++) {
      int vendor =
          h == 0 ? 0 : 1 + (random.nextInt(ofVendors - 1) / share * share + h) % (ofVendors - 1);
      String account = "%sv%02d".formatted(id, vendor);
      if (h > 0 && accounts.get(accounts.size() - 1).id().equals(account)) {
        account += "b";
      }
      accounts.add(
          new Account(
              account + h, "v%02d".formatted(vendor), id, id, Account.State.ACTIVE, null, false));
      String line = "v%02dp%d".formatted(vendor, h == 0 ? 0 : random.nextInt(PARTS.length));
      LocalDate from = FIRST.plusDays(random.nextInt(300) - 200);
      holdings.add(
          new Holding(
              "h%07d".formatted(holdings.size()),
              account + h,
              line,
              from,
              null,
              Holding.Method.HAND));
    }
  }

  /** Of a floating plan, over 90 working days, so that some 800 are in at the busiest hour. */
  private void addSession(int number) {
    Instant day =
        TODAY.minusDays(1L + random.nextInt(90)).atStartOfDay(java.time.ZoneOffset.UTC).toInstant();
    double hour = 8 + 8 * (random.nextDouble() + random.nextDouble()) / 2;
    Instant start = day.plusSeconds((long) (3600 * hour));
    Instant end = start.plusSeconds(60 + random.nextInt(2 * 3600));
    sessions.add(new Session("s" + number, accounts.get(0).id(), POOL, start, end));
  }

  private Book build() {
    plans.add(
        new Plan(
            POOL, "v00", POOL, null, null, PlanModel.FLOATING, List.of("draft"), null, null, null));
    return Book.builder()
        .vendors(vendors)
        .plans(plans)
        .agreements(agreements)
        .lines(lines)
        .people(people)
        .accounts(accounts)
        .holdings(holdings)
        .sessions(sessions)
        .evidence(evidence)
        .activity(this::use)
        .build();
  }

  /** Habits as people have them: working days at their own rate, and some who stopped. */
  private ActivityCalendar use(Book book) {
    CalendarBuilder calendar = new CalendarBuilder(book.accounts().size());
    int first = Days.of(FIRST);
    for (int h = 0; h < book.holdings().size(); h++) {
      int account = book.holdings().account(h);
      long parts = book.partsOfPlan(book.planNumberOfLine(book.holdings().line(h)));
      int last = DAYS - (int) (500 * Math.pow(random.nextDouble(), 4));
      double habit = 0.15 + 0.65 * random.nextDouble();
      for (long rest = parts; rest != 0; rest &= rest - 1) {
        double chance = rest == parts ? habit : habit * random.nextDouble() / 4;
        for (int day = 0; day < last; day++) {
          boolean weekend = (first + day) % 7 < 2;
          if (random.nextDouble() < (weekend ? chance / 8 : chance)) {
            calendar.add(account, Long.numberOfTrailingZeros(rest), first + day);
          }
        }
      }
    }
    return calendar.build();
  }
}
