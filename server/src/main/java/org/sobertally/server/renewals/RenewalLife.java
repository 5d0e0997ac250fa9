package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.book.Book;
import org.sobertally.core.renewal.RenewalStudy;
import org.sobertally.server.refusal.Refusal;
import org.sobertally.server.time.TallyClock;

/** Where a renewal stands, and where it may go from there. */
@ApplicationScoped
class RenewalLife {

  private final RenewalFigures figures;
  private final RenewalCases cases;
  private final TallyClock clock;

  RenewalLife(RenewalFigures figures, RenewalCases cases, TallyClock clock) {
    this.figures = figures;
    this.cases = cases;
    this.clock = clock;
  }

  /** The renewal that comes next, with its figures; refused where none can be changed any more. */
  RenewalStudy study(Book book, String agreement) {
    RenewalResource.requireAgreement(book, agreement);
    return figures
        .study(book, clock.today(), agreement)
        .orElseThrow(
            () ->
                Refusal.conflict(
                    "%s has no renewal that can still be changed."
                        .formatted(book.agreements().byId(agreement).name())));
  }

  /** What was prepared for the renewal that comes next. */
  RenewalCase require(Book book, String agreement) {
    RenewalStudy study = study(book, agreement);
    return cases
        .find(agreement, study.chance().renews())
        .orElseThrow(() -> Refusal.conflict("Nothing is prepared for this renewal yet."));
  }

  /** The one of which the vendor was told, whatever the day is. */
  RenewalCase requireTold(Book book, String agreement, String otherwise) {
    RenewalResource.requireAgreement(book, agreement);
    return cases.told(agreement).orElseThrow(() -> Refusal.conflict(otherwise));
  }

  /** Has it go on to the next state, or refuses. */
  void move(RenewalCase one, RenewalState next) {
    RenewalState now = one.stateOn(clock.today());
    boolean again =
        now == next && next != RenewalState.PREPARED && next != RenewalState.KEPT_ON_PURPOSE;
    if (again || !RenewalState.LIFE.may(now, next)) {
      throw Refusal.conflict("This renewal is %s; that cannot be done now.".formatted(words(now)));
    }
    one.state = next;
  }

  /** A state as a sentence says it. */
  static String words(RenewalState state) {
    return switch (state) {
      case OPEN -> "open";
      case PREPARED -> "prepared";
      case ASKED -> "waiting for a decision";
      case DECIDED -> "decided";
      case NOTICE_GIVEN -> "told to the vendor";
      case RENEWED -> "renewed";
      case KEPT_ON_PURPOSE -> "kept on purpose";
    };
  }

  /** The chosen quantities in words. */
  String said(Book book, RenewalCase one) {
    List<String> said = new ArrayList<>();
    for (RenewalSeats seats : cases.seatsOf(one)) {
      if (seats.seats != seats.beforeSeats) {
        said.add(
            "%d %s in place of %d"
                .formatted(seats.seats, book.plans().byId(seats.plan).name(), seats.beforeSeats));
      }
    }
    return said.isEmpty() ? "as it stands" : String.join(", ", said);
  }
}
