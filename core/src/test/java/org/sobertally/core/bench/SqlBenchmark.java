package org.sobertally.core.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
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
import org.sobertally.core.book.Holdings;
import org.sobertally.core.time.Days;

/**
 * The same questions put to embedded SQL engines, single-threaded, in the same run. The analytic
 * one gets its facts in the handiest form there is: one row a holding and day of use, parts already
 * united, sorted by holding; so it need not join. The application's own database answers over month
 * rows with a mask of days, as it keeps them.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 0)
@Measurement(iterations = 1)
@Fork(0)
public class SqlBenchmark {

  private static Connection duck;
  private static Connection h2;

  @Setup
  public void load() throws IOException, SQLException {
    if (duck == null) {
      Book book = WholeBenchmark.drawn();
      duck = DriverManager.getConnection("jdbc:duckdb:");
      loadDuck(book);
      h2 = DriverManager.getConnection("jdbc:h2:mem:bench");
      loadH2(book);
    }
  }

  private interface Lines {
    void write(BufferedWriter out) throws IOException;
  }

  private static Path file(Lines lines) throws IOException {
    Path file = Files.createTempFile("bench", ".csv");
    file.toFile().deleteOnExit();
    try (BufferedWriter out = Files.newBufferedWriter(file)) {
      lines.write(out);
    }
    return file;
  }

  private static void loadDuck(Book book) throws IOException, SQLException {
    Holdings holdings = book.holdings();
    Path facts =
        file(
            out ->
                book.activity()
                    .forEachRow(
                        (account, part, firstDay, bits, from, length) -> {
                          for (int w = 0; w < length; w++) {
                            write(out, account, part, firstDay + 64 * w, bits[from + w]);
                          }
                        }));
    Path parts =
        file(
            out -> {
              for (int plan = 0; plan < book.plans().size(); plan++) {
                for (long rest = book.partsOfPlan(plan); rest != 0; rest &= rest - 1) {
                  out.write(plan + "," + Long.numberOfTrailingZeros(rest) + "\n");
                }
              }
            });
    Path held =
        file(
            out -> {
              for (int h = 0; h < holdings.size(); h++) {
                int plan = book.planNumberOfLine(holdings.line(h));
                out.write(
                    h + "," + holdings.account(h) + "," + plan + "," + holdings.from(h) + "\n");
              }
            });
    run(duck, "set threads = 1");
    run(duck, "set memory_limit = '6GB'");
    run(
        duck,
        "create table holding as select * from read_csv('%s', header = false, columns = {'holding': 'int', 'account': 'int', 'plan': 'smallint', 'start': 'int'})"
            .formatted(held));
    run(
        duck,
        "create table plan_part as select * from read_csv('%s', header = false, columns = {'plan': 'smallint', 'part': 'tinyint'})"
            .formatted(parts));
    run(
        duck,
        "create table activity as select account, part, (first + b)::int as day from read_csv('%s', header = false, columns = {'account': 'int', 'part': 'tinyint', 'first': 'int', 'word': 'bigint'}), range(64) t(b) where (word >> b) & 1 = 1 order by account, part, day"
            .formatted(facts));
    run(
        duck,
        "create view used as select h.holding, h.plan, a.day from activity a join holding h on h.account = a.account and a.day >= h.start join plan_part p on p.plan = h.plan and p.part = a.part");
    System.out.printf(
        "%nRows in the analytic engine: %,d%n", run(duck, "select count(*) from activity"));
  }

  private static void write(BufferedWriter out, int account, int part, int first, long word) {
    if (word != 0) {
      try {
        out.write(account + "," + part + "," + first + "," + word + "\n");
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private static void loadH2(Book book) throws IOException, SQLException {
    Path months =
        file(
            out ->
                book.activity()
                    .forEachRow(
                        (account, part, firstDay, bits, from, length) -> {
                          try {
                            writeMonths(out, account, part, firstDay, bits, from, length);
                          } catch (IOException e) {
                            throw new UncheckedIOException(e);
                          }
                        }));
    run(
        h2,
        "create table months (account int, part tinyint, first int, days bigint) as select cast(c1 as int), cast(c2 as tinyint), cast(c3 as int), cast(c4 as bigint) from csvread('%s', 'C1,C2,C3,C4')"
            .formatted(months));
  }

  /** Runs of 32 days stand in for months. */
  private static void writeMonths(
      BufferedWriter out, int account, int part, int firstDay, long[] bits, int from, int length)
      throws IOException {
    for (int half = 0; half < 2 * length; half++) {
      long mask = bits[from + half / 2] >>> (32 * (half % 2)) & 0xffffffffL;
      if (mask != 0) {
        out.write(account + "," + part + "," + (firstDay + 32 * half) + "," + mask + "\n");
      }
    }
  }

  /** Reads the whole answer. */
  private static long run(Connection connection, String sql) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      long last = 0;
      if (statement.execute(sql)) {
        try (ResultSet rows = statement.getResultSet()) {
          while (rows.next()) {
            last = rows.getLong(1);
          }
        }
      }
      return last;
    }
  }

  private static int measured() {
    return Days.of(BenchBook.FIRST) + BenchBook.DAYS - 1;
  }

  private static final String IDLE =
      "select holding, plan, %d - greatest(coalesce(max(day), 0), any_value(start), %d) as idle from holding left join used using (holding, plan) group by holding, plan";

  private static String idle() {
    return IDLE.formatted(measured(), Days.of(BenchBook.FIRST));
  }

  @Benchmark
  public long lastUseAndIdleList() throws SQLException {
    return run(duck, "select count(*) from (" + idle() + ") where idle >= 60");
  }

  @Benchmark
  public long idleCurveOfEveryPlan() throws SQLException {
    return run(
        duck,
        "select plan, n, count(*) filter (where idle >= n) from (%s), range(1, 366) t(n) group by plan, n"
            .formatted(idle()));
  }

  /**
   * Six of the 180 days: one query a day is what stays within memory, and all of them would take
   * half an hour; what the whole range takes is thirty times this.
   */
  @Benchmark
  public long activesOfEveryPlanForSixOf180Days() throws SQLException {
    long sum = 0;
    for (int day = measured() - 150; day <= measured(); day += 30) {
      sum +=
          run(
              duck,
              "select sum(n) from (select plan, count(distinct holding) as n from used where day between %d and %d group by plan)"
                  .formatted(day - 29, day));
    }
    return sum;
  }

  @Benchmark
  public long utilisationOver90Days() throws SQLException {
    return run(
        duck,
        "select plan, count(distinct holding) from used where day > %d and day <= %d group by plan"
            .formatted(measured() - 90, measured()));
  }

  @Benchmark
  public long oddsOfEveryPlan() throws SQLException {
    return run(
        duck,
        """
        with spell as (
          select plan, lead(day) over (partition by holding order by day) - day as g,
                 %d - day as c from (select distinct holding, plan, day from used)),
        tally as (
          select plan, coalesce(g, c) as u, count(g) as ended, count(*) as n
          from spell group by plan, u)
        select plan, u, exp(sum(ln(1 - ended / at_risk)) over (partition by plan order by u))
        from (select plan, u, ended, sum(n) over (partition by plan order by u desc) as at_risk
              from tally where u > 0)
        where ended < at_risk
        """
            .formatted(measured()));
  }

  @Benchmark
  public long idleDaysOverMonthRows() throws SQLException {
    return run(
        h2,
        "select count(*) from (select account, max(first + floor(log10(days) / log10(2))) as last_day from months group by account) where last_day <= "
            + (measured() - 60));
  }
}
