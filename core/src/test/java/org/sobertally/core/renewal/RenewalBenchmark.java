package org.sobertally.core.renewal;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.catalogue.PriceList.PriceBreak;
import org.sobertally.core.catalogue.PriceList.Pricing;

/** One plan's margin with its whole curve of costs; two per cent come and go each month. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class RenewalBenchmark {

  @Param({"60", "2500", "20000"})
  int holders;

  @Benchmark
  public double marginWithItsCurve() {
    SeatWalk.Month month = new SeatWalk.Month(holders * 0.02, holders * 0.02, 0);
    List<SeatWalk.Month> before = Collections.nCopies(6, month);
    List<SeatWalk.Month> term = Collections.nCopies(12, month);
    SeatWalk walk = SeatWalk.of(holders, before, term);
    PriceList prices =
        new PriceList(
            Pricing.VOLUME,
            new BigDecimal("192"),
            List.of(
                new PriceBreak(holders / 2, new BigDecimal("186")),
                new PriceBreak(holders + 10, new BigDecimal("180"))),
            0);
    PromiseCost cost = new PromiseCost(prices, walk, 12, RenewalTerms.USUALLY_ADDED);
    int best = cost.cheapest(0.005);
    double all = 0;
    for (int seats = best - 100; seats < best + 100; seats++) {
      all += cost.of(Math.max(0, seats));
    }
    return all;
  }
}
