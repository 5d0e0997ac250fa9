package org.sobertally.core.book;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.catalogue.Plan;

/**
 * What plans cost a year by the vendor's list, in the reporting currency. The list counts only for
 * a plan that nobody has agreed a price of: one that stands on no subscription in force and in no
 * offer that still holds.
 */
public final class ListedPrices {

  private final Set<String> agreed = new HashSet<>();

  private ListedPrices(Book book, LocalDate asOf) {
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.agreementOfLine(line).inForce(asOf)) {
        agreed.add(book.lines().get(line).plan());
      }
    }
    for (Offer offer : book.offers().all()) {
      if (offer.validUntil() == null || !offer.validUntil().isBefore(asOf)) {
        offer.prices().forEach(price -> agreed.add(price.plan()));
      }
    }
  }

  public static ListedPrices of(Book book, LocalDate asOf) {
    return new ListedPrices(book, asOf);
  }

  /** The listed price where it counts. */
  public Optional<BigDecimal> of(Plan plan) {
    return agreed.contains(plan.id()) ? Optional.empty() : Optional.ofNullable(plan.listedPrice());
  }
}
