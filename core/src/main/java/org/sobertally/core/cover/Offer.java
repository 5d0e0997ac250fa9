package org.sobertally.core.cover;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.money.Money;

/**
 * A plan that a cover may use, and what it costs a year.
 *
 * @param parts a set of the vendor's part numbers
 * @param price in the reporting currency
 */
record Offer(int plan, String planId, long parts, BigDecimal price, boolean resting) {

  /** The offers of every vendor on the day; a plan offered twice is offered at the lower price. */
  static List<List<Offer>> byVendor(Book book, LocalDate asOf) {
    Map<Integer, BigDecimal> prices = new HashMap<>();
    for (int line = 0; line < book.lines().size(); line++) {
      PlanModel model = book.planOfLine(line).model();
      boolean offered = model == PlanModel.NAMED || model == PlanModel.RESTING;
      if (offered && book.agreementOfLine(line).inForce(asOf)) {
        BigDecimal price = book.seatPrice(line, asOf).amount();
        prices.merge(book.planNumberOfLine(line), price, BigDecimal::min);
      }
    }
    List<List<Offer>> offers = new ArrayList<>();
    for (int v = 0; v < book.vendors().size(); v++) {
      offers.add(new ArrayList<>());
    }
    for (int p = 0; p < book.plans().size(); p++) {
      Plan plan = book.plans().get(p);
      if (plan.listedPrice() != null && plan.model() != PlanModel.FLOATING) {
        prices.merge(p, listedPrice(book, plan, asOf), BigDecimal::min);
      }
      if (prices.containsKey(p) && plan.model() != PlanModel.ADDON) {
        boolean resting = plan.model() == PlanModel.RESTING;
        offers
            .get(book.vendors().require(plan.vendor()))
            .add(new Offer(p, plan.id(), book.partsOfPlan(p), prices.get(p), resting));
      }
    }
    return offers;
  }

  /** A listed price is in the currency of the vendor's agreement, the first by id. */
  private static BigDecimal listedPrice(Book book, Plan plan, LocalDate asOf) {
    String currency =
        book.agreements().all().stream()
            .filter(agreement -> agreement.vendor().equals(plan.vendor()))
            .map(agreement -> agreement.currency())
            .findFirst()
            .orElse(book.rates().reportingCurrency());
    return book.rates().toReporting(new Money(plan.listedPrice(), currency), asOf).amount();
  }
}
