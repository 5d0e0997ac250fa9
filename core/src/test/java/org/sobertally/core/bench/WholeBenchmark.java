package org.sobertally.core.bench;

import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
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
import org.openjdk.jmh.infra.Blackhole;
import org.sobertally.core.activity.ActivityCalendar;
import org.sobertally.core.activity.CalendarBuilder;
import org.sobertally.core.agreement.Agreement.FloorOf;
import org.sobertally.core.book.Book;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.pool.PoolReplay;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.ComeBackOdds;
import org.sobertally.core.use.IdleCurve;
import org.sobertally.core.use.Series;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.use.Utilisation;

/**
 * A book of 100,000 people, 400,000 holdings, 60 plans and 400 days. Everything runs in one process
 * ({@code Fork(0)}), because drawing the book takes far longer than any question put to it; what
 * one benchmark teaches the compiler can only slow another down.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 4, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(0)
public class WholeBenchmark {

  private static final int SESSIONS = 2_000_000;
  private static Book drawn;

  private Book book;

  static synchronized Book drawn() {
    if (drawn == null) {
      long before = used();
      drawn = BenchBook.of(100_000, 400_000, 20, SESSIONS);
      ActivityCalendar activity = drawn.activity();
      long[] days = new long[1];
      activity.forEachRow(
          (account, part, firstDay, bits, from, length) -> {
            for (int w = from; w < from + length; w++) {
              days[0] += Long.bitCount(bits[w]);
            }
          });
      System.out.printf(
          "%nActive days %,d in %,d rows; day bits %,d bytes, with their index %,d: %.2f of %d bits a row.%nThe book in memory: about %,d MB.%n",
          days[0],
          activity.rows(),
          activity.bitBytes(),
          activity.bytes(),
          8.0 * activity.bytes() / activity.rows() / BenchBook.DAYS,
          BenchBook.DAYS,
          (used() - before) >> 20);
    }
    return drawn;
  }

  private static long used() {
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    return runtime.totalMemory() - runtime.freeMemory();
  }

  @Setup
  public void draw() {
    book = drawn();
  }

  /** What any question about all activity costs at least. */
  @Benchmark
  public long readEveryWordOnce() {
    long[] sum = new long[1];
    book.activity()
        .forEachRow(
            (account, part, firstDay, bits, from, length) -> {
              for (int w = from; w < from + length; w++) {
                sum[0] += bits[w];
              }
            });
    return sum[0];
  }

  @Benchmark
  public int lastUseAndIdleList() {
    UseStates states = UseStates.of(book, BenchBook.TODAY);
    int idle = 0;
    for (int h = 0; h < book.holdings().size(); h++) {
      idle += states.isOpen(h) && states.state(h) == UseState.IDLE ? 1 : 0;
    }
    return idle;
  }

  @Benchmark
  public List<IdleCurve> idleCurveOfEveryPlan() {
    return IdleCurve.ofEveryLine(UseStates.of(book, BenchBook.TODAY));
  }

  @Benchmark
  public void activesOfEveryPlanFor180Days(Blackhole sink) {
    LocalDate to = BenchBook.TODAY;
    for (int line = 0; line < book.lines().size(); line++) {
      sink.consume(Series.of(book, line, to.minusDays(179), to, to, ZoneOffset.UTC));
    }
  }

  @Benchmark
  public List<Utilisation> utilisationOver90Days() {
    return Utilisation.ofEveryLine(book, BenchBook.TODAY, 90, FloorOf.HELD);
  }

  @Benchmark
  public List<ComeBackOdds> oddsOfEveryPlan() {
    return ComeBackOdds.ofEveryPlan(book, BenchBook.TODAY);
  }

  @Benchmark
  public PoolReplay poolOfTwoMillionSessionsAtEverySize() {
    int plan = book.plans().require(BenchBook.POOL);
    LocalDate from = BenchBook.TODAY.minusDays(100);
    return PoolReplay.of(book, plan, from, BenchBook.TODAY, ZoneOffset.UTC);
  }

  @Benchmark
  public Findings statesCoversAndFindingsOfEverybody() {
    Covers covers = Covers.of(UseStates.of(book, BenchBook.TODAY));
    return Findings.of(covers, ZoneOffset.UTC, Map.of());
  }

  /** Facts as they arrive: day by day, accounts in no order. One call takes in every active day. */
  @Benchmark
  public ActivityCalendar intakeOfAllActivityByDay() {
    ActivityCalendar from = book.activity();
    int[] at = ByDay.of(from);
    CalendarBuilder builder = new CalendarBuilder(book.accounts().size());
    int[] accounts = ByDay.accounts;
    byte[] parts = ByDay.parts;
    for (int day = 0; day < BenchBook.DAYS; day++) {
      for (int n = at[day]; n < at[day + 1]; n++) {
        builder.add(accounts[n], parts[n], Days.of(BenchBook.FIRST) + day);
      }
    }
    return builder.build();
  }

  /** The book's activity as rows of account and part by day. */
  private static final class ByDay {
    static int[] starts;
    static int[] accounts;
    static byte[] parts;

    static int[] of(ActivityCalendar activity) {
      if (starts != null) {
        return starts;
      }
      int[] counts = new int[BenchBook.DAYS + 1];
      activity.forEachRow(
          (a, p, firstDay, bits, from, length) ->
              each(firstDay, bits, from, length, d -> counts[d + 1]++));
      for (int d = 0; d < BenchBook.DAYS; d++) {
        counts[d + 1] += counts[d];
      }
      accounts = new int[counts[BenchBook.DAYS]];
      parts = new byte[accounts.length];
      int[] next = counts.clone();
      activity.forEachRow(
          (a, p, firstDay, bits, from, length) ->
              each(
                  firstDay,
                  bits,
                  from,
                  length,
                  d -> {
                    accounts[next[d]] = a;
                    parts[next[d]++] = (byte) p;
                  }));
      starts = counts;
      return starts;
    }

    private static void each(
        int firstDay, long[] bits, int from, int length, java.util.function.IntConsumer day) {
      int base = firstDay - Days.of(BenchBook.FIRST);
      for (int w = 0; w < length; w++) {
        for (long rest = bits[from + w]; rest != 0; rest &= rest - 1) {
          day.accept(base + 64 * w + Long.numberOfTrailingZeros(rest));
        }
      }
    }
  }
}
