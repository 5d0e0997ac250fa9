package org.sobertally.core.agreement;

import java.time.LocalDate;
import java.util.Optional;

/** From when a seat that comes free on a day to come is no longer paid. */
public final class MoneyStops {

  private MoneyStops() {}

  /**
   * The first day on which a seat that is free from {@code freeFrom} on is not paid any more; empty
   * where it always is. Notice counts from {@code asOf}: at a renewal, the first one from then on
   * for which notice can still be given today; month by month, the first bill day after it; where
   * held seats are billed, the end of the period that holds it; with an agreement that must be
   * renewed by hand, its end.
   */
  public static Optional<LocalDate> of(Agreement agreement, LocalDate asOf, LocalDate freeFrom) {
    Term term = agreement.termOn(freeFrom);
    boolean byHand = term.renews() == Agreement.Renews.MANUAL;
    if (agreement.billing().of() == Agreement.BilledOf.HELD) {
      Optional<LocalDate> next = BillDays.next(agreement, freeFrom);
      return byHand ? next.filter(day -> day.isBefore(term.ends())).or(() -> end(term)) : next;
    }
    return switch (term.mayShrink()) {
      case NEVER -> byHand ? end(term) : Optional.empty();
      case MONTHLY -> {
        LocalDate next = BillDays.nextMonthly(agreement, freeFrom);
        yield Optional.of(byHand && term.ends().isBefore(next) ? term.ends() : next);
      }
      case AT_RENEWAL -> byHand ? end(term) : renewal(agreement, asOf, freeFrom);
    };
  }

  private static Optional<LocalDate> end(Term term) {
    return Optional.of(term.ends());
  }

  private static Optional<LocalDate> renewal(
      Agreement agreement, LocalDate asOf, LocalDate freeFrom) {
    LocalDate before = freeFrom.isAfter(asOf) ? freeFrom.minusDays(1) : asOf;
    Optional<LocalDate> next = agreement.nextRenewal(before);
    while (next.isPresent()) {
      LocalDate renewal = next.get();
      boolean byHand = agreement.termOn(renewal.minusDays(1)).renews() == Agreement.Renews.MANUAL;
      if (byHand || !asOf.isAfter(agreement.noticeFor(renewal))) {
        return next;
      }
      next = agreement.nextRenewal(renewal);
    }
    return Optional.empty();
  }
}
