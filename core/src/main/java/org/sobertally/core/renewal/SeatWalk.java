package org.sobertally.core.renewal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.statistics.distribution.PoissonDistribution;

/**
 * How the number of people who have a plan may move: month by month it grows by a Poisson number of
 * those who join, shrinks by one of those who leave and never falls below none. It starts on a day,
 * reaches the renewal after some months, and then its running maximum is followed over the term:
 * {@code M_m}, the largest of the renewal day and the m months after it.
 *
 * <p>The distributions are exact but for what is dropped: probabilities below 1e-12. Away from none
 * the walk is the same wherever it starts, so that one backward pass serves all thresholds; where
 * it may come to none, each threshold takes a pass of its own.
 */
public final class SeatWalk {

  /** One month of it. */
  public record Month(double joins, double leaves, int known) {}

  private static final double DROPPED = 1e-12;

  /** Tails beyond so many standard deviations are below what is dropped. */
  private static final double SPREAD = 7.6;

  private static final int SPARE = 24;

  /** By how many it moves in a month: {@code p[n]} is that of {@code lowest + n}. */
  private record Pmf(int lowest, double[] p) {

    static Pmf at(int value) {
      return new Pmf(value, new double[] {1});
    }

    int highest() {
      return lowest + p.length - 1;
    }
  }

  /** By threshold k from {@code lowest}: the months of the term with {@code M_m > k}, expected. */
  private final int lowest;

  private final double[] monthsAbove;

  /** {@code Σ_{k' ≥ k} monthsAbove[k']}. */
  private final double[] seatMonths;

  private final double[] lastWithin;
  private final int termMonths;
  private final int medianAtRenewal;

  private SeatWalk(
      int lowest, double[] monthsAbove, double[] lastWithin, int termMonths, int median) {
    this.lowest = lowest;
    this.monthsAbove = monthsAbove;
    this.lastWithin = lastWithin;
    this.termMonths = termMonths;
    this.medianAtRenewal = median;
    seatMonths = new double[monthsAbove.length + 1];
    for (int n = monthsAbove.length - 1; n >= 0; n--) {
      seatMonths[n] = seatMonths[n + 1] + monthsAbove[n];
    }
  }

  /**
   * @param start how many have it today
   * @param before the months up to the renewal
   * @param term the months after it
   */
  public static SeatWalk of(int start, List<Month> before, List<Month> term) {
    return mayComeToNone(start, before, term)
        ? floored(start, before, term)
        : homogeneous(start, before, term);
  }

  /** Where it may stand: the 10 % point, the middle and the 90 % point. */
  public record Span(int low, int middle, int high) {}

  /** Where it may stand after each of the months. */
  public static List<Span> fan(int start, List<Month> months) {
    List<Span> fan = new ArrayList<>();
    Pmf now = Pmf.at(start);
    for (Month month : months) {
      now = trimmed(atLeastNone(convolved(now, step(month))));
      fan.add(new Span(quantile(now, 0.1), quantile(now, 0.5), quantile(now, 0.9)));
    }
    return fan;
  }

  private static int quantile(Pmf pmf, double probability) {
    double within = 0;
    for (int n = 0; n < pmf.p.length; n++) {
      within += pmf.p[n];
      // A probability that is met but for rounding is met.
      if (within >= probability - DROPPED) {
        return pmf.lowest + n;
      }
    }
    return pmf.highest();
  }

  /** The number of people on the renewal day that is as likely passed as not. */
  public int medianAtRenewal() {
    return medianAtRenewal;
  }

  /** The smallest number that the running maximum at the end of the term keeps to so likely. */
  public int quantileOfLast(double probability) {
    for (int n = 0; n < lastWithin.length; n++) {
      if (lastWithin[n] >= probability) {
        return lowest + n;
      }
    }
    return lowest + lastWithin.length - 1;
  }

  /**
   * {@code Σ_m (E[max(q, M_m)] − q)} over the months of the term: for how many seat-months more
   * than {@code seats} are wanted, each seat once added staying to the end.
   */
  public double seatMonthsAbove(int seats) {
    if (seats < lowest) {
      return seatMonths[0] + (double) (lowest - seats) * termMonths;
    }
    return seats - lowest >= seatMonths.length ? 0 : seatMonths[seats - lowest];
  }

