package org.sobertally.core.bench;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
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
import org.sobertally.core.findings.Findings;
import org.sobertally.core.roll.PeopleRoll;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.Preview;
import org.sobertally.core.slate.Previewer;
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

  private static final int MOVES = 5_000;

  private Book book;
  private int largest;
  private Covers whole;
  private Findings findings;
  private final List<Move> moves = new ArrayList<>();

  @Setup
  public void draw() {
    book = BenchBook.of(30_000, 100_000, 4, 0);
    largest = book.lines().require("v00p0");
    UseStates states = UseStates.of(book, BenchBook.TODAY);
    whole = Covers.of(states);
    findings = Findings.of(whole, ZoneOffset.UTC, Map.of());
    for (int h = 0; h < book.holdings().size() && moves.size() < MOVES; h++) {
      if (states.isOpen(h) && h % 3 == 0) {
        moves.add(new Move.TakeBack(book.holdings().id(h)));
      }
    }
  }

  @Benchmark
  public Preview previewOfAFullSlate() {
    return Previewer.of(book, BenchBook.TODAY, moves);
  }

  @Benchmark
  public PeopleRoll rollOfEverybody() {
    return PeopleRoll.of(whole.needs().states(), whole, findings);
  }

  @Benchmark
  public IdleCurve idleCurveOfTheLargestSubscription() {
    return IdleCurve.of(
        UseStates.ofLine(book, BenchBook.TODAY, largest, OptionalInt.empty()), largest);
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
