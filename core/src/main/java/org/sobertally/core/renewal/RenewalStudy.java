package org.sobertally.core.renewal;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntUnaryOperator;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.RenewalChance;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.money.Money;
import org.sobertally.core.renewal.RenewalOption.Kind;
import org.sobertally.core.time.Days;

/**
 * One agreement's next renewal that can still be changed, as seen on one day. What does not depend
 * on what somebody tries is worked out once: who needs what, and how many come and go.
 */
public final class RenewalStudy {

  private final Needs needs;
  private final Book book;
  private final Agreement agreement;
  private final RenewalChance chance;
  private final LocalDate asOf;
  private final RenewalNeed need;
  private final Movement movement;
  private final Map<Integer, Integer> neverFewer;
  private final Map<List<Object>, SeatWalk> walks = new ConcurrentHashMap<>();

  private final IntUnaryOperator poolSize;

  private RenewalStudy(
      Needs needs, Agreement agreement, RenewalChance chance, IntUnaryOperator poolSize) {
    this.needs = needs;
    this.poolSize = poolSize;
    this.book = needs.states().book();
    this.asOf = needs.states().asOf();
    this.agreement = agreement;
    this.chance = chance;
    this.need = RenewalNeed.of(needs, agreement, chance.renews());
    this.movement = Movement.of(book, agreement, asOf);
    this.neverFewer = mayShrink() == Agreement.MayShrink.NEVER ? bought(asOf) : Map.of();
  }

  /**
   * @param needs on the day on which the renewal is looked at
   * @param chance of the agreement on that day
   * @param poolSize how many seats a pool's subscription is recommended, by its number; below zero
   *     where nothing can be said of it
   */
  public static RenewalStudy of(
      Needs needs, Agreement agreement, RenewalChance chance, IntUnaryOperator poolSize) {
    return new RenewalStudy(needs, agreement, chance, poolSize);
  }

  private Agreement.MayShrink mayShrink() {
    return agreement.termOn(asOf).mayShrink();
  }

  public Agreement agreement() {
    return agreement;
  }

  public RenewalChance chance() {
    return chance;
  }

  public RenewalNeed need() {
    return need;
  }

  public Movement movement() {
    return movement;
  }

  /** Whoever may be back though nothing is needed for them. */
  public List<Dormant> dormant() {
    return Dormant.of(needs, agreement, need, chance.renews());
  }

  /**
   * The agreement's own terms on the renewal day.
   *
   * @param added what a seat added during the term costs more, as a share of its price
   */
  public RenewalTerms ownTerms(BigDecimal added) {
    return RenewalTerms.own(book, agreement, chance.renews(), asOf, added);
  }

  public RenewalTerms termsOf(Offer offer) {
    return RenewalTerms.of(book, offer, chance.renews(), asOf);
  }

  /** The cheapest mix under the terms, for nobody more than need it today. */
  public Mix mix(RenewalTerms terms, MixSolver solver) {
    MixQuestion question = new MixQuestion(book, need, terms, neverFewer);
    return question.mix(solver.solve(question.program()));
  }

  /** The mix with so many seats of each plan promised. */
  public RenewalOption option(Kind kind, Mix mix, Margins margins, Known known) {
    SortedSet<Integer> plans = new TreeSet<>(mix.terms().plans().keySet());
    plans.addAll(need.held().keySet());
    plans.addAll(need.resting().keySet());
    Map<Integer, Integer> bought = bought(asOf);
    List<PlanRow> rows = new ArrayList<>();
    for (int plan : plans) {
      rows.add(row(plan, mix, margins, known, bought.getOrDefault(plan, 0)));
    }
    return new RenewalOption(
        kind,
        mix.terms().offer(),
        mix.terms().months(),
        rows,
        others(kind, mix.terms().offer(), margins),
        mix.moved(),
        takeBack(rows),
        mix.proven(),
        mix.gap());
  }

  /** Everybody keeps what they have, and what is bought is bought again at that day's prices. */
  public RenewalOption asItStands(RenewalTerms own, Known known) {
    Map<Integer, Integer> bought = bought(asOf);
    List<PlanRow> rows = new ArrayList<>();
    for (int plan : RenewalTerms.plansOf(book, agreement)) {
      int held = need.held().getOrDefault(plan, 0);
      PriceList prices = own.pricesOf(plan);
      SeatWalk walk = walk(plan, held, persons(), own.months(), known);
      int seats = bought.getOrDefault(plan, 0);
      PromiseCost cost = new PromiseCost(prices, walk, own.months(), own.added());
      rows.add(
          new PlanRow(
              plan,
              prices,
              false,
              now(plan, bought.getOrDefault(plan, 0), held, prices.minimum()),
              seats - held,
              seats,
              prices.unitPriceAt(seats),
              paidAsItStands(plan),
              outlook(walk, movement.known(), cost.expectedAdded(seats))));
    }
    return new RenewalOption(
        Kind.AS_IT_STANDS,
        null,
        own.months(),
        rows,
        others(Kind.AS_IT_STANDS, null, Margins.NONE),
        0,
        takeBack(rows),
        true,
        BigDecimal.ZERO);
  }

