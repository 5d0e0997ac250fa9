package org.sobertally.core.bench;

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
import org.sobertally.core.cover.Covers;
import org.sobertally.core.use.IdleCurve;
import org.sobertally.core.use.UseStates;

/** A book of 30,000 people and 100,000 holdings; the largest subscription has 30,000 holders. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class CoreBenchmark {

  private Book book;
  private int largest;

  @Setup
  public void draw() {
    book = BenchBook.of(30_000, 100_000, 4, 0);
    largest = book.lines().require("v00p0");
  }

  @Benchmark
  public IdleCurve idleCurveOfTheLargestSubscription() {
    return IdleCurve.of(book, largest, BenchBook.TODAY);
  }

  @Benchmark
  public UseStates statesOfAllHoldings() {
    return UseStates.of(book, BenchBook.TODAY);
  }

  @Benchmark
  public Covers statesAndCoversOfEverybody() {
    return Covers.of(UseStates.of(book, BenchBook.TODAY));
  }
}
