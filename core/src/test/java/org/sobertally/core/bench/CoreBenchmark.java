package org.sobertally.core.bench;

import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Line;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.IdleCurve;
import org.sobertally.core.use.UseStates;

/**
 * 100,000 holdings with 400 days of activity: 30,000 people, four vendors, ten plans; the largest
 * subscription has 30,000 holders. Run by {@code bench/core}; figures in docs/performance.md.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class CoreBenchmark {

  private static final int PEOPLE = 30_000;
  private static final int HOLDINGS = 100_000;
  private static final LocalDate FIRST = LocalDate.of(2025, 8, 25);
  private static final LocalDate TODAY = FIRST.plusDays(400);

  private Book book;
  private int largest;

  @Setup
  public void draw() {
    Random random = new Random(42);
    List<Vendor> vendors = new ArrayList<>();
    List<Plan> plans = new ArrayList<>();
    List<Agreement> agreements = new ArrayList<>();
    List<Line> lines = new ArrayList<>();
    for (int v = 0; v < 4; v++) {
      String vendor = "v" + v;
      vendors.add(new Vendor(vendor, vendor, Duration.ZERO, false, 0, true, null));
      agreements.add(
          new Agreement(
              "a" + v,
              vendor,
              vendor,
              "EUR",
              FIRST,
              FIRST.plusYears(1),
              30,
              Agreement.Renews.AUTO,
              Agreement.MayShrink.AT_RENEWAL,
              null));
      for (int p = 0; p < (v < 2 ? 3 : 2); p++) {
        String plan = vendor + "p" + p;
        List<String> parts = List.of("mail", "docs", "charts").subList(0, p + 1);
        plans.add(
            new Plan(plan, vendor, plan, vendor, p, PlanModel.NAMED, parts, null, null, null));
        lines.add(
            new Line(plan, "a" + v, plan, PEOPLE, PriceList.flat("" + 90 * (p + 1)), List.of()));
      }
    }
    List<Person> people = new ArrayList<>();
    List<Account> accounts = new ArrayList<>();
    List<Holding> holdings = new ArrayList<>();
    for (int n = 0; n < PEOPLE; n++) {
      String id = "p%05d".formatted(n);
      people.add(
          new Person(id, id, id, null, null, Person.Status.ACTIVE, null, null, Person.Kind.PERSON));
      for (int v = 0; v < 4 && holdings.size() < HOLDINGS; v++) {
        String account = id + "v" + v;
        accounts.add(new Account(account, "v" + v, id, id, Account.State.ACTIVE, null, false));
        String line = "v" + v + "p" + (v == 0 ? 0 : random.nextInt(v < 2 ? 3 : 2));
        LocalDate from = FIRST.plusDays(random.nextInt(300) - 100);
        holdings.add(
            new Holding("h" + holdings.size(), account, line, from, null, Holding.Method.HAND));
      }
    }
    Evidence evidence = new Evidence(FIRST, TODAY.minusDays(2), Evidence.Kind.DAILY);
    book =
        Book.builder()
            .vendors(vendors)
            .plans(plans)
            .agreements(agreements)
            .lines(lines)
            .people(people)
            .accounts(accounts)
            .holdings(holdings)
            .evidence(Map.of("v0", evidence, "v1", evidence, "v2", evidence, "v3", evidence))
            .activity(b -> use(b, random))
            .build();
    largest = book.lines().require("v0p0");
  }

  private static ActivityCalendar use(Book book, Random random) {
    ActivityCalendar.Builder calendar = new ActivityCalendar.Builder(book.accounts().size());
    for (int account = 0; account < book.accounts().size(); account++) {
      int last = 400 - (int) (500 * Math.pow(random.nextDouble(), 3));
      for (int part = 0;
          part < book.partsOf(book.accounts().get(account).vendor()).size();
          part++) {
        double chance = 0.7 * random.nextDouble();
        for (int day = 0; day < last; day++) {
          if (random.nextDouble() < chance) {
            calendar.add(account, part, Days.of(FIRST) + day);
          }
        }
      }
    }
    return calendar.build();
  }

  @Benchmark
  public IdleCurve idleCurveOfTheLargestSubscription() {
    return IdleCurve.of(book, largest, TODAY);
  }

  @Benchmark
  public UseStates statesOfAllHoldings() {
    return UseStates.of(book, TODAY);
  }

  @Benchmark
  public Covers statesAndCoversOfEverybody() {
    return Covers.of(UseStates.of(book, TODAY));
  }

  public static void main(String... args) throws RunnerException {
    new Runner(new OptionsBuilder().include(CoreBenchmark.class.getSimpleName()).build()).run();
  }
}
