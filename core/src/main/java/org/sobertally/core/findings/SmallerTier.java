package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.cover.PlanOnSale;
import org.sobertally.core.money.Money;

/** A lower tier of the same ladder that has every part that is needed, for less. */
final class SmallerTier implements Finder.OfSeats {

  /**
   * A lower tier that would do.
   *
   * @param gives what it would give back; null where none would do for less
   */
  private record Smaller(int plan, @Nullable BigDecimal gives) {}

  private final Look look;
  private final Book book;

  /** For each subscription, by the parts that are needed of it. */
  private final List<ByParts<Smaller>> smaller = new ArrayList<>();

  SmallerTier(Look look) {
    this.look = look;
    book = look.book;
    for (int line = 0; line < book.lines().size(); line++) {
      smaller.add(new ByParts<>());
    }
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.SMALLER_TIER);
  }

  @Override
  public void look(Finder.Seat seat, Sink to) {
    if (seat.need() != Needs.Kind.PARTS || seat.sold() == PlanModel.FLOATING) {
      return;
    }
    long parts = look.needs.parts(seat.holding());
    Smaller would = smaller.get(seat.line()).get(parts, needed -> smallerThan(seat.line(), needed));
    if (would.gives != null) {
      to.at(FindingKind.SMALLER_TIER, seat.holding())
          .cover(seat.cover())
          .gives(would.gives)
          .plan(would.plan)
          .figure(parts)
          .add();
    }
  }

  private Smaller smallerThan(int line, long parts) {
    PlanOnSale offer = cheapestBelow(book.planNumberOfLine(line), parts);
    return offer != null && offer.price().compareTo(look.price[line]) < 0
        ? new Smaller(offer.plan(), look.price[line].subtract(offer.price()))
        : new Smaller(Findings.NONE, null);
  }

  private @Nullable PlanOnSale cheapestBelow(int plan, long parts) {
    Plan now = book.plans().get(plan);
    PlanOnSale best = null;
    if (now.ladder() != null && now.rank() != null) {
      for (PlanOnSale offer : look.covers.offers().ofVendor(book.vendors().require(now.vendor()))) {
        Plan other = book.plans().get(offer.plan());
        boolean below =
            now.ladder().equals(other.ladder())
                && other.rank() != null
                && other.rank() < now.rank()
                && !offer.resting();
        if (below
            && (parts & ~offer.parts()) == 0
            && (best == null || offer.price().compareTo(best.price()) < 0)) {
          best = offer;
        }
      }
    }
    return best;
  }

  @Override
  public String say(Findings found, int n) {
    long unused = book.partsOfPlan(Sentences.planOf(found, n)) & ~found.detail(n);
    Plan tier = book.plans().get(found.plan(n));
    Money price = book.seatPrice(found.line(n), found.asOf).minus(found.money(found.amount(n)));
    String covers =
        "%s covers %s for %s."
            .formatted(
                tier.name(),
                Sentences.and(Sentences.titles(found, n, found.detail(n))),
                Sentences.money(price));
    return unused == 0
        ? covers
        : "No use of %s in %d days to %s; %s"
            .formatted(
                Sentences.or(Sentences.titles(found, n, unused)),
                book.rules().needWindow(),
                Sentences.measured(found, n),
                covers);
  }
}
