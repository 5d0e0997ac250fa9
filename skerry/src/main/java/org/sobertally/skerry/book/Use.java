package org.sobertally.skerry.book;

import java.time.LocalDate;

/**
 * How somebody uses a plan.
 *
 * @param from the first day on which they may
 * @param until the last day on which they did
 * @param chance of use on a working day
 * @param weekendChance of use on a Saturday or Sunday
 * @param gapEvery a pause every so many days; 0 for none
 * @param gapDays how long a pause lasts
 */
record Use(
    LocalDate from,
    LocalDate until,
    double chance,
    double weekendChance,
    int gapEvery,
    int gapDays) {

  static final Use NONE = new Use(LocalDate.MAX, LocalDate.MIN, 0, 0, 0, 0);

  static Use daily(LocalDate from, LocalDate until) {
    return new Use(from, until, 0.86, 0.06, 0, 0);
  }

  static Use often(LocalDate from, LocalDate until) {
    return new Use(from, until, 0.45, 0.04, 0, 0);
  }

  static Use atTimes(LocalDate from, LocalDate until) {
    return new Use(from, until, 0.16, 0.02, 0, 0);
  }

  /** On shifts that know no weekend. */
  static Use shifts(LocalDate from, LocalDate until) {
    return new Use(from, until, 0.6, 0.55, 0, 0);
  }

  /** In stretches with long pauses between. */
  static Use inStretches(LocalDate from, LocalDate until, int every, int pause) {
    return new Use(from, until, 0.5, 0.05, every, pause);
  }

  boolean pausedOn(LocalDate day) {
    return gapEvery > 0 && Math.floorMod(day.toEpochDay() - from.toEpochDay(), gapEvery) < gapDays;
  }
}