  /**
   * Pools and extras: extras as they are bought, pools as large as is recommended and what somebody
   * sets beyond it.
   */
  private List<OtherRow> others(Kind kind, @Nullable String offer, Margins margins) {
    List<OtherRow> rows = new ArrayList<>();
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      PlanModel model = book.planOfLine(line).model();
      if (model == PlanModel.FLOATING || model == PlanModel.ADDON) {
        int bought = book.lines().get(line).quantityOn(asOf);
        int seats =
            kind == Kind.AS_IT_STANDS || model == PlanModel.ADDON
                ? bought
                : poolSeats(line, bought, margins);
        PriceList prices = RenewalTerms.ofLine(book, line, offer, chance.renews(), asOf);
        rows.add(
            new OtherRow(line, bought, seats, prices.unitPriceAt(seats), prices.costOf(seats)));
      }
    }
    return rows;
  }

  private int poolSeats(int line, int bought, Margins margins) {
    int recommended = poolSize.applyAsInt(line);
    if (recommended < 0) {
      return bought;
    }
    Integer more = margins.set().get(book.planNumberOfLine(line));
    int least = book.lines().get(line).pricesOn(chance.renews()).minimum();
    int never = mayShrink() == Agreement.MayShrink.NEVER ? bought : 0;
    int wanted = recommended + (more == null ? 0 : more);
    return wanted <= 0 && never == 0 ? 0 : Math.max(wanted, Math.max(least, never));
  }

  private static int takeBack(List<PlanRow> rows) {
    return rows.stream()
        .mapToInt(row -> Math.max(0, row.now().held() + row.now().resting() - row.seats()))
        .sum();
  }

  private PlanRow.Now now(int plan, int bought, int given, int minimum) {
    int held = need.held().getOrDefault(plan, 0);
    return new PlanRow.Now(held, need.resting().getOrDefault(plan, 0), bought, given, minimum);
  }

  private static PlanRow.Outlook outlook(SeatWalk walk, boolean ranged, double added) {
    return new PlanRow.Outlook(
        walk.medianAtRenewal(),
        ranged ? walk.quantileOfLast(0.1) : null,
        ranged ? walk.quantileOfLast(0.9) : null,
        added);
  }

  private int persons() {
    return need.classes().stream().mapToInt(one -> one.holders().size()).sum();
  }

  private PlanRow row(int plan, Mix mix, Margins margins, Known known, int bought) {
    RenewalTerms terms = mix.terms();
    RenewalTerms.Price price = terms.plans().get(plan);
    int given = mix.having(plan);
    if (price == null) {
      return new PlanRow(
          plan,
          null,
          false,
          now(plan, bought, given, 0),
          0,
          0,
          BigDecimal.ZERO,
          BigDecimal.ZERO,
          new PlanRow.Outlook(given, null, null, 0));
    }
    PriceList prices = price.prices();
    SeatWalk walk = walk(plan, given, mix.persons(), terms.months(), known);
    PromiseCost cost = new PromiseCost(prices, walk, terms.months(), terms.added());
    Integer set = margins.setFor(plan);
    int margin = set == null ? advised(plan, given, cost, known) : set;
    int least = PlannedSeats.least(need, terms, neverFewer, plan);
    boolean mayBeNone = PlannedSeats.mayBeNone(need, neverFewer, plan);
    int seats = PlannedSeats.of(prices, given + margin, least, mayBeNone);
    boolean isUsed = given > 0 || seats > 0;
    return new PlanRow(
        plan,
        prices,
        price.listed(),
        now(plan, bought, given, prices.minimum()),
        margin,
        seats,
        prices.unitPriceAt(seats),
        seats == 0 ? BigDecimal.ZERO : prices.costOf(seats),
        outlook(walk, movement.known() && isUsed, isUsed ? cost.expectedAdded(seats) : 0));
  }

  private int advised(int plan, int given, PromiseCost cost, Known known) {
    boolean nothing = given == 0 && !known.changes().containsKey(plan);
    if (mayShrink() == Agreement.MayShrink.MONTHLY || nothing) {
      return 0;
    }
    // Where movement cannot be said, what somebody entered as known still is.
    return movement.known()
        ? cost.cheapest(halfMinorUnit()) - given
        : cost.medianAtRenewal() - given;
  }

  private double halfMinorUnit() {
    return Math.pow(10, -Money.zero(book.rates().reportingCurrency()).rounded().amount().scale())
        / 2;
  }

  /** What each number of seats of the plan would cost over the term, for the whole curve. */
  public PromiseCost costOf(int plan, Mix mix, Known known) {
    PriceList prices = mix.terms().pricesOf(plan);
    SeatWalk walk = walk(plan, mix.having(plan), mix.persons(), mix.terms().months(), known);
    return new PromiseCost(prices, walk, mix.terms().months(), mix.terms().added());
  }

  /**
   * How many may have the plan on a day.
   *
   * @param low the 10 % point
   */
  public record Outlook(LocalDate day, int low, int middle, int high) {}

  /** From today to the end of the term, month by month; of today alone where nobody ever left. */
  public List<Outlook> outlook(int plan, Mix mix, Known known) {
    int start = mix.having(plan);
    int before = monthsBefore();
    LocalDate first = chance.renews().minusMonths(before);
    List<Outlook> outlook = new ArrayList<>();
    outlook.add(new Outlook(asOf, start, start, start));
    if (!movement.known() && known.changes().getOrDefault(plan, Map.of()).isEmpty()) {
      return outlook;
    }
    double share = mix.persons() == 0 ? 0 : (double) start / mix.persons();
    int all = before + mix.terms().months();
    List<SeatWalk.Span> fan = SeatWalk.fan(start, months(plan, first, all, share, known));
    for (int m = 0; m < all; m++) {
      SeatWalk.Span span = fan.get(m);
      outlook.add(new Outlook(first.plusMonths(m + 1L), span.low(), span.middle(), span.high()));
    }
    return outlook;
  }

  private int monthsBefore() {
    int before = 0;
    while (!chance.renews().minusMonths(before + 1L).isBefore(asOf)) {
      before++;
    }
    return before;
  }

  private SeatWalk walk(int plan, int start, int persons, int months, Known known) {
    Map<YearMonth, Integer> changes = known.changes().getOrDefault(plan, Map.of());
    return walks.computeIfAbsent(
        List.of(start, persons, months, changes),
        key -> {
          double share = persons == 0 ? 0 : (double) start / persons;
          LocalDate renews = chance.renews();
          int before = monthsBefore();
          return SeatWalk.of(
              start,
              months(plan, renews.minusMonths(before), before, share, known),
              months(plan, renews, months, share, known));
        });
  }

  private List<SeatWalk.Month> months(
      int plan, LocalDate from, int count, double share, Known known) {
    List<SeatWalk.Month> months = new ArrayList<>();
    for (int m = 0; m < count; m++) {
      // Counted from the first, so that the 31st stays the last of each month.
      YearMonth month = YearMonth.from(from.plusMonths(m));
      int calendar = month.getMonthValue() - 1;
      months.add(
          new SeatWalk.Month(
              share * movement.joined().get(calendar),
              share * movement.left().get(calendar),
              known.of(plan, month)));
    }
    return months;
  }

  /** Seats by plan as they are on the day; what is dated later does not count. */
  private SortedMap<Integer, Integer> bought(LocalDate day) {
    SortedMap<Integer, Integer> bought = new TreeMap<>();
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      Subscription one = book.lines().get(line);
      PlanModel model = book.planOfLine(line).model();
      if (model == PlanModel.NAMED || model == PlanModel.RESTING) {
        bought.merge(book.planNumberOfLine(line), one.quantityOn(day), Integer::sum);
      }
    }
    return bought;
  }

  /**
   * What the whole agreement costs a year from the renewal on by the book as it is, changes that
   * are dated later included: seats given back already are not paid any more. In the reporting
   * currency, unrounded.
   */
  public BigDecimal paidByTheBook() {
    BigDecimal paid = BigDecimal.ZERO;
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      Subscription one = book.lines().get(line);
      BigDecimal cost = one.pricesOn(chance.renews()).costOf(one.quantityOn(chance.renews()));
      Money money = new Money(cost, agreement.currency());
      paid = paid.add(book.rates().toReporting(money, asOf).amount());
    }
    return paid;
  }

  private BigDecimal paidAsItStands(int plan) {
    BigDecimal paid = BigDecimal.ZERO;
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      if (book.planNumberOfLine(line) == plan) {
        Subscription one = book.lines().get(line);
        BigDecimal cost = one.pricesOn(chance.renews()).costOf(one.quantityOn(asOf));
        paid =
            paid.add(
                book.rates().toReporting(new Money(cost, agreement.currency()), asOf).amount());
      }
    }
    return paid;
  }

  /** How many held the plan on the agreement on the day. */
  public int heldOn(int plan, LocalDate day) {
    int held = 0;
    int on = Days.of(day);
    for (int line : RenewalTerms.linesOf(book, agreement)) {
      if (book.planNumberOfLine(line) == plan) {
        for (int h = book.holdings().lineStart(line); h < book.holdings().lineEnd(line); h++) {
          held += book.holdings().openOn(h, on) ? 1 : 0;
        }
      }
    }
    return held;
  }

  /** The study's day. */
  public LocalDate asOf() {
    return asOf;
  }

  public Book book() {
    return book;
  }
}
