package org.sobertally.core.use;

/**
 * The Kaplan–Meier estimate of how long spells without use last, {@code S(t) = Π_{u≤t} (1 − d_u /
 * n_u)}, with Greenwood's variance. (Kaplan and Meier, 1958; Greenwood, 1926.)
 *
 * <p>Example: spells that ended after 1, 2, 2 and 5 days, and one open for 3: n = 5, 4, 2, 1, 1 for
 * u = 1 … 5; S(1) = 4/5, S(2) = 4/5 × 2/4 = 0.4, S(5) = 0.
 */
final class Survival {

  private static final double NORMAL_95 = 1.959963984540054;

  private final int longest;
  private final int[] atRisk;
  private final double[] survival;
  private final double[] greenwood;

  Survival(Spells spells) {
    longest = spells.longest();
    atRisk = new int[longest + 2];
    for (int u = longest; u >= 1; u--) {
      atRisk[u] = atRisk[u + 1] + spells.ended(u) + spells.open(u);
    }
    survival = new double[longest + 1];
    greenwood = new double[longest + 1];
    survival[0] = 1;
    for (int u = 1; u <= longest; u++) {
      double ended = spells.ended(u);
      double left = atRisk[u] - ended;
      survival[u] = survival[u - 1] * (left / atRisk[u]);
      greenwood[u] = greenwood[u - 1] + (left == 0 ? 0 : ended / (atRisk[u] * left));
    }
  }

  /** How many spells lasted at least so many days, ended or not. */
  int atRisk(int days) {
    return days <= longest ? atRisk[days] : 0;
  }

  /** The longest spell at risk. */
  int longest() {
    return longest;
  }

  /** Back within so many days, having been away for {@code idle}: low, estimate, high. */
  double[] backWithin(int within, int idle) {
    double stays = survival[idle] == 0 ? 0 : survival[idle + within] / survival[idle];
    double deviation = stays * Math.sqrt(greenwood[idle + within] - greenwood[idle]);
    double back = 1 - stays;
    return new double[] {
      Math.max(0, back - NORMAL_95 * deviation), back, Math.min(1, back + NORMAL_95 * deviation)
    };
  }
}
