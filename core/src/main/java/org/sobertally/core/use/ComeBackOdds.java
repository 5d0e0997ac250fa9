package org.sobertally.core.use;

import java.time.LocalDate;
import java.util.List;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;

/**
 * How likely a holder of a plan who was idle for N days is to be back within H more: {@code P = 1 −
 * S(N+H) / S(N)}, from the plan's own history or, where that is too little, from that of its whole
 * ladder at the vendor. It tells how often an idle line would have been wrong.
 */
public final class ComeBackOdds {

  /** Odds are told for 1 to so many days of idleness. */
  public static final int LONGEST = 180;

  /** Fewer spells at risk than this say nothing. */
  public static final int FEWEST = 20;

  /** Why odds cannot be told. */
  public enum Unknown {
    /** The vendor tells nothing of use. */
    NO_EVIDENCE,
    /** The vendor tells only the newest day of use. */
    LAST_SEEN,
    /** Too few spells lasted that long, or none as long as that and H more. */
    TOO_LITTLE_HISTORY
  }

  /**
   * The odds at one line.
   *
   * @param probability 0 to 1, with Greenwood's 95 % interval from {@code low} to {@code high}; all
   *     NaN where {@code unknown} is not null
   * @param atRisk spells that lasted longer than {@code days}
   * @param pooled whether they are of the whole ladder
   */
  public record Odds(
      int days,
      int withinDays,
      double probability,
      double low,
      double high,
      int atRisk,
      boolean pooled,
      @Nullable Unknown unknown) {}

  private static final Survival NOTHING = new Survival(new Spells());

  private final Survival own;
  private final Survival ladder;
  private final @Nullable Unknown unknown;

  private ComeBackOdds(Survival own, Survival ladder, @Nullable Unknown unknown) {
    this.own = own;
    this.ladder = ladder;
    this.unknown = unknown;
  }

  /** The odds of the plan's holders, as could be known on the day. */
  public static ComeBackOdds of(Book book, int plan, LocalDate asOf) {
    return of(
        book,
        plan,
        asOf,
        p -> {
          Spells spells = new Spells();
          spells.addPlan(book, p, asOf);
          return spells;
        });
  }

  /** The odds of every plan, by its number, from one pass over all holdings. */
  public static List<ComeBackOdds> ofEveryPlan(Book book, LocalDate asOf) {
    Spells[] counted = Spells.ofEveryPlan(book, asOf);
    return IntStream.range(0, counted.length)
        .mapToObj(plan -> of(book, plan, asOf, p -> counted[p]))
        .toList();
  }

  private static ComeBackOdds of(
      Book book, int plan, LocalDate asOf, IntFunction<Spells> spellsOf) {
    Plan wanted = book.plans().get(plan);
    if (!book.hasEvidence(wanted.vendor())) {
      return new ComeBackOdds(NOTHING, NOTHING, Unknown.NO_EVIDENCE);
    }
    if (book.evidenceOf(wanted.vendor(), asOf).kind() == Evidence.Kind.LAST_SEEN) {
      return new ComeBackOdds(NOTHING, NOTHING, Unknown.LAST_SEEN);
    }
    Spells own = spellsOf.apply(plan);
    Spells ladder = new Spells();
    for (int p = 0; wanted.ladder() != null && p < book.plans().size(); p++) {
      Plan other = book.plans().get(p);
      if (wanted.ladder().equals(other.ladder()) && wanted.vendor().equals(other.vendor())) {
        ladder.add(p == plan ? own : spellsOf.apply(p));
      }
    }
    return new ComeBackOdds(new Survival(own), new Survival(ladder), null);
  }

  /** Why nothing can be told at all, or null. */
  public @Nullable Unknown unknown() {
    return unknown;
  }

  /**
   * @param days N, at least 0
   * @param within H, at least 1
   */
  public Odds at(int days, int within) {
    if (unknown != null) {
      return unknown(days, within, 0, unknown);
    }
    if (says(own, days, within)) {
      return told(own, days, within, false);
    }
    if (says(ladder, days, within)) {
      return told(ladder, days, within, true);
    }
    return unknown(days, within, own.atRisk(days + 1), Unknown.TOO_LITTLE_HISTORY);
  }

  private static boolean says(Survival survival, int days, int within) {
    return survival.atRisk(days + 1) >= FEWEST && days + within <= survival.longest();
  }

  private static Odds told(Survival survival, int days, int within, boolean pooled) {
    double[] back = survival.backWithin(within, days);
    int atRisk = survival.atRisk(days + 1);
    return new Odds(days, within, back[1], back[0], back[2], atRisk, pooled, null);
  }

  private static Odds unknown(int days, int within, int atRisk, Unknown why) {
    double none = Double.NaN;
    return new Odds(days, within, none, none, none, atRisk, false, why);
  }
}
