package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
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
import org.sobertally.core.book.Book;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.DataRule.After;
import org.sobertally.core.people.DataRule.Price;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.core.people.Person;
import org.sobertally.core.support.TestBook;

/** A vendor with 50,000 accounts that lie there without a seat, by rules that change once. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class LeaverBenchmark {

  private static final int ACCOUNTS = 50_000;

  private Book book;
  private Book tried;
  private Routes routes;

  @Setup
  public void lay() {
    TestBook facts = new TestBook();
    Random random = new Random(5);
    for (int n = 0; n < ACCOUNTS; n++) {
      String id = "p" + n;
      LocalDate left = TestBook.TODAY.minusDays(1 + random.nextInt(900));
      facts.people.add(
          new Person(id, id, id, null, null, Person.Status.LEFT, left, null, Person.Kind.PERSON));
      facts.accounts.add(
          new Account(
              "a-" + id,
              "quillmoor",
              id,
              id,
              Account.State.ACTIVE,
              null,
              false,
              BigDecimal.valueOf(random.nextInt(200))));
      facts.holds(id, "opus", left.minusDays(100), left);
    }
    facts.dataRules.add(stage(1, 30, Reach.OWNER, null, null));
    facts.dataRules.add(stage(2, null, Reach.ADMIN, null, null));
    book = facts.build();
    routes = Routes.of(book, TestBook.TODAY, OptionalInt.empty(), Set.of());
    List<DataRule> rules = new ArrayList<>(facts.dataRules);
    LocalDate change = TestBook.TODAY.plusDays(32);
    rules.add(stage(1, 30, Reach.OWNER, change, 2));
    rules.add(stage(2, 365, Reach.PAID, change, 2));
    tried = book.withDataRules(rules);
  }

  private static DataRule stage(
      int order, Integer days, Reach reach, LocalDate from, Integer joins) {
    Price price = Price.of(null, new BigDecimal("0.05"), null, false);
    return new DataRule(
        "quillmoor", After.TAKEN_BACK, order, "s" + order, days, reach, price, from, joins);
  }

  @Benchmark
  public Estate estate() {
    return Estate.of(book, TestBook.TODAY, 0);
  }

  @Benchmark
  public List<EstateMonth> whatIf() {
    Estate estate = Estate.of(book, TestBook.TODAY, 0);
    return EstateMonth.of(book, estate, VendorRules.of(tried), TestBook.TODAY, 24);
  }

  @Benchmark
  public PersonRoutes routesOfOne() {
    return routes.of(book.people().require("p4711"), OptionalInt.empty());
  }
}
