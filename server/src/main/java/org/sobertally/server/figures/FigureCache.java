package org.sobertally.server.figures;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.money.Money;
import org.sobertally.core.pool.PoolPeaks;
import org.sobertally.core.roll.PeopleRoll;
import org.sobertally.core.use.ComeBackOdds;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorRolls;

/** Figures over the whole book, worked out once per version and day and remembered for a while. */
@ApplicationScoped
public class FigureCache {

  private static final int REMEMBERED = 6;

  /** What is asked of the whole book at once. */
  public record Whole(UseStates states, Covers covers) {}

  private record Key(long version, HouseRules rules, LocalDate day) {}

  private record ReadKey(long version, HouseRules rules, LocalDate day, long read) {}

  private record LineKey(long version, int line) {}

  private record PlanKey(long version, HouseRules rules, int plan, LocalDate day) {}

  private final Remembered<Key, Whole> wholes = new Remembered<>(REMEMBERED);
  private final Remembered<LineKey, Ledger> ledgers = new Remembered<>(REMEMBERED);
  private final Remembered<ReadKey, Findings> findings = new Remembered<>(REMEMBERED);
  private final Remembered<PlanKey, ComeBackOdds> odds = new Remembered<>(REMEMBERED);
  private final Remembered<ReadKey, PeopleRoll> rolls = new Remembered<>(REMEMBERED);
  private final Remembered<PlanKey, Integer> poolPeaks = new Remembered<>(REMEMBERED);
  private final Remembered<Key, List<Surplus>> surpluses = new Remembered<>(REMEMBERED);
  private final TallyClock clock;
  private final VendorRolls rollsOfVendors;

  FigureCache(TallyClock clock, VendorRolls rollsOfVendors) {
    this.clock = clock;
    this.rollsOfVendors = rollsOfVendors;
  }

  public Whole of(Book book, LocalDate asOf) {
    return wholes.get(
        new Key(book.version(), book.rules(), asOf),
        () -> {
          Whole like = newestOf(asOf);
          if (like == null) {
            UseStates states = UseStates.of(book, asOf);
            return new Whole(states, Covers.of(states));
          }
          UseStates states = UseStates.of(book, asOf, like.states());
          Needs needs = Needs.of(states, like.covers().needs());
          return new Whole(states, Covers.of(needs, like.covers()));
        });
  }

  /** Of the same day; most of what it was counted from is the same in the next version. */
  private @Nullable Whole newestOf(LocalDate asOf) {
    Whole newest = null;
    for (Whole whole : wholes.known()) {
      newest = whole.states().asOf().equals(asOf) ? whole : newest;
    }
    return newest;
  }

  public Ledger ledger(Book book, int line) {
    return ledgers.get(new LineKey(book.version(), line), () -> Ledger.of(book, line));
  }

  /**
   * The book as it would be if other lines and windows counted. It is kept in mind with those, so
   * that it cannot be mistaken for the book that the next change makes.
   */
  public Book trying(Book book, HouseRules rules) {
    return rules.equals(book.rules()) ? book : book.withHouseRules(rules);
  }

  /** What vendors were read to say is held against today's book only. */
  public Findings findings(Book book, LocalDate asOf) {
    boolean now = asOf.equals(clock.today());
    long read = now ? rollsOfVendors.version() : 0;
    return findings.get(
        new ReadKey(book.version(), book.rules(), asOf, read),
        () ->
            Findings.of(
                of(book, asOf).covers(),
                clock.zone(),
                now ? rollsOfVendors.reported(book) : Map.of()));
  }

  /** Everybody at once. */
  public PeopleRoll roll(Book book, LocalDate asOf) {
    return rolls.get(
        new ReadKey(book.version(), book.rules(), asOf, rollsOfVendors.version()),
        () -> {
          Whole whole = of(book, asOf);
          return PeopleRoll.of(whole.states(), whole.covers(), findings(book, asOf));
        });
  }

  /** How many seats of the floating plan were needed at once lately. */
  public int poolPeak(Book book, int plan, LocalDate asOf) {
    return poolPeaks.get(
        new PlanKey(book.version(), book.rules(), plan, asOf),
        () -> PoolPeaks.lately(book, plan, asOf, clock.zone()));
  }

  /**
   * What could be had back a year, unrounded: what the cheapest covers save, and what lies
   * unassigned beyond need. Each seat counts once: it is held, or it is not.
   */
  public Money recoverable(Book book, LocalDate asOf) {
    return recoverable(of(book, asOf).covers(), surplus(book, asOf));
  }

  /** The same of a book that is only tried. */
  public static Money recoverable(Covers covers, List<Surplus> surplus) {
    Money sum = covers.recoverable();
    for (Surplus one : surplus) {
      sum = sum.plus(one.yearly());
    }
    return sum;
  }

  /** By subscription, how many of its seats are too many. */
  public List<Surplus> surplus(Book book, LocalDate asOf) {
    return surpluses.get(
        new Key(book.version(), book.rules(), asOf), () -> Surplus.ofAll(book, asOf, clock.zone()));
  }

  public ComeBackOdds odds(Book book, int plan, LocalDate asOf) {
    return odds.get(
        new PlanKey(book.version(), book.rules(), plan, asOf),
        () -> ComeBackOdds.of(book, plan, asOf));
  }
}
