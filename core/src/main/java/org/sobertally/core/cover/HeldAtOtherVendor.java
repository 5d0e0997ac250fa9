package org.sobertally.core.cover;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;

/**
 * A suggestion: parts that somebody uses at one vendor are, by their capability, also in what they
 * have at another; without them less would do. Domain rules: covering across vendors is suggested
 * and counted nowhere. Each suggestion stands for itself: where two of them lean on each other,
 * only one can be followed.
 *
 * @param vendor where less would do
 * @param parts what is had elsewhere, in the order of part numbers
 * @param plans ids of what would do, those that stay first
 * @param cost of what would do a year, unrounded
 * @param spares how much less that is than the cheapest cover of everything needed, unrounded
 */
public record HeldAtOtherVendor(
    int vendor, List<Had> parts, List<String> plans, Money cost, Money spares) {

  /**
   * A part that is had elsewhere.
   *
   * @param part its number at the suggestion's vendor
   * @param capability the word that spans vendors
   * @param byVendor the other vendor
   * @param byPlan the id of the plan there that has it
   * @param byPart its number there
   */
  public record Had(int part, String capability, int byVendor, String byPlan, int byPart) {}

  public HeldAtOtherVendor {
    parts = List.copyOf(parts);
    plans = List.copyOf(plans);
  }

  /** What could be suggested to the person, by vendor. */
  public static List<HeldAtOtherVendor> of(Covers covers, int person) {
    List<Cover> all = covers.ofPerson(person);
    return all.size() < 2 ? List.of() : new Search(covers, all).suggestions();
  }

  private static final class Search {
    private final Needs needs;
    private final Book book;
    private final List<Cover> covers;
    private final Solver solver;

    Search(Covers of, List<Cover> covers) {
      needs = of.needs();
      book = needs.states().book();
      solver = new Solver(book, needs.states().asOf());
      this.covers = covers;
    }

    List<HeldAtOtherVendor> suggestions() {
      List<HeldAtOtherVendor> found = new ArrayList<>();
      for (Cover cover : covers) {
        Map<Integer, Had> had = hadElsewhere(cover);
        if (!had.isEmpty()) {
          BigDecimal least = without(cover, setOf(had)).cost;
          if (least.compareTo(cover.cost().amount()) < 0) {
            found.add(suggestion(cover, had, least));
          }
        }
      }
      return found;
    }

    /** The needed parts whose capability what is held at other vendors has, too. */
    private Map<Integer, Had> hadElsewhere(Cover cover) {
      long ruled = 0;
      for (int h : cover.holdings()) {
        ruled |= needs.byRule(h);
      }
      Map<Integer, Had> had = new HashMap<>();
      for (long rest = cover.need() & ~ruled; rest != 0; rest &= rest - 1) {
        int part = Long.numberOfTrailingZeros(rest);
        String capability = book.capability(book.vendors().get(cover.vendor()).id(), part);
        Had there = capability == null ? null : atOthers(cover, part, capability);
        if (there != null) {
          had.put(part, there);
        }
      }
      return had;
    }

    private @Nullable Had atOthers(Cover cover, int part, String capability) {
      for (Cover other : covers) {
        if (other.vendor() != cover.vendor()) {
          String vendor = book.vendors().get(other.vendor()).id();
          for (String plan : other.plans()) {
            long rest = book.partsOfPlan(book.plans().require(plan));
            for (; rest != 0; rest &= rest - 1) {
              int there = Long.numberOfTrailingZeros(rest);
              if (capability.equals(book.capability(vendor, there))) {
                return new Had(part, capability, other.vendor(), plan, there);
              }
            }
          }
        }
      }
      return null;
    }

    /** Only what it takes: a part that less would do with as well is not given up. */
    private HeldAtOtherVendor suggestion(Cover cover, Map<Integer, Had> had, BigDecimal least) {
      for (int part : had.keySet().stream().sorted().toList()) {
        Map<Integer, Had> fewer = new HashMap<>(had);
        fewer.remove(part);
        if (without(cover, setOf(fewer)).cost.compareTo(least) == 0) {
          had = fewer;
        }
      }
      Pattern less = without(cover, setOf(had));
      Money cost = new Money(less.cost, cover.cost().currency());
      List<Had> parts = had.keySet().stream().sorted().map(had::get).toList();
      return new HeldAtOtherVendor(
          cover.vendor(), parts, less.plans, cost, cover.cost().minus(cost));
    }

    private static long setOf(Map<Integer, Had> had) {
      return had.keySet().stream().mapToLong(part -> 1L << part).reduce(0, (x, y) -> x | y);
    }

    /** The cover of the same holdings, were those parts not needed. */
    private Pattern without(Cover cover, long parts) {
      int[] holdings = cover.holdings().stream().mapToInt(Integer::intValue).toArray();
      int[] lines = Arrays.stream(holdings).map(book.holdings()::line).toArray();
      byte[] kinds = new byte[holdings.length];
      long[] left = new long[holdings.length];
      for (int n = 0; n < holdings.length; n++) {
        left[n] = needs.parts(holdings[n]) & ~parts;
        kinds[n] = (byte) kindOf(holdings[n], left[n]).ordinal();
      }
      Pattern pattern = new Pattern(cover.vendor(), lines, kinds, left, 0);
      solver.solve(pattern);
      return pattern;
    }

    private Needs.Kind kindOf(int holding, long left) {
      Needs.Kind kind = needs.kind(holding);
      return kind == Needs.Kind.PARTS && left == 0 ? Needs.Kind.NOTHING : kind;
    }
  }
}
