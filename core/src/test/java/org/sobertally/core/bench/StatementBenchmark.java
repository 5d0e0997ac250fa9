package org.sobertally.core.bench;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.BitSet;
import java.util.HashMap;
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
import org.sobertally.core.book.Book;
import org.sobertally.core.statement.Bearing;
import org.sobertally.core.statement.InUse;
import org.sobertally.core.statement.Statement;

/** 24 months of 50,000 people and 300,000 holdings, by department. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 4, time = 2)
@Measurement(iterations = 6, time = 2)
public class StatementBenchmark {

  private Book book;
  private Statement.Asked asked;
  private final Map<LocalDate, BitSet> known = new HashMap<>();

  @Setup
  public void setup() {
    book = BenchBook.of(50_000, 300_000, 24, 0);
    YearMonth last = YearMonth.from(BenchBook.TODAY);
    asked =
        new Statement.Asked(last.minusMonths(23), last, BenchBook.TODAY, Bearing.DEPARTMENT, false);
  }

  /** With the states at the months' ends at hand, as the server has them from the second time. */
  @Benchmark
  public Statement byDepartment() {
    return Statement.of(book, asked, day -> known.computeIfAbsent(day, d -> InUse.of(book).on(d)));
  }

  /** The states of one month's end. */
  @Benchmark
  public BitSet inUseOnOneDay() {
    return InUse.of(book).on(BenchBook.TODAY);
  }
}
