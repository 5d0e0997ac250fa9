package org.sobertally.core.renewal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.apache.commons.statistics.distribution.PoissonDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sobertally.core.renewal.SeatWalk.Month;

class SeatWalkTest {

  private static List<Month> months(int count, double joins, double leaves) {
    return Collections.nCopies(count, new Month(joins, leaves, 0));
  }

  /** All the states of number and maximum at once, as the definition has it. */
  private static final class Plainly {
    private static final int MOST = 90;

    final double[] monthsAbove = new double[MOST + 1];
    double[] renewal = new double[MOST + 1];
    double[] lastWithin = new double[MOST + 1];

    Plainly(int start, List<Month> before, List<Month> term) {
      renewal[start] = 1;
      for (Month month : before) {
        renewal = moved(renewal, month);
      }
      double[][] joint = new double[MOST + 1][MOST + 1];
      for (int n = 0; n <= MOST; n++) {
        joint[n][n] = renewal[n];
      }
      for (Month month : term) {
        double[][] next = new double[MOST + 1][MOST + 1];
        for (int most = 0; most <= MOST; most++) {
          double[] from = new double[MOST + 1];
          for (int n = 0; n <= MOST; n++) {
            from[n] = joint[n][most];
          }
          double[] to = moved(from, month);
          for (int n = 0; n <= MOST; n++) {
            next[n][Math.max(most, n)] += to[n];
          }
        }
        joint = next;
        for (int n = 0; n <= MOST; n++) {
          for (int most = 0; most <= MOST; most++) {
            for (int k = 0; k < most; k++) {
              monthsAbove[k] += joint[n][most];
            }
          }
        }
      }
      for (int n = 0; n <= MOST; n++) {
        for (int most = 0; most <= MOST; most++) {
          for (int k = most; k <= MOST; k++) {
            lastWithin[k] += joint[n][most];
          }
        }
      }
    }

    private static double[] moved(double[] from, Month month) {
      double[] joins = poisson(month.joins());
      double[] leaves = poisson(month.leaves());
      double[] to = new double[MOST + 1];
      for (int n = 0; n <= MOST; n++) {
        for (int j = 0; from[n] > 0 && j < joins.length; j++) {
          for (int l = 0; l < leaves.length; l++) {
            int then = Math.min(MOST, Math.max(0, n + j - l + month.known()));
            to[then] += from[n] * joins[j] * leaves[l];
          }
        }
      }
      return to;
    }

    private static double[] poisson(double mean) {
      if (mean == 0) {
        return new double[] {1};
      }
      double[] p = new double[40];
      Arrays.setAll(p, n -> PoissonDistribution.of(mean).probability(n));
      return p;
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void isTheRunningMaximumOfTheDefinition(long seed) {
    Random dice = new Random(seed);
    int start = seed % 2 == 0 ? 40 + dice.nextInt(10) : dice.nextInt(6);
    List<Month> before = new ArrayList<>();
    List<Month> term = new ArrayList<>();
    for (int m = 0; m < 2; m++) {
      before.add(new Month(dice.nextDouble(), dice.nextDouble(), m == 1 ? 3 : 0));
    }
    for (int m = 0; m < 4; m++) {
      term.add(new Month(dice.nextDouble() * 2, dice.nextDouble(), m == 2 ? -2 : 0));
    }
    Plainly plainly = new Plainly(start, before, term);
    SeatWalk walk = SeatWalk.of(start, before, term);
    double below = 0;
    for (int q = Plainly.MOST; q >= 0; q--) {
      below += q < plainly.monthsAbove.length ? plainly.monthsAbove[q] : 0;
      assertThat(walk.seatMonthsAbove(q)).as("above %d", q).isCloseTo(below, within(1e-8));
    }
    double cumulated = 0;
    int median = -1;
    while (cumulated < 0.5) {
      cumulated += plainly.renewal[++median];
    }
    assertThat(walk.medianAtRenewal()).isEqualTo(median);
    int high = 0;
    while (plainly.lastWithin[high] < 0.9) {
      high++;
    }
    assertThat(walk.quantileOfLast(0.9)).isEqualTo(high);
  }

  @Test
  void whereNobodyMovesNothingIsAbove() {
    SeatWalk walk = SeatWalk.of(250, months(3, 0, 0), months(12, 0, 0));
    assertThat(walk.medianAtRenewal()).isEqualTo(250);
    assertThat(walk.seatMonthsAbove(250)).isZero();
    assertThat(walk.seatMonthsAbove(247)).isEqualTo(36);
    assertThat(walk.quantileOfLast(0.9)).isEqualTo(250);
  }

  @Test
  void whatIsKnownToComeIsThereFromItsMonthOn() {
    List<Month> term =
        List.of(new Month(0, 0, 0), new Month(0, 0, 12), new Month(0, 0, -12), new Month(0, 0, 0));
    SeatWalk walk = SeatWalk.of(100, List.of(), term);
    // Added in the second month of four, and kept to the end though they leave again.
    assertThat(walk.seatMonthsAbove(100)).isCloseTo(36, within(1e-9));
    assertThat(walk.medianAtRenewal()).isEqualTo(100);
  }

  /** Where it may come to none and where it cannot the two ways meet. */
  @ParameterizedTest
  @ValueSource(ints = {30, 60, 90, 120, 150, 180})
  void oneMorePersonIsOneMoreSeat(int start) {
    SeatWalk walk = SeatWalk.of(start, months(2, 1.5, 1.5), months(12, 1.5, 1.5));
    SeatWalk next = SeatWalk.of(start + 1, months(2, 1.5, 1.5), months(12, 1.5, 1.5));
    assertThat(next.seatMonthsAbove(start + 1))
        .isCloseTo(walk.seatMonthsAbove(start), within(start < 60 ? 1e-4 : 1e-7));
  }

  @Test
  void moreMovementWantsMoreSeats() {
    double before = 0;
    for (double rate : new double[] {0, 0.5, 1, 2, 4, 8, 16}) {
      SeatWalk walk = SeatWalk.of(500, months(4, rate, rate), months(12, rate, rate));
      assertThat(walk.seatMonthsAbove(500)).isGreaterThanOrEqualTo(before);
      before = walk.seatMonthsAbove(500);
    }
  }

  @Test
  void thousandsOfPeopleAreNoTrouble() {
    SeatWalk walk = SeatWalk.of(20_000, months(6, 400, 380), months(12, 400, 420));
    assertThat(walk.medianAtRenewal()).isBetween(20_100, 20_140);
    assertThat(walk.quantileOfLast(0.9)).isGreaterThan(walk.quantileOfLast(0.1));
    assertThat(walk.seatMonthsAbove(30_000)).isZero();
  }
}
