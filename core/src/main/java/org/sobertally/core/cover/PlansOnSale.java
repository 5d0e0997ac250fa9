package org.sobertally.core.cover;

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
import org.sobertally.core.book.ListedPrices;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;

/**
 * What each vendor offers on a day: plans on a subscription in force, at its unit price (the lowest
 * of several), and plans that can be had at the listed price alone.
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
    ListedPrices listed = ListedPrices.of(book, asOf);
    for (int p = 0; p < book.plans().size(); p++) {
      Plan plan = book.plans().get(p);
      if (plan.model() != PlanModel.FLOATING) {
        int number = p;
        listed.of(plan).ifPresent(price -> prices.put(number, price));
      }
    }
    return prices;
  }
}
