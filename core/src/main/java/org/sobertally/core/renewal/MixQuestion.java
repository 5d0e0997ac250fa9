package org.sobertally.core.renewal;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.renewal.RenewalNeed.Holder;
import org.sobertally.core.renewal.RenewalNeed.NeedClass;

/** States the question of the cheapest mix for a solver, and reads its answer. */
public final class MixQuestion {

  /** Beyond it the sums of a programme might not fit into a long. */
  private static final BigDecimal MOST_COST = BigDecimal.valueOf(1L << 58);

  private static final int MOST_DECIMALS = 10;

  /** Sets of plans for one class beyond these are not looked at. */
  private static final int MOST_CHOICES = 1_000;

  private final Book book;
  private final RenewalNeed need;
  private final RenewalTerms terms;
  private final Map<Integer, Integer> neverFewer;
  private final List<Integer> plans;
  private final List<NeedClass> classes = new ArrayList<>();
  private final List<List<Integer>> staying = new ArrayList<>();
  private final List<List<List<Integer>>> choices = new ArrayList<>();
  private final List<Holder> uncovered = new ArrayList<>();
  private final SortedMap<Integer, Integer> stays = new TreeMap<>();
  private final int decimals;
  private final MixProgram program;
  private boolean whole = true;

  /**
   * @param neverFewer by plan, quantities that may not shrink; empty where the agreement may
   */
  public MixQuestion(
      Book book, RenewalNeed need, RenewalTerms terms, Map<Integer, Integer> neverFewer) {
    this.book = book;
    this.need = need;
    this.terms = terms;
    this.neverFewer = neverFewer;
    this.plans = List.copyOf(terms.plans().keySet());
    need.classes().forEach(this::add);
    this.decimals = finestDecimals();
    this.program = new MixProgram(planSeats(), groups());
  }

  public MixProgram program() {
    return program;
  }

  private void add(NeedClass of) {
    List<Integer> kept = new ArrayList<>();
    long wanted = of.need();
    long fixed = 0;
    for (int plan : of.stays()) {
      if (terms.plans().containsKey(plan)) {
        kept.add(plan);
        fixed |= book.partsOfPlan(plan);
      } else {
        wanted |= book.partsOfPlan(plan);
      }
    }
    List<List<Integer>> covers = covers(wanted & ~fixed);
    if (covers.isEmpty()) {
      uncovered.addAll(of.holders());
      return;
    }
    classes.add(of);
    staying.add(kept);
    choices.add(covers);
    kept.forEach(plan -> stays.merge(plan, of.holders().size(), Integer::sum));
  }

  /** Every set of offered plans that has all the parts and from which none can be left out. */
  private List<List<Integer>> covers(long wanted) {
    List<List<Integer>> covers = new ArrayList<>();
    extend(wanted, wanted, new ArrayList<>(), covers);
    covers.sort(
        Comparator.comparingInt((List<Integer> cover) -> cover.size())
            .thenComparing(Object::toString));
    if (covers.size() > MOST_CHOICES) {
      whole = false;
      return List.copyOf(covers.subList(0, MOST_CHOICES));
    }
    return covers;
  }

  private void extend(long wanted, long open, List<Integer> chosen, List<List<Integer>> covers) {
    if (covers.size() > 10 * MOST_CHOICES) {
      return;
    }
    if (open == 0) {
      List<Integer> cover = new ArrayList<>(chosen);
      Collections.sort(cover);
      if (isLean(wanted, cover) && !covers.contains(cover)) {
        covers.add(List.copyOf(cover));
      }
      return;
    }
    long part = Long.lowestOneBit(open);
    for (int plan : plans) {
      if (isNamed(plan) && (book.partsOfPlan(plan) & part) != 0) {
        chosen.add(plan);
        extend(wanted, open & ~book.partsOfPlan(plan), chosen, covers);
        chosen.remove(chosen.size() - 1);
      }
    }
  }

  private boolean isLean(long wanted, List<Integer> cover) {
    for (int without : cover) {
      long parts = 0;
      for (int plan : cover) {
        parts |= plan == without ? 0 : book.partsOfPlan(plan);
      }
      if ((wanted & ~parts) == 0) {
        return false;
      }
    }
    return true;
  }

  private boolean isNamed(int plan) {
    return book.plans().get(plan).model() == PlanModel.NAMED;
  }

  /** In the unit of the finest price all costs are whole numbers; unless they grow too large. */
  private int finestDecimals() {
    int finest = 0;
    BigDecimal most = BigDecimal.ZERO;
    BigDecimal seats = BigDecimal.valueOf(mostSeats());
    for (RenewalTerms.Price price : terms.plans().values()) {
      BigDecimal dearest = price.prices().unitPrice();
      finest = Math.max(finest, decimals(price.prices().unitPrice()));
      for (PriceList.PriceBreak step : price.prices().breaks()) {
        finest = Math.max(finest, decimals(step.unitPrice()));
        dearest = dearest.max(step.unitPrice());
        most = most.max(dearest.multiply(BigDecimal.valueOf(step.fromSeats())));
      }
      most = most.max(dearest.multiply(seats));
    }
    most = most.multiply(BigDecimal.valueOf(Math.max(1, plans.size())));
    int decimals = Math.min(finest, MOST_DECIMALS);
    while (decimals > 0 && most.movePointRight(decimals).compareTo(MOST_COST) > 0) {
      decimals--;
    }
    return decimals;
  }

