package org.sobertally.core.bench;

import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;

/** Runs the benchmarks whose names match the arguments; all of them without any. */
public final class BenchMain {

  private BenchMain() {}

  public static void main(String... names) throws RunnerException {
    OptionsBuilder options = new OptionsBuilder();
    for (String name : names) {
      options.include(name);
    }
    if (names.length == 0) {
      options.include("org\\.sobertally\\.core\\..*Benchmark");
    }
    new Runner(options.build()).run();
  }
}
