package org.sobertally.server.renewals;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Offer;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.agreement.Subscription.QuantityChange;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PriceList;
import org.sobertally.server.names.Slugs;
import org.sobertally.server.refusal.Refusal;

/** What a renewal makes of the agreement's subscriptions: those that change, as they are then. */
final class RenewedLines {

  private final Book book;
  private final RenewalCase one;
  private final List<RenewalSeats> seats;

  RenewedLines(Book book, RenewalCase one, List<RenewalSeats> seats) {
    this.book = book;
    this.one = one;
    this.seats = seats;
  }

  private String reason() {
    return "Renewal of " + book.agreements().byId(one.agreement).name();
  }

  /**
   * The chosen quantities from the renewal day on, whatever was to be bought then before.
   *
   * @throws Refusal if a plan is to be bought that has no price here
   */
  List<Subscription> quantities() {
    List<Subscription> changed = new ArrayList<>();
    for (RenewalSeats row : seats) {
      List<Subscription> lines = lines(row.plan);
      int more = row.seats - lines.stream().mapToInt(line -> line.quantityOn(one.renews)).sum();
      if (more != 0 && lines.isEmpty()) {
        lines = List.of(newLine(row.plan));
      }
      for (Subscription line : lines) {
        int fits = more > 0 ? more : Math.max(more, -line.quantityOn(one.renews));
        if (fits != 0) {
          changed.add(with(line, fits));
          more -= fits;
        }
      }
    }
    return changed;
  }

  private List<Subscription> lines(String plan) {
    return book.lines().all().stream()
        .filter(line -> line.agreement().equals(one.agreement) && line.plan().equals(plan))
        .toList();
  }

  private Subscription with(Subscription line, int delta) {
    List<QuantityChange> changes = new ArrayList<>(line.changes());
    changes.add(new QuantityChange(one.renews, delta, reason()));
    return line.withChanges(merged(changes));
  }

  /** Without what {@link #quantities} put there. */
  List<Subscription> withoutQuantities() {
    List<Subscription> changed = new ArrayList<>();
    for (Subscription line : book.lines().all()) {
      if (line.agreement().equals(one.agreement)) {
        List<QuantityChange> kept = new ArrayList<>(line.changes());
        if (kept.removeIf(this::isOfRenewal)) {
          changed.add(line.withChanges(kept));
        }
      }
    }
    return changed;
  }

  private boolean isOfRenewal(QuantityChange change) {
    return change.day().equals(one.renews) && Objects.equals(change.reason(), reason());
  }

  /** Changes of one day and reason are one; what comes to nothing is none. */
  private static List<QuantityChange> merged(List<QuantityChange> changes) {
    List<QuantityChange> merged = new ArrayList<>();
    for (QuantityChange change : changes) {
      int at = -1;
      for (int n = 0; n < merged.size(); n++) {
        at = merged.get(n).day().equals(change.day()) ? n : at;
      }
      if (at < 0) {
        merged.add(change);
      } else {
        merged.set(at, together(merged.get(at), change));
      }
    }
    merged.removeIf(change -> change.delta() == 0);
    return merged;
  }

  private static QuantityChange together(QuantityChange earlier, QuantityChange later) {
    String reason =
        earlier.reason() == null || earlier.reason().equals(later.reason())
            ? later.reason()
            : earlier.reason() + "; " + later.reason();
    return new QuantityChange(earlier.day(), Math.addExact(earlier.delta(), later.delta()), reason);
  }

  /** The offer's prices from the renewal day on; none where the agreement's own terms go on. */
  List<Subscription> prices() {
    List<Subscription> changed = new ArrayList<>();
    for (Offer.PriceOf price : offered()) {
      for (Subscription line : lines(price.plan())) {
        List<Subscription.LaterPrices> later = new ArrayList<>(line.laterPrices());
        later.removeIf(same -> same.from().equals(one.renews));
        later.add(
            new Subscription.LaterPrices(
                one.renews,
                price.prices().unitPrice(),
                price.prices().pricing(),
                price.prices().minimum(),
                price.prices().breaks()));
        changed.add(line.withPrices(line.prices(), later));
      }
    }
    return changed;
  }

  private List<Offer.PriceOf> offered() {
    return one.offer != null && book.offers().has(one.offer)
        ? book.offers().byId(one.offer).prices()
        : List.of();
  }

  /** A plan that was not bought on the agreement yet: none of it until the renewal. */
  private Subscription newLine(String plan) {
    Plan of = book.plans().byId(plan);
    PriceList prices = null;
    for (Offer.PriceOf price : offered()) {
      prices = price.plan().equals(plan) ? price.prices() : prices;
    }
    if (prices == null && of.listedPrice() != null) {
      prices = listed(of.listedPrice());
    }
    if (prices == null) {
      throw Refusal.conflict(
          "%s has no price on %s: write down a subscription to it on the terms sheet first."
              .formatted(of.name(), book.agreements().byId(one.agreement).name()));
    }
    String base = Slugs.of(one.agreement + " " + plan);
    String id = base;
    for (int n = 2; book.lines().has(id); n++) {
      id = base + "-" + n;
    }
    return new Subscription(id, one.agreement, plan, 0, prices, List.of(), List.of(), null);
  }

  private static PriceList listed(@Nullable BigDecimal price) {
    return new PriceList(PriceList.Pricing.FLAT, Objects.requireNonNull(price), List.of(), 0);
  }
}
