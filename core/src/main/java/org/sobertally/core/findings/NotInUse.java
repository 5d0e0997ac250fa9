package org.sobertally.core.findings;

import java.time.LocalDate;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.ledger.Promise;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;

/** Seats that do no work, by the state they are in. */
final class NotInUse implements Finder.OfSeats {

  private final Look look;
  private final Book book;

  NotInUse(Look look) {
    this.look = look;
    book = look.book;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(
        FindingKind.LEFT_PAID,
        FindingKind.SUSPENDED_PAID,
        FindingKind.UNANSWERED,
        FindingKind.NEVER_OPENED,
        FindingKind.IDLE);
  }

  @Override
  public void look(Finder.Seat seat, Sink to) {
    int h = seat.holding();
    UseState state = look.states.state(h);
    if (seat.sold() == PlanModel.FLOATING
        || state == UseState.IN_USE
        || state == UseState.NOT_STARTED
        || seat.need() == Needs.Kind.STAYS) {
      return;
    }
    if (state == UseState.PARKED) {
      // It is there for those who do not work, while their data must stay.
      if (!hasLeft(seat.account()) || look.needs.dataMustStay(h)) {
        return;
      }
      state = UseState.LEFT;
    }
    if (state == UseState.UNANSWERED
        && look.day - Promise.of(book, h).from() < book.rules().invitationGrace()) {
      return;
    }
    to.at(kindOf(state), h)
        .cover(seat.cover())
        .gives(look.price[seat.line()])
        .since(since(state, h))
        .figure(look.states.idleDays(h))
        .add();
  }

  private boolean hasLeft(int account) {
    int person = book.personOfAccount(account);
    return person >= 0 && book.people().get(person).statusOn(look.asOf) == Person.Status.LEFT;
  }

  private static FindingKind kindOf(UseState state) {
    return switch (state) {
      case LEFT -> FindingKind.LEFT_PAID;
      case SUSPENDED -> FindingKind.SUSPENDED_PAID;
      case UNANSWERED -> FindingKind.UNANSWERED;
      case NEVER_OPENED -> FindingKind.NEVER_OPENED;
      case IDLE -> FindingKind.IDLE;
      case IN_USE, PARKED, NOT_STARTED ->
          throw new IllegalArgumentException("A seat in use is no finding.");
    };
  }

  private int since(UseState state, int h) {
    int account = book.holdings().account(h);
    int number = book.personOfAccount(account);
    return switch (state) {
      case LEFT -> orFrom(book.people().get(number).since(), h);
      case SUSPENDED -> {
        Person person = number < 0 ? null : book.people().get(number);
        yield person != null && person.statusOn(look.asOf) == Person.Status.SUSPENDED
            ? orFrom(person.statusSince(), h)
            : orFrom(book.accounts().get(account).stateSince(), h);
      }
      case UNANSWERED -> Promise.of(book, h).from();
      case NEVER_OPENED -> book.holdings().from(h);
      default -> look.states.measureDay(book.vendorOfAccount(account)) - look.states.idleDays(h);
    };
  }

  /** A status may be older than the holding: the seat is not wasted before it is held. */
  private int orFrom(@Nullable LocalDate since, int h) {
    int from = book.holdings().from(h);
    return since == null ? from : Math.max(from, Days.of(since));
  }

  @Override
  public String say(Findings found, int n) {
    String cost = Sentences.cost(found, n);
    String since = Sentences.since(found, n);
    return switch (found.kind(n)) {
      case LEFT_PAID -> left(found, n, cost);
      case SUSPENDED_PAID -> "Suspended since %s; the seat costs %s a year.".formatted(since, cost);
      case UNANSWERED ->
          "Invited on %s and not answered; the seat costs %s a year.".formatted(since, cost);
      case NEVER_OPENED ->
          "Held since %s and never opened in %d days to %s."
              .formatted(since, found.detail(n), Sentences.measured(found, n));
      default ->
          "No use of %s in %d days to %s; the line is at %d days."
              .formatted(
                  Sentences.or(
                      Sentences.titles(found, n, book.partsOfPlan(Sentences.planOf(found, n)))),
                  found.detail(n),
                  Sentences.measured(found, n),
                  book.idleLineOf(book.plans().get(Sentences.planOf(found, n))));
    };
  }

  /** The day they left and the day since which the seat is held are two things. */
  private String left(Findings found, int n, String cost) {
    int person = book.personOfAccount(found.account(n));
    LocalDate day = person < 0 ? null : book.people().get(person).leftOn(look.asOf);
    String held = Sentences.day(Days.known(book.holdings().from(found.holding(n))));
    return day == null
        ? "Left, on a day nobody wrote down; the seat is held since %s and costs %s a year."
            .formatted(held, cost)
        : "Left on %s; the seat is held since %s and costs %s a year."
            .formatted(Sentences.day(day), held, cost);
  }
}
