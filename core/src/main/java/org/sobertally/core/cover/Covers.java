package org.sobertally.core.cover;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.core.use.UseStates;

/**
 * The cheapest cover of every person at every vendor, and the recoverable money that follows: cost
 * of the holdings now less cost of the cover, once per person and vendor. Equal patterns of need
 * and holdings are solved once.
 */
public final class Covers {

  private record Pattern(int vendor, long need, Set<String> held) {}

  private record Held(int holding, String plan, BigDecimal cost) {}

  private final Book book;
  private final LocalDate asOf;
  private final UseStates states;
  private final List<List<Offer>> offers;
  private final BigDecimal[] seatPrice;
  private final BigDecimal[] lineRecoverable;
  private final Map<Pattern, CheapestCover.Solution> solved = new HashMap<>();
  private final List<Cover> covers = new ArrayList<>();

  private Covers(UseStates states) {
    this.states = states;
    this.book = states.book();
    this.asOf = states.asOf();
    this.offers = Offer.byVendor(book, asOf);
    int lines = book.lines().size();
    seatPrice = new BigDecimal[lines];
    lineRecoverable = new BigDecimal[lines];
    Arrays.fill(lineRecoverable, BigDecimal.ZERO);
    for (int line = 0; line < lines; line++) {
      seatPrice[line] = book.seatPrice(line, asOf).amount();
    }
  }

  /** The covers of everybody who holds anything on the day of the states. */
  public static Covers of(UseStates states) {
    Covers covers = new Covers(states);
    for (int person = 0; person < covers.book.people().size(); person++) {
      covers.coverPerson(person);
    }
    for (int account = 0; account < covers.book.accounts().size(); account++) {
      if (covers.book.personOfAccount(account) < 0) {
        covers.cover(-1, covers.book.vendorOfAccount(account), covers.openHoldings(account));
      }
    }
    return covers;
  }

  private void coverPerson(int person) {
    Map<Integer, List<Integer>> byVendor = new HashMap<>();
    for (int account : book.accountsOf(person)) {
      byVendor
          .computeIfAbsent(book.vendorOfAccount(account), v -> new ArrayList<>())
          .addAll(openHoldings(account));
    }
    byVendor.forEach((vendor, holdings) -> cover(person, vendor, holdings));
  }

  private List<Integer> openHoldings(int account) {
    List<Integer> open = new ArrayList<>();
    for (int h : book.holdings().ofAccount(account)) {
      if (states.isOpen(h)) {
        open.add(h);
      }
    }
    return open;
  }

  private void cover(int person, int vendor, List<Integer> holdings) {
    if (holdings.isEmpty()) {
      return;
    }
    BigDecimal now = BigDecimal.ZERO;
    BigDecimal fixedCost = BigDecimal.ZERO;
    long fixedParts = 0;
    long need = 0;
    boolean dataMustStay = false;
    List<String> plans = new ArrayList<>();
    List<Held> loose = new ArrayList<>();
    for (int h : holdings) {
      int line = book.holdings().line(h);
      BigDecimal cost = seatPrice[line];
      String plan = book.planOfLine(line).id();
      now = now.add(cost);
      Need asked = Need.of(states, h);
      if (asked instanceof Need.Stays || asked instanceof Need.Apart) {
        fixedCost = fixedCost.add(cost);
        plans.add(plan);
        fixedParts |= asked instanceof Need.Stays ? partsOfLine(line) : 0;
      } else {
        loose.add(new Held(h, plan, cost));
        need |= asked instanceof Need.Parts parts ? parts.parts() : 0;
        dataMustStay |= asked instanceof Need.Nothing nothing && nothing.dataMustStay();
      }
    }
    List<Offer> chosen = choose(vendor, need & ~fixedParts, loose, dataMustStay && need == 0);
    BigDecimal cost = fixedCost;
    for (Offer offer : chosen) {
      plans.add(offer.planId());
      cost = cost.add(offer.price());
    }
    attribute(loose, chosen);
    covers.add(new Cover(person, vendor, holdings, need, plans, money(now), money(cost)));
  }

  private List<Offer> choose(int vendor, long need, List<Held> loose, boolean dataMustStay) {
    Set<String> held = new TreeSet<>();
    loose.forEach(one -> held.add(one.plan));
    var solution =
        solved.computeIfAbsent(
            new Pattern(vendor, need, held),
            pattern -> CheapestCover.solve(offersFor(vendor, loose), need, held));
    List<Offer> chosen = new ArrayList<>(solution.offers());
    if (dataMustStay) {
      offers.get(vendor).stream()
          .filter(Offer::resting)
          .min(Comparator.comparing(Offer::price))
          .ifPresent(chosen::add);
    }
    return chosen;
  }

  /** What is offered, and what is held already though no longer offered. */
  private List<Offer> offersFor(int vendor, List<Held> loose) {
    List<Offer> all = new ArrayList<>();
    offers.get(vendor).stream().filter(offer -> !offer.resting()).forEach(all::add);
    for (Held one : loose) {
      if (all.stream().noneMatch(offer -> offer.planId().equals(one.plan))) {
        int plan = book.plans().require(one.plan);
        all.add(new Offer(plan, one.plan, book.partsOfPlan(plan), one.cost, false));
      }
    }
    return all;
  }

  /**
   * Spreads what a cover saves over the subscriptions it is saved on: a chosen plan that is held
   * anyway is set against that holding, any other against the dearest holding left over.
   */
  private void attribute(List<Held> loose, List<Offer> chosen) {
    List<Held> free = new ArrayList<>(loose);
    free.sort((a, b) -> b.cost.compareTo(a.cost));
    loose.forEach(one -> add(one, one.cost));
    List<Offer> bought = new ArrayList<>();
    for (Offer offer : chosen) {
      var same = free.stream().filter(one -> one.plan.equals(offer.planId())).findFirst();
      same.ifPresentOrElse(
          one -> {
            add(one, offer.price().negate());
            free.remove(one);
          },
          () -> bought.add(offer));
    }
    for (Offer offer : bought) {
      Held against = free.isEmpty() ? loose.get(0) : free.remove(0);
      add(against, offer.price().negate());
    }
  }

  private void add(Held held, BigDecimal amount) {
    int line = book.holdings().line(held.holding);
    lineRecoverable[line] = lineRecoverable[line].add(amount);
  }

  private long partsOfLine(int line) {
    return book.partsOfPlan(book.planNumberOfLine(line));
  }

  private Money money(BigDecimal amount) {
    return new Money(amount, book.rates().reportingCurrency());
  }

  /** One cover for each person and vendor with a holding. */
  public List<Cover> all() {
    return covers;
  }

  /** What could be saved a year, everybody counted once per vendor; unrounded. */
  public Money recoverable() {
    return money(Arrays.stream(lineRecoverable).reduce(BigDecimal.ZERO, BigDecimal::add));
  }

  /** The share of {@link #recoverable()} that is saved on the subscription; unrounded. */
  public Money recoverableOf(int line) {
    return money(lineRecoverable[line]);
  }
}
