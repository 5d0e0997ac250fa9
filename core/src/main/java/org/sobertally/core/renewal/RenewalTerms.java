package org.sobertally.core.renewal;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.ListedPrices;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.core.money.Money;

/**
 * Under which terms an agreement may be renewed: what its plans would cost a year, in the reporting
 * currency, by the plan's number.
 *
 * @param offer whose they are; null for the agreement's own on the renewal day
 * @param months of the term
 * @param added what a seat added during the term costs more, as a share of its price: 0.1 for 10 %
 */
public record RenewalTerms(
    @Nullable String offer, int months, BigDecimal added, SortedMap<Integer, Price> plans) {

  /** The share by which an added seat costs more where nothing else is said. */
  public static final BigDecimal USUALLY_ADDED = new BigDecimal("0.1");

  private static final int YEAR = 12;
  private static final BigDecimal PERCENT = new BigDecimal("0.01");

  /**
   * @param listed whether the terms say none, so that the vendor's listed price holds
   */
  public record Price(PriceList prices, boolean listed) {}

  public RenewalTerms {
    plans = Collections.unmodifiableSortedMap(new TreeMap<>(plans));
  }

  /**
   * The agreement's own terms as they will be on the renewal day; of several subscriptions to one
   * plan those of the one that is cheaper at its bought quantity.
   *
   * @param asOf the day of the rates and the quantities
   */
  public static RenewalTerms own(
      Book book, Agreement agreement, LocalDate renewal, LocalDate asOf, BigDecimal added) {
    SortedMap<Integer, Price> plans = new TreeMap<>();
    for (int plan : plansOf(book, agreement)) {
      plans.put(plan, new Price(ownPrice(book, agreement, plan, renewal, asOf), false));
    }
    addListed(book, agreement.vendor(), asOf, plans);
    return new RenewalTerms(null, YEAR, added, plans);
  }

  /**
   * What an offer would make them. A parking plan on which it is silent costs what is listed, and
   * without a listed price what it does today.
   *
   * @param asOf the day of the rates
   */
  public static RenewalTerms of(Book book, Offer offer, LocalDate renewal, LocalDate asOf) {
    Agreement agreement = book.agreements().byId(offer.agreement());
    SortedMap<Integer, Price> plans = new TreeMap<>();
    for (Offer.PriceOf price : offer.prices()) {
      int plan = book.plans().require(price.plan());
      if (isCounted(book.plans().get(plan))) {
        PriceList prices = inReporting(book, price.prices(), agreement.currency(), asOf);
        plans.put(plan, new Price(prices, false));
      }
    }
    addListed(book, agreement.vendor(), asOf, plans);
    for (int plan : plansOf(book, agreement)) {
      if (book.plans().get(plan).model() == PlanModel.RESTING) {
        BigDecimal listed = book.plans().get(plan).listedPrice();
        plans.putIfAbsent(
            plan,
            listed == null
                ? new Price(ownPrice(book, agreement, plan, renewal, asOf), false)
                : listed(listed));
      }
    }
    BigDecimal percent = offer.addedSeatPercent();
    BigDecimal added = percent == null ? USUALLY_ADDED : percent.multiply(PERCENT);
    return new RenewalTerms(offer.id(), offer.months(), added, plans);
  }

  /**
   * What the plan costs.
   *
   * @throws NoSuchElementException where the terms do not price it
   */
  public PriceList pricesOf(int plan) {
    Price price = plans.get(plan);
    if (price == null) {
      throw new NoSuchElementException("These terms have no price of plan %d.".formatted(plan));
    }
    return price.prices();
  }

  /** What a pool's or an extra's subscription costs: by the offer, where that prices its plan. */
  static PriceList ofLine(
      Book book, int line, @Nullable String offer, LocalDate renewal, LocalDate asOf) {
    Subscription of = book.lines().get(line);
    PriceList prices = of.pricesOn(renewal);
    if (offer != null) {
      for (Offer.PriceOf price : book.offers().byId(offer).prices()) {
        prices = price.plan().equals(of.plan()) ? price.prices() : prices;
      }
    }
    return inReporting(book, prices, book.agreementOfLine(line).currency(), asOf);
  }

  private static boolean isCounted(Plan plan) {
    return plan.model() == PlanModel.NAMED || plan.model() == PlanModel.RESTING;
  }

  /** Numbers of the plans of named and resting seats on the agreement. */
  static List<Integer> plansOf(Book book, Agreement agreement) {
    return linesOf(book, agreement).stream()
        .map(book::planNumberOfLine)
        .filter(plan -> isCounted(book.plans().get(plan)))
        .distinct()
        .sorted()
        .toList();
  }

  /** Numbers of the agreement's subscriptions. */
  static List<Integer> linesOf(Book book, Agreement agreement) {
    List<Integer> lines = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.lines().get(line).agreement().equals(agreement.id())) {
        lines.add(line);
      }
    }
    return lines;
  }

  private static PriceList ownPrice(
      Book book, Agreement agreement, int plan, LocalDate renewal, LocalDate asOf) {
    Subscription cheapest =
        linesOf(book, agreement).stream()
            .filter(line -> book.planNumberOfLine(line) == plan)
            .map(book.lines()::get)
            .min(
                Comparator.comparing(
                        (Subscription line) ->
                            line.pricesOn(renewal).seatPriceAt(line.quantityOn(asOf)))
                    .thenComparing(Subscription::id))
            .orElseThrow();
    return inReporting(book, cheapest.pricesOn(renewal), agreement.currency(), asOf);
  }

  /** A listed price counts for a plan only where nobody agreed one, in these terms or elsewhere. */
  private static void addListed(
      Book book, String vendor, LocalDate asOf, SortedMap<Integer, Price> plans) {
    ListedPrices listed = ListedPrices.of(book, asOf);
    for (int p = 0; p < book.plans().size(); p++) {
      Plan plan = book.plans().get(p);
      if (plan.vendor().equals(vendor) && plan.model() == PlanModel.NAMED) {
        int number = p;
        listed.of(plan).ifPresent(price -> plans.putIfAbsent(number, listed(price)));
      }
    }
  }

  private static Price listed(BigDecimal price) {
    return new Price(new PriceList(PriceList.Pricing.FLAT, price, List.of(), 0), true);
  }

  private static PriceList inReporting(
      Book book, PriceList prices, String currency, LocalDate asOf) {
    return new PriceList(
        prices.pricing(),
        inReporting(book, prices.unitPrice(), currency, asOf),
        prices.breaks().stream()
            .map(
                step ->
                    new PriceList.PriceBreak(
                        step.fromSeats(), inReporting(book, step.unitPrice(), currency, asOf)))
            .toList(),
        prices.minimum());
  }

  private static BigDecimal inReporting(
      Book book, BigDecimal amount, String currency, LocalDate asOf) {
    return book.rates().toReporting(new Money(amount, currency), asOf).amount();
  }
}
