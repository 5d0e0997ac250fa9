package org.sobertally.server.figures;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.HouseRules;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.pool.PoolPeaks;
import org.sobertally.core.roll.PeopleRoll;
import org.sobertally.core.use.ComeBackOdds;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorRolls;

/**
 * FigureCache over the whole book, worked out once per version and day and remembered for a while.
 */
@ApplicationScoped
public class FigureCache {

  private static final int REMEMBERED = 6;

  /** What is asked of the whole book at once. */
  public record Whole(UseStates states, Covers covers) {}

  private record Key(long version, HouseRules rules, LocalDate day) {}

  private record ReadKey(long version, HouseRules rules, LocalDate day, long read) {}

  private record LineKey(long version, int line) {}

  private record PlanKey(long version, HouseRules rules, int plan, LocalDate day) {}

  private final Map<Key, Whole> wholes = newest();
  private final Map<LineKey, Ledger> ledgers = newest();
  private final Map<ReadKey, Findings> findings = newest();
  private final Map<PlanKey, ComeBackOdds> odds = newest();
  private final Map<ReadKey, PeopleRoll> rolls = newest();
  private final Map<PlanKey, Integer> poolPeaks = newest();
  private final Map<Key, List<Surplus>> surpluses = newest();
  private final TallyClock clock;
  private final VendorRolls rollsOfVendors;

  FigureCache(TallyClock clock, VendorRolls rollsOfVendors) {
    this.clock = clock;
    this.rollsOfVendors = rollsOfVendors;
  }

  private static <K, V> Map<K, V> newest() {
    return new LinkedHashMap<>(16, 0.75f, true) {
      private static final long serialVersionUID = 1L;

      @Override
      protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
        return size() > REMEMBERED;
      }
    };
  }

  public synchronized Whole of(Book book, LocalDate asOf) {
    Whole like = newestOf(asOf);
    return wholes.computeIfAbsent(
        new Key(book.version(), book.rules(), asOf),
        key -> {
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
  private Whole newestOf(LocalDate asOf) {
    Whole newest = null;
    for (Whole whole : wholes.values()) {
      newest = whole.states().asOf().equals(asOf) ? whole : newest;
    }
    return newest;
  }

  public synchronized Ledger ledger(Book book, int line) {
    return ledgers.computeIfAbsent(new LineKey(book.version(), line), key -> Ledger.of(book, line));
  }

  /**
   * The book as it would be if other lines and windows counted. It is kept in mind with those, so
   * that it cannot be mistaken for the book that the next change makes.
   */
  public Book trying(Book book, HouseRules rules) {
    return rules.equals(book.rules()) ? book : book.withHouseRules(rules);
  }

  /** What vendors were read to say is held against today's book only. */
  public synchronized Findings findings(Book book, LocalDate asOf) {
    boolean now = asOf.equals(clock.today());
    long read = now ? rollsOfVendors.version() : 0;
    return findings.computeIfAbsent(
        new ReadKey(book.version(), book.rules(), asOf, read),
        key ->
            Findings.of(
                of(book, asOf).covers(),
                clock.zone(),
                now ? rollsOfVendors.reported(book) : Map.of()));
  }

  /** Everybody at once. */
  public synchronized PeopleRoll roll(Book book, LocalDate asOf) {
    return rolls.computeIfAbsent(
        new ReadKey(book.version(), book.rules(), asOf, rollsOfVendors.version()),
        key -> {
          Whole whole = of(book, asOf);
          return PeopleRoll.of(whole.states(), whole.covers(), findings(book, asOf));
        });
  }

  /** How many seats of the floating plan were needed at once lately. */
  public synchronized int poolPeak(Book book, int plan, LocalDate asOf) {
    return poolPeaks.computeIfAbsent(
        new PlanKey(book.version(), book.rules(), plan, asOf),
        key -> PoolPeaks.lately(book, plan, asOf, clock.zone()));
  }

  /** By subscription, how many of its seats are too many. */
  public synchronized List<Surplus> surplus(Book book, LocalDate asOf) {
    return surpluses.computeIfAbsent(
        new Key(book.version(), book.rules(), asOf),
        key ->
            IntStream.range(0, book.lines().size())
                .mapToObj(line -> Surplus.of(book, line, asOf, clock.zone()))
                .toList());
  }

  public synchronized ComeBackOdds odds(Book book, int plan, LocalDate asOf) {
    return odds.computeIfAbsent(
        new PlanKey(book.version(), book.rules(), plan, asOf),
        key -> ComeBackOdds.of(book, plan, asOf));
  }
}
