package org.sobertally.core.renewal;

import java.util.List;

/** Finds the cheapest mix. Solvers need native code, and so live outside the core. */
public interface MixSolver {

  /**
   * @param persons of each group, how many have each of its choices
   * @param seats of each plan
   * @param bound no mix can cost less; equal to the cost where that is proven
   */
  record Answer(List<List<Integer>> persons, List<Integer> seats, long cost, long bound) {}

  /** The same question is always answered the same. */
  Answer solve(MixProgram program);
}
