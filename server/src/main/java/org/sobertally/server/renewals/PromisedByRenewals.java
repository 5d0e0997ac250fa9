package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Subscription;
import org.sobertally.core.book.Book;
import org.sobertally.server.kept.DecidedAhead;
import org.sobertally.server.kept.Promised;
import org.sobertally.server.refusal.Refusal;

/** Renewals that are decided, or told to the vendor, and have not begun. */
@ApplicationScoped
class PromisedByRenewals implements Promised, DecidedAhead {

  private final RenewalCases cases;

  PromisedByRenewals(RenewalCases cases) {
    this.cases = cases;
  }

  @Override
  @Transactional
  public List<Saving> promised(Book book, LocalDate day) {
    List<Saving> promised = new ArrayList<>();
    for (RenewalCase one : decidedCases(book, day)) {
      promised.add(
          new Saving(
              one.id,
              "%s renewed".formatted(book.agreements().byId(one.agreement).name()),
              one.agreement,
              one.renews,
              book.rates().toReporting(one.less(), day),
              one.decidedBy,
              one.decidedOn,
              "/renewals/" + one.agreement));
    }
    return promised;
  }

  @Override
  @Transactional
  public Book decided(Book book, LocalDate day) {
    Book then = book;
    for (RenewalCase one : decidedCases(book, day)) {
      // Once the vendor was told the quantities are in the book, and only other prices are not.
      then = with(then, one, new RenewedLines(then, one, cases.seatsOf(one)));
    }
    return then;
  }

  private static Book with(Book book, RenewalCase one, RenewedLines quantities) {
    Book then = book;
    try {
      for (Subscription line : quantities.quantities()) {
        then = then.withLine(line);
      }
    } catch (Refusal e) {
      // A plan that has no price any more: what it would cost nobody can say.
      return book;
    }
    for (Subscription line : new RenewedLines(then, one, List.of()).prices()) {
      then = then.withLine(line);
    }
    return then;
  }

  private List<RenewalCase> decidedCases(Book book, LocalDate day) {
    return cases.from(day).stream()
        .filter(one -> book.agreements().has(one.agreement))
        .filter(one -> one.isDecidedOn(day) && one.stateOn(day) != RenewalState.RENEWED)
        .filter(one -> !isTooLate(book, one, one.stateOn(day), day))
        .toList();
  }

  /** Decided, but the vendor was not told in time: it went on as it stood. */
  private static boolean isTooLate(Book book, RenewalCase one, RenewalState state, LocalDate day) {
    Agreement of = book.agreements().byId(one.agreement);
    return state == RenewalState.DECIDED && of.isTooLateFor(one.renews, day);
  }
}
