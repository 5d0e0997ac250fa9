package org.sobertally.core.cover;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.money.Money;

/**
 * What each vendor offers on a day: plans on a subscription in force, at its unit price, and plans
 * with a listed price. A plan offered twice is offered at the lower price.
 */
public final class PlansOnSale {

  private final List<List<PlanOnSale>> byVendor = new ArrayList<>();
  private final Map<Integer, BigDecimal> addOns = new HashMap<>();

  private PlansOnSale(Book book, LocalDate asOf) {
    book.vendors().all().forEach(vendor -> byVendor.add(new ArrayList<>()));
    prices(book, asOf)
        .forEach(
            (p, price) -> {
              Plan plan = book.plans().get(p);
              if (plan.model() == PlanModel.ADDON) {
                addOns.put(p, price);
              } else {
                boolean resting = plan.model() == PlanModel.RESTING;
                byVendor
                    .get(book.vendors().require(plan.vendor()))
                    .add(new PlanOnSale(p, plan.id(), book.partsOfPlan(p), price, resting));
              }
            });
  }

  public static PlansOnSale of(Book book, LocalDate asOf) {
    return new PlansOnSale(book, asOf);
  }

  /** The plans that a cover may use. */
  public List<PlanOnSale> ofVendor(int vendor) {
    return byVendor.get(vendor);
  }

  /** The price a year at which an extra can be had. */
  public Optional<BigDecimal> ofAddOn(int plan) {
    return Optional.ofNullable(addOns.get(plan));
  }

  /** What a seat of each plan costs; a pool's seats are not had one by one. */
  private static SortedMap<Integer, BigDecimal> prices(Book book, LocalDate asOf) {
    SortedMap<Integer, BigDecimal> prices = new TreeMap<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).model() != PlanModel.FLOATING
          && book.agreementOfLine(line).inForce(asOf)) {
        BigDecimal price = book.seatPrice(line, asOf).amount();
        prices.merge(book.planNumberOfLine(line), price, BigDecimal::min);
      }
    }
    for (int p = 0; p < book.plans().size(); p++) {
      Plan plan = book.plans().get(p);
      if (plan.listedPrice() != null && plan.model() != PlanModel.FLOATING) {
        prices.merge(p, listedPrice(book, plan, asOf), BigDecimal::min);
      }
    }
    return prices;
  }

  /** A listed price is in the currency of the vendor's agreement, the first by id. */
  private static BigDecimal listedPrice(Book book, Plan plan, LocalDate asOf) {
    String currency =
        book.agreements().all().stream()
            .filter(agreement -> agreement.vendor().equals(plan.vendor()))
            .map(agreement -> agreement.currency())
            .findFirst()
            .orElse(book.rates().reportingCurrency());
    return book.rates()
        .toReporting(new Money(requireNonNull(plan.listedPrice()), currency), asOf)
        .amount();
  }
}