  /** The number above which nothing is likely at all. */
  int highest() {
    return lowest + monthsAbove.length;
  }

  private static SeatWalk homogeneous(int start, List<Month> before, List<Month> term) {
    Pmf renewal = Pmf.at(start);
    for (Month month : before) {
      renewal = trimmed(convolved(renewal, step(month)));
    }
    int deep = deepest(term);
    double[] within = new double[deep + 1];
    Arrays.fill(within, 1);
    double[] months = new double[deep + 1];
    for (int m = term.size() - 1; m >= 0; m--) {
      Pmf step = step(term.get(m));
      double later = term.size() - 1 - m;
      within = back(step, within, 1, 0);
      months = back(step, months, later, 1);
    }
    int size = renewal.p.length + deep;
    double[] above = new double[size];
    double[] last = new double[size];
    double sure = 0;
    for (int k = 0; k < size; k++) {
      double staying = 0;
      double lastStaying = 0;
      int most = Math.min(k, renewal.p.length - 1);
      int least = Math.max(0, k - deep);
      if (least > 0 && least - 1 < renewal.p.length) {
        sure += renewal.p[least - 1];
      }
      for (int x = least; x <= most; x++) {
        staying += renewal.p[x] * months[k - x];
        lastStaying += renewal.p[x] * within[k - x];
      }
      above[k] = kept(term.size() * (1 - sure) - staying, term.size());
      last[k] = sure + lastStaying;
    }
    return new SeatWalk(renewal.lowest, above, last, term.size(), quantile(renewal, 0.5));
  }

  /**
   * One month back: {@code to[d]} for somebody who may rise by d, from {@code next} a month later.
   *
   * @param beyond what {@code next} is where the room is larger than looked at
   * @param gain what each month that keeps within adds
   */
  private static double[] back(Pmf step, double[] next, double beyond, double gain) {
    double[] to = new double[next.length];
    for (int d = 0; d < to.length; d++) {
      double sum = 0;
      // With more room than fits into the array nothing is ever passed.
      int lastInside = Math.min(step.p.length - 1, d - step.lowest);
      int firstInside = Math.max(0, d - step.lowest - next.length + 1);
      for (int s = 0; s < Math.min(firstInside, step.p.length); s++) {
        sum += step.p[s] * (gain + beyond);
      }
      for (int s = firstInside; s <= lastInside; s++) {
        sum += step.p[s] * (gain + next[d - step.lowest - s]);
      }
      to[d] = sum;
    }
    return to;
  }

  /** Every threshold by a walk of its own, with those who would fall below none held at none. */
  private static SeatWalk floored(int start, List<Month> before, List<Month> term) {
    Pmf renewal = Pmf.at(start);
    for (Month month : before) {
      renewal = trimmed(atLeastNone(convolved(renewal, step(month))));
    }
    int size = Math.max(1, renewal.highest() + deepest(term) + 1);
    double[] above = new double[size];
    double[] last = new double[size];
    List<Pmf> steps = term.stream().map(SeatWalk::step).toList();
    Arrays.fill(above, 0, Math.min(size, renewal.lowest), term.size());
    Arrays.fill(last, 1);
    Arrays.fill(last, 0, Math.min(size, renewal.lowest), 0);
    for (int k = renewal.lowest; k < size; k++) {
      Pmf within = cut(renewal, k);
      double staying = 0;
      for (Pmf step : steps) {
        within = trimmed(cut(atLeastNone(convolved(within, step)), k));
        staying += sum(within);
      }
      above[k] = kept(term.size() - staying, term.size());
      last[k] = sum(within);
      if (above[k] == 0) {
        // Of larger ones nothing is passed either.
        break;
      }
    }
    return new SeatWalk(0, above, last, term.size(), quantile(renewal, 0.5));
  }

  private static double kept(double months, int of) {
    return months < DROPPED * Math.max(1, of) ? 0 : months;
  }

  private static double sum(Pmf pmf) {
    double sum = 0;
    for (double p : pmf.p) {
      sum += p;
    }
    return sum;
  }