  private static int decimals(BigDecimal price) {
    return Math.max(0, price.stripTrailingZeros().scale());
  }

  private int mostSeats() {
    int most = 1;
    for (NeedClass of : classes) {
      most += of.holders().size() * Math.max(1, of.stays().size() + 1);
    }
    for (int plan : plans) {
      most = Math.max(most, PlannedSeats.least(need, terms, neverFewer, plan));
    }
    return most;
  }

  private long units(BigDecimal amount) {
    return amount.movePointRight(decimals).setScale(0, RoundingMode.HALF_EVEN).longValueExact();
  }

  private List<MixProgram.PlanSeats> planSeats() {
    List<MixProgram.PlanSeats> all = new ArrayList<>();
    for (int plan : plans) {
      PriceList prices = terms.pricesOf(plan);
      int least = PlannedSeats.least(need, terms, neverFewer, plan);
      int most = Math.max(mostSeats(), least);
      for (PriceList.PriceBreak step : prices.breaks()) {
        most = Math.max(most, step.fromSeats());
      }
      all.add(
          new MixProgram.PlanSeats(
              stays.getOrDefault(plan, 0),
              least,
              most,
              PlannedSeats.mayBeNone(need, neverFewer, plan),
              bands(prices)));
    }
    return List.copyOf(all);
  }

  private List<MixProgram.Band> bands(PriceList priced) {
    PriceList prices = new PriceList(priced.pricing(), priced.unitPrice(), priced.breaks(), 0);
    List<MixProgram.Band> bands = new ArrayList<>();
    bands.add(band(prices, 1));
    if (prices.pricing() != PriceList.Pricing.FLAT) {
      for (PriceList.PriceBreak step : prices.breaks()) {
        if (step.fromSeats() > 1) {
          bands.add(band(prices, step.fromSeats()));
        }
      }
    }
    return List.copyOf(bands);
  }

  private MixProgram.Band band(PriceList prices, int from) {
    return new MixProgram.Band(from, units(prices.costOf(from)), units(prices.unitPriceAt(from)));
  }

  private List<MixProgram.Group> groups() {
    List<MixProgram.Group> groups = new ArrayList<>();
    for (int c = 0; c < classes.size(); c++) {
      List<MixProgram.Choice> of = new ArrayList<>();
      for (List<Integer> choice : choices.get(c)) {
        of.add(
            new MixProgram.Choice(
                choice.stream().map(plans::indexOf).toList(), (int) unchanged(c, choice).count()));
      }
      groups.add(new MixProgram.Group(classes.get(c).holders().size(), List.copyOf(of)));
    }
    return List.copyOf(groups);
  }

  private Stream<Holder> unchanged(int c, List<Integer> choice) {
    List<Integer> then = new ArrayList<>(staying.get(c));
    then.addAll(choice);
    Collections.sort(then);
    return classes.get(c).holders().stream().filter(holder -> holder.plans().equals(then));
  }

  /** What the answer comes to. */
  public Mix mix(MixSolver.Answer answer) {
    List<Mix.Given> given = new ArrayList<>();
    SortedMap<Integer, Integer> having = new TreeMap<>(stays);
    int persons = 0;
    for (int c = 0; c < classes.size(); c++) {
      List<Holder> left = new ArrayList<>(classes.get(c).holders());
      persons += left.size();
      List<List<Holder>> who = new ArrayList<>();
      for (int n = 0; n < choices.get(c).size(); n++) {
        List<Holder> same =
            unchanged(c, choices.get(c).get(n)).limit(answer.persons().get(c).get(n)).toList();
        who.add(new ArrayList<>(same));
        // A set: a class may have tens of thousands.
        left.removeAll(new HashSet<>(same));
      }
      for (int n = 0; n < choices.get(c).size(); n++) {
        int wanted = answer.persons().get(c).get(n);
        List<Holder> moved = left.subList(0, wanted - who.get(n).size());
        List<Integer> choice = choices.get(c).get(n);
        if (wanted > 0) {
          given.add(
              new Mix.Given(
                  classes.get(c),
                  staying.get(c),
                  choice,
                  List.copyOf(who.get(n)),
                  List.copyOf(moved)));
          choice.forEach(plan -> having.merge(plan, wanted, Integer::sum));
        }
        moved.clear();
      }
    }
    BigDecimal gap = BigDecimal.valueOf(answer.cost() - answer.bound(), decimals);
    return new Mix(
        terms,
        List.copyOf(given),
        List.copyOf(uncovered),
        having,
        persons,
        gap,
        whole && answer.cost() == answer.bound());
  }
}
