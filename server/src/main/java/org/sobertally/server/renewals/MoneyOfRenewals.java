package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.LocalDate;
import java.util.Optional;
import org.sobertally.core.book.Book;
import org.sobertally.server.kept.RenewalsAhead;

/** Tells others what renewals are about in money: the figures of the list of renewals. */
@ApplicationScoped
class MoneyOfRenewals implements RenewalsAhead {

  private final RenewalFigures figures;
  private final RenewalCases cases;

  MoneyOfRenewals(RenewalFigures figures, RenewalCases cases) {
    this.figures = figures;
    this.cases = cases;
  }

  @Override
  public Optional<Ahead> ahead(Book book, LocalDate day, String agreement) {
    return figures
        .study(book, day, agreement)
        .map(study -> figures.money(study, cases.known(agreement, study.chance().renews())))
        .map(
            money -> new Ahead(money.stands(), money.then().orElse(null), money.decided() != null));
  }
}
