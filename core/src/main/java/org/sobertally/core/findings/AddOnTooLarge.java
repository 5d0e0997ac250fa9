package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Account;

/** An extra that holds more than is stored, where a smaller one costs less. */
final class AddOnTooLarge implements Finder.OfSeats {

  private final Look look;
  private final Book book;

  AddOnTooLarge(Look look) {
    this.look = look;
    book = look.book;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.ADDON_TOO_LARGE);
  }

  @Override
  public void look(Finder.Seat seat, Sink to) {
    BigDecimal stored = book.accounts().get(seat.account()).storedGb();
    Plan now = book.planOfLine(seat.line());
    if (seat.sold() != PlanModel.ADDON
        || stored == null
        || now.capacityGb() == null
        || look.needs.isSpared(seat.holding())) {
      return;
    }
    int best = Findings.NONE;
    BigDecimal cost = look.price[seat.line()];
    for (int p = 0; p < book.plans().size(); p++) {
      if (isSmaller(book.plans().get(p), now, stored)) {
        BigDecimal offered = look.covers.offers().ofAddOn(p).orElse(cost);
        if (offered.compareTo(cost) < 0) {
          best = p;
          cost = offered;
        }
      }
    }
    if (best >= 0) {
      to.at(FindingKind.ADDON_TOO_LARGE, seat.holding())
          .cover(seat.cover())
          .gives(look.price[seat.line()].subtract(cost))
          .plan(best)
          .add();
    }
  }

  private static boolean isSmaller(Plan other, Plan now, BigDecimal stored) {
    return other.model() == PlanModel.ADDON
        && other.vendor().equals(now.vendor())
        && other.capacityGb() != null
        && other.capacityGb().compareTo(stored) >= 0
        && other.capacityGb().compareTo(now.capacityGb()) < 0;
  }

  @Override
  public String say(Findings found, int n) {
    Account account = book.accounts().get(found.account(n));
    Plan smaller = book.plans().get(found.plan(n));
    Plan now = book.plans().get(Sentences.planOf(found, n));
    return "%s GB stored of %s GB; %s holds %s GB for %s a year less."
        .formatted(
            gigabytes(account.storedGb()),
            gigabytes(now.capacityGb()),
            smaller.name(),
            gigabytes(smaller.capacityGb()),
            Sentences.money(found.money(found.amount(n))));
  }

  /** Found are only accounts and plans of which it is known. */
  private static String gigabytes(@Nullable BigDecimal gb) {
    return Objects.requireNonNull(gb).stripTrailingZeros().toPlainString();
  }
}
