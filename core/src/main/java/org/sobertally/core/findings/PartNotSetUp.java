package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.PlanOnSale;
import org.sobertally.core.use.UseState;

/**
 * Parts that must be set up before they can be used, and never were; of seats that do work or
 * should: those shut or unanswered have a stronger reason.
 */
final class PartNotSetUp implements Finder.OfSeats {

  private record Tier(int vendor, long parts) {}

  private final Look look;
  private final Book book;
  private final Map<Tier, Optional<BigDecimal>> without = new HashMap<>();

  PartNotSetUp(Look look) {
    this.look = look;
    book = look.book;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.PART_NOT_SET_UP);
  }

  @Override
  public void look(Finder.Seat seat, Sink to) {
    if (seat.sold() != PlanModel.NAMED) {
      return;
    }
    int h = seat.holding();
    int vendor = book.vendorOfLine(seat.line());
    int plan = book.planNumberOfLine(seat.line());
    long asked = book.partsOfPlan(plan) & book.installs().installable(vendor);
    boolean early =
        look.day - book.holdings().from(h) < book.openingGraceOf(book.planOfLine(seat.line()));
    if (asked == 0
        || early
        || !book.installs().known(vendor)
        || look.states.state(h).compareTo(UseState.NEVER_OPENED) < 0
        || look.states.state(h) == UseState.PARKED
        || look.states.state(h) == UseState.NOT_STARTED) {
      return;
    }
    long missing = book.installs().missing(seat.account(), asked, look.day);
    if (missing != 0) {
      long rest = book.partsOfPlan(plan) & ~missing;
      BigDecimal price = look.price[seat.line()];
      BigDecimal less =
          without.computeIfAbsent(new Tier(vendor, rest), this::cheapestWith).orElse(price);
      to.at(FindingKind.PART_NOT_SET_UP, h)
          .cover(seat.cover())
          .gives(price.subtract(less).max(BigDecimal.ZERO))
          .figure(missing)
          .add();
    }
  }

  /** What the cheapest single plan of the vendor costs that has all the parts. */
  private Optional<BigDecimal> cheapestWith(Tier tier) {
    if (tier.parts == 0) {
      return Optional.of(BigDecimal.ZERO);
    }
    return look.covers.offers().ofVendor(tier.vendor).stream()
        .filter(offer -> !offer.resting() && (tier.parts & ~offer.parts()) == 0)
        .map(PlanOnSale::price)
        .min(Comparator.naturalOrder());
  }

  @Override
  public String say(Findings found, int n) {
    return "%s never set up since %s."
        .formatted(
            Sentences.and(Sentences.titles(found, n, found.detail(n))), Sentences.since(found, n));
  }
}
