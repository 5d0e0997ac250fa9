package org.sobertally.core.cover;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.sobertally.core.book.Book;

/** Works out the cover of a pattern, and on which of its subscriptions what is saved. */
final class Solver {

  private record Question(int vendor, long need, Set<String> held) {}

  /** A holding that could be given up: its place in the pattern. */
  private record Loose(int place, String plan, BigDecimal cost) {}

  private final Book book;
  private final PlansOnSale offers;
  private final BigDecimal[] seatPrice;
  private final Map<Question, CheapestCover.Solution> solved = new HashMap<>();

  Solver(Book book, LocalDate asOf) {
    this.book = book;
    this.offers = PlansOnSale.of(book, asOf);
    seatPrice = new BigDecimal[book.lines().size()];
    for (int line = 0; line < seatPrice.length; line++) {
      seatPrice[line] = book.seatPrice(line, asOf).amount();
    }
  }

  PlansOnSale offers() {
    return offers;
  }

  void solve(Pattern pattern) {
    BigDecimal now = BigDecimal.ZERO;
    BigDecimal cost = BigDecimal.ZERO;
    long fixedParts = 0;
    long need = 0;
    List<String> plans = new ArrayList<>();
    List<Loose> loose = new ArrayList<>();
    for (int n = 0; n < pattern.lines.length; n++) {
      int line = pattern.lines[n];
      BigDecimal price = seatPrice[line];
      String plan = book.planOfLine(line).id();
      now = now.add(price);
      Needs.Kind kind = Needs.Kind.values()[pattern.kinds[n]];
      if (kind == Needs.Kind.STAYS || kind == Needs.Kind.APART) {
        cost = cost.add(price);
        plans.add(plan);
        fixedParts |= kind == Needs.Kind.STAYS ? book.partsOfPlan(book.planNumberOfLine(line)) : 0;
      } else {
        loose.add(new Loose(n, plan, price));
        need |= pattern.parts[n];
      }
    }
    List<PlanOnSale> chosen = choose(pattern.vendor, need & ~fixedParts, loose);
    for (PlanOnSale offer : chosen) {
      plans.add(offer.planId());
      cost = cost.add(offer.price());
    }
    pattern.need = need;
    pattern.now = now;
    pattern.cost = cost;
    pattern.plans = List.copyOf(plans);
    pattern.saved = attribute(pattern.lines.length, loose, chosen);
  }

  private List<PlanOnSale> choose(int vendor, long need, List<Loose> loose) {
    Set<String> held = new TreeSet<>();
    loose.forEach(one -> held.add(one.plan));
    var solution =
        solved.computeIfAbsent(
            new Question(vendor, need, held),
            question -> {
              List<PlanOnSale> all = offersFor(vendor, loose);
              // A standing rule may ask for a plan that nobody sells any more.
              long sold = all.stream().mapToLong(PlanOnSale::parts).reduce(0, (x, y) -> x | y);
              return CheapestCover.solve(all, need & sold, held);
            });
    return solution.offers();
  }

  /** What is offered, and what is held already though no longer offered. */
  private List<PlanOnSale> offersFor(int vendor, List<Loose> loose) {
    List<PlanOnSale> all = new ArrayList<>();
    offers.ofVendor(vendor).stream().filter(offer -> !offer.resting()).forEach(all::add);
    for (Loose one : loose) {
      if (all.stream().noneMatch(offer -> offer.planId().equals(one.plan))) {
        int plan = book.plans().require(one.plan);
        all.add(new PlanOnSale(plan, one.plan, book.partsOfPlan(plan), one.cost, false));
      }
    }
    return all;
  }

  /**
   * Spreads what a cover saves over the subscriptions it is saved on: a chosen plan that is held
   * anyway is set against that holding, any other against the dearest holding left over and, where
   * it costs more than that saves, against the next. So no share is negative unless the cover costs
   * more than what is held.
   */
  private static BigDecimal[] attribute(int size, List<Loose> loose, List<PlanOnSale> chosen) {
    BigDecimal[] saved = new BigDecimal[size];
    Arrays.fill(saved, BigDecimal.ZERO);
    List<Loose> free = new ArrayList<>(loose);
    free.sort((a, b) -> b.cost.compareTo(a.cost));
    List<Loose> dearestFirst = List.copyOf(free);
    loose.forEach(one -> saved[one.place] = one.cost);
    List<PlanOnSale> bought = new ArrayList<>();
    for (PlanOnSale offer : chosen) {
      var same = free.stream().filter(one -> one.plan.equals(offer.planId())).findFirst();
      if (same.isPresent()) {
        saved[same.get().place] = saved[same.get().place].subtract(offer.price());
        free.remove(same.get());
      } else {
        bought.add(offer);
      }
    }
    for (PlanOnSale offer : bought) {
      BigDecimal left = offer.price();
      while (left.signum() > 0 && !free.isEmpty()) {
        left = setAgainst(saved, free.remove(0), left);
      }
      for (Loose one : dearestFirst) {
        left = setAgainst(saved, one, left);
      }
      saved[loose.get(0).place] = saved[loose.get(0).place].subtract(left);
    }
    return saved;
  }

  /** What is left of the amount once as much of it as the holding saves was set against it. */
  private static BigDecimal setAgainst(BigDecimal[] saved, Loose against, BigDecimal amount) {
    BigDecimal part = amount.min(saved[against.place].max(BigDecimal.ZERO));
    saved[against.place] = saved[against.place].subtract(part);
    return amount.subtract(part);
  }
}