  private static Pmf cut(Pmf pmf, int most) {
    if (pmf.highest() <= most) {
      return pmf;
    }
    return new Pmf(pmf.lowest, Arrays.copyOf(pmf.p, Math.max(0, most - pmf.lowest + 1)));
  }

  private static Pmf atLeastNone(Pmf pmf) {
    if (pmf.lowest >= 0) {
      return pmf;
    }
    double[] p = new double[Math.max(1, pmf.p.length + pmf.lowest)];
    for (int n = 0; n < pmf.p.length; n++) {
      p[Math.max(0, pmf.lowest + n)] += pmf.p[n];
    }
    return new Pmf(0, p);
  }

  private static Pmf convolved(Pmf one, Pmf other) {
    if (one.p.length == 0) {
      return one;
    }
    double[] p = new double[one.p.length + other.p.length - 1];
    for (int a = 0; a < one.p.length; a++) {
      double of = one.p[a];
      if (of != 0) {
        for (int b = 0; b < other.p.length; b++) {
          p[a + b] += of * other.p[b];
        }
      }
    }
    return new Pmf(one.lowest + other.lowest, p);
  }

  private static Pmf trimmed(Pmf pmf) {
    if (pmf.p.length == 0) {
      return pmf;
    }
    int from = 0;
    int to = pmf.p.length;
    double low = 0;
    while (from + 1 < to && low + pmf.p[from] < DROPPED / 100) {
      low += pmf.p[from++];
    }
    double high = 0;
    while (to - 1 > from && high + pmf.p[to - 1] < DROPPED / 100) {
      high += pmf.p[--to];
    }
    return new Pmf(pmf.lowest + from, Arrays.copyOfRange(pmf.p, from, to));
  }

  private static Pmf step(Month month) {
    Pmf joins = poisson(month.joins());
    Pmf leaves = poisson(month.leaves());
    double[] turned = new double[leaves.p.length];
    for (int n = 0; n < turned.length; n++) {
      turned[n] = leaves.p[turned.length - 1 - n];
    }
    Pmf net = convolved(joins, new Pmf(-leaves.highest(), turned));
    return trimmed(new Pmf(net.lowest + month.known(), net.p));
  }

  private static Pmf poisson(double mean) {
    if (mean <= 0) {
      return Pmf.at(0);
    }
    PoissonDistribution distribution = PoissonDistribution.of(mean);
    double spread = SPREAD * Math.sqrt(mean);
    int from = Math.max(0, (int) (mean - spread) - SPARE);
    int to = (int) (mean + spread) + SPARE;
    double[] p = new double[to - from + 1];
    for (int n = from; n <= to; n++) {
      p[n - from] = distribution.probability(n);
    }
    return trimmed(new Pmf(from, p));
  }

  /** How far above its start a walk of these months may come. */
  private static int deepest(List<Month> months) {
    double variance = 0;
    double drift = 0;
    double highest = 0;
    for (Month month : months) {
      variance += month.joins() + month.leaves();
      drift += month.joins() - month.leaves() + month.known();
      highest = Math.max(highest, drift);
    }
    return (int) Math.ceil(highest + SPREAD * Math.sqrt(variance)) + (variance == 0 ? 1 : SPARE);
  }

  /**
   * Whether coming to none could be told in what is kept: by Chernoff's bound, month by month, on
   * how likely the walk has fallen that far.
   */
  private static boolean mayComeToNone(int start, List<Month> before, List<Month> term) {
    double joins = 0;
    double leaves = 0;
    double room = start;
    double likely = 0;
    for (List<Month> months : List.of(before, term)) {
      for (Month month : months) {
        joins += month.joins();
        leaves += month.leaves();
        room += month.known();
        likely += tail(room, leaves, joins);
      }
    }
    return likely >= DROPPED / 10;
  }

  /** A bound on P(X − Y ≥ x) for Poisson X of mean a and Y of mean b. */
  private static double tail(double x, double a, double b) {
    if (x <= a - b) {
      return 1;
    }
    if (a <= 0) {
      return x > 0 ? 0 : 1;
    }
    double e = (x + Math.sqrt(x * x + 4 * a * b)) / (2 * a);
    return Math.exp(-x * Math.log(e) + a * (e - 1) + (b > 0 ? b * (1 / e - 1) : 0));
  }
}
