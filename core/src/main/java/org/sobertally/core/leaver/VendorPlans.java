package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.ListedPrices;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;

/** What resting plans, extras and named plans of each vendor cost a year on a day. */
final class VendorPlans {

  /**
   * A plan that can be had.
   *
   * @param yearly in the reporting currency
   * @param line the subscription in force that sells it for the least; −1 where it is only listed
   */
  record Priced(Plan plan, BigDecimal yearly, int line) {}

  private final List<List<Priced>> byVendor = new ArrayList<>();

  VendorPlans(Book book, LocalDate asOf) {
    book.vendors().all().forEach(vendor -> byVendor.add(new ArrayList<>()));
    SortedMap<Integer, Priced> prices = new TreeMap<>();
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.agreementOfLine(line).inForce(asOf)) {
        BigDecimal price = book.seatPrice(line, asOf).amount();
        Priced one = new Priced(book.planOfLine(line), price, line);
        prices.merge(
            book.planNumberOfLine(line),
            one,
            (a, b) -> b.yearly().compareTo(a.yearly()) < 0 ? b : a);
      }
    }
    ListedPrices listed = ListedPrices.of(book, asOf);
    for (int p = 0; p < book.plans().size(); p++) {
      Plan plan = book.plans().get(p);
      int number = p;
      listed.of(plan).ifPresent(price -> prices.put(number, new Priced(plan, price, -1)));
    }
    Comparator<Priced> cheapestFirst =
        Comparator.comparing(Priced::yearly).thenComparing(priced -> priced.plan().id());
    prices.values().stream()
        .sorted(cheapestFirst)
        .forEach(one -> byVendor.get(book.vendors().require(one.plan().vendor())).add(one));
  }

  /** The cheapest plan that keeps data while nobody works; null where the vendor has none. */
  @Nullable Priced resting(int vendor) {
    return first(vendor, PlanModel.RESTING).orElse(null);
  }

  /** The cheapest named plan that is sold by an agreement in force. */
  Optional<Priced> namedInForce(int vendor) {
    return byVendor.get(vendor).stream()
        .filter(one -> one.plan().model() == PlanModel.NAMED && one.line() >= 0)
        .findFirst();
  }

  /** The cheapest extra that holds so much. */
  Optional<Priced> roomFor(int vendor, BigDecimal gb) {
    return byVendor.get(vendor).stream()
        .filter(one -> one.plan().model() == PlanModel.ADDON)
        .filter(one -> holds(one.plan(), gb))
        .findFirst();
  }

  private static boolean holds(Plan plan, BigDecimal gb) {
    BigDecimal capacity = plan.capacityGb();
    return capacity != null && capacity.compareTo(gb) >= 0;
  }

  private Optional<Priced> first(int vendor, PlanModel model) {
    return byVendor.get(vendor).stream().filter(one -> one.plan().model() == model).findFirst();
  }
}
