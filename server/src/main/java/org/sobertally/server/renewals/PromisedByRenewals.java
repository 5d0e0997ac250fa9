package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.money.Money;
import org.sobertally.server.kept.Promised;

/** Renewals that are decided, or told to the vendor, and have not begun. */
@ApplicationScoped
class PromisedByRenewals implements Promised {

  private final RenewalCases cases;

  PromisedByRenewals(RenewalCases cases) {
    this.cases = cases;
  }

  @Override
  @Transactional
  public List<Saving> promised(Book book, LocalDate day) {
    List<Saving> promised = new ArrayList<>();
    for (RenewalCase one : cases.from(day)) {
      RenewalState state = one.stateOn(day);
      boolean decided = state == RenewalState.DECIDED || state == RenewalState.NOTICE_GIVEN;
      // What was kept on purpose without being prepared has no amounts.
      BigDecimal less = decided ? one.yearlyBefore.subtract(one.yearlyAfter) : BigDecimal.ZERO;
      if (less.signum() > 0 && book.agreements().has(one.agreement)) {
        promised.add(
            new Saving(
                one.id,
                "%s renewed".formatted(book.agreements().byId(one.agreement).name()),
                one.agreement,
                one.renews,
                book.rates().toReporting(new Money(less, one.currency), day),
                one.decidedBy,
                one.decidedOn,
                "/renewals/" + one.agreement));
      }
    }
    return promised;
  }
}
