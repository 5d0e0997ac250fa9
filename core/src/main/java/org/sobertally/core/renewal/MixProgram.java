package org.sobertally.core.renewal;

import java.util.List;

/**
 * The question of the cheapest mix, in whole numbers, as a solver is asked: how many of each group
 * are given which choice, and how many seats of each plan are bought, for the least cost.
 *
 * <p>With a plan's seats s, those who have it a = staying + the persons of all groups whose choice
 * names it: s ≥ max(a, {@code least}), or s = 0 where {@code mayBeNone} and a = 0. Of equal cost
 * the fewest persons changed are wanted, then the fewest seats.
 */
public record MixProgram(List<PlanSeats> plans, List<Group> groups) {

  /**
   * @param staying persons who have it whatever is chosen
   * @param least seats that are bought at least where any are
   * @param most seats that can be of use
   * @param mayBeNone false only where {@code least} is above zero
   * @param bands of the price, by seats, the first from 1
   */
  public record PlanSeats(int staying, int least, int most, boolean mayBeNone, List<Band> bands) {}

  /**
   * From {@code from} seats on, to the next band: s seats cost {@code cost + unit × (s − from)}.
   */
  public record Band(int from, long cost, long unit) {}

  /** Persons who need the same. */
  public record Group(int persons, List<Choice> choices) {}

  /**
   * @param plans places in {@link MixProgram#plans}
   * @param unchanged how many of the group have just that today
   */
  public record Choice(List<Integer> plans, int unchanged) {}

  /** What so many seats of the plan cost; none cost nothing. */
  public static long cost(PlanSeats plan, long seats) {
    if (seats == 0) {
      return 0;
    }
    Band in = plan.bands().get(0);
    for (Band band : plan.bands()) {
      if (band.from() <= seats) {
        in = band;
      }
    }
    return Math.addExact(in.cost(), Math.multiplyExact(in.unit(), seats - in.from()));
  }
}
