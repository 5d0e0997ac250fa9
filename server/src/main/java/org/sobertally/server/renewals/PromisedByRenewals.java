package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
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
      // What was kept on purpose without being prepared has no amounts.
      boolean decided = state == RenewalState.DECIDED || state == RenewalState.NOTICE_GIVEN;
      if (decided && book.agreements().has(one.agreement) && !isTooLate(book, one, state, day)) {
        promised.add(
            new Saving(
                one.id,
                "%s renewed".formatted(book.agreements().byId(one.agreement).name()),
                one.agreement,
                one.renews,
                book.rates().toReporting(one.less(), day),
                book.rates().toReporting(one.money(byTheBook(book, one)).minus(one.after()), day),
                one.decidedBy,
                one.decidedOn,
                "/renewals/" + one.agreement));
      }
    }
    return promised;
  }

  /** Decided, but the vendor was not told in time: it went on as it stood. */
  private static boolean isTooLate(Book book, RenewalCase one, RenewalState state, LocalDate day) {
    Agreement of = book.agreements().byId(one.agreement);
    return state == RenewalState.DECIDED && of.isTooLateFor(one.renews, day);
  }

  /**
   * What the renewal's plans cost a year from it on as the book stands: once the vendor was told
   * the quantities are in it, and only other prices are not.
   */
  private BigDecimal byTheBook(Book book, RenewalCase one) {
    Set<String> plans =
        cases.seatsOf(one).stream().map(row -> row.plan).collect(Collectors.toSet());
    BigDecimal yearly = BigDecimal.ZERO;
    for (int line = 0; line < book.lines().size(); line++) {
      Subscription of = book.lines().get(line);
      if (of.agreement().equals(one.agreement) && plans.contains(of.plan())) {
        yearly = yearly.add(book.yearlyCost(line, one.renews).amount());
      }
    }
    return yearly;
  }
}
