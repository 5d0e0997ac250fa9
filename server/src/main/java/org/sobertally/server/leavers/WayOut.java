package org.sobertally.server.leavers;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.leaver.Route;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.Move;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.server.slates.moves.MoveRequest;

/**
 * A route as moves in their order: shut the sign-in, hand over, take back or rest, delete; each
 * after the one before it was confirmed, on the day from which the route counts.
 */
final class WayOut {

  private final Book book;
  private final LocalDate asOf;
  private final int deleteAfter;

  /**
   * @param deleteAfter how many days after the route begins accounts are deleted
   */
  WayOut(Book book, LocalDate asOf, int deleteAfter) {
    this.book = book;
    this.asOf = asOf;
    this.deleteAfter = deleteAfter;
  }

  /**
   * One step.
   *
   * @param day on which it is made, or no sooner
   * @param what it is, in words
   */
  record Step(LocalDate day, String what, MoveRequest move) {}

  /** Nothing where all is left as it is. */
  List<Step> steps(PersonRoutes person, PersonRoutes.OfAccount of, Route route, String kinds) {
    Steps steps = new Steps(person, of);
    switch (route.kind()) {
      case KEEP -> {}
      case SUSPEND -> {
        steps.shut();
        steps.openAgain();
      }
      case REST ->
          steps.rest(requireNonNull(route.plan(), "a route that rests says on which plan"));
      case TAKE_BACK -> {
        steps.shutWhoGoes();
        steps.takeBack();
      }
      case HAND_OVER -> {
        steps.shutWhoGoes();
        steps.handOver(
            requireNonNull(route.successor(), "a route that hands over says to whom"), kinds);
        steps.delete(Move.DataRoute.HANDED_OVER);
      }
      case DELETE -> {
        steps.shutWhoGoes();
        steps.delete(Move.DataRoute.NOT_NEEDED);
      }
    }
    return steps.all;
  }

  private final class Steps {
    private final PersonRoutes person;
    private final PersonRoutes.OfAccount of;
    private final Account account;
    private final String vendor;
    private final List<Step> all = new ArrayList<>();

    Steps(PersonRoutes person, PersonRoutes.OfAccount of) {
      this.person = person;
      this.of = of;
      this.account = book.accounts().get(of.account());
      this.vendor = book.vendors().byId(account.vendor()).name();
    }

    private void add(LocalDate day, String what, MoveRequest move) {
      LocalDate due = day.isAfter(asOf) ? day : null;
      all.add(new Step(day, what, move.on(due, !all.isEmpty())));
    }

    void shut() {
      add(
          person.from(),
          "shut the sign-in at " + vendor,
          MoveRequest.ofAccount(MoveKind.SUSPEND, account.id(), null));
    }

    /** Who is away finds it open on the day they are back. */
    void openAgain() {
      int number = person.person();
      LocalDate back = book.people().get(number).until();
      boolean away = person.kind() != null && person.kind().isAway();
      if (away && back != null && back.isAfter(asOf)) {
        add(
            back,
            "open the sign-in at %s again".formatted(vendor),
            MoveRequest.ofAccount(MoveKind.BRING_BACK, account.id(), null));
      }
    }

    /** Somebody away keeps their sign-in; who is shut out already is. */
    void shutWhoGoes() {
      boolean goes = person.kind() != null && !person.kind().isAway();
      if (goes && of.clock().state() == AccountState.HELD) {
        shut();
      }
    }

    void rest(String plan) {
      String name = book.plans().byId(plan).name();
      boolean any = false;
      for (PersonRoutes.Seat seat : of.seats()) {
        int line = book.holdings().line(seat.holding());
        if (book.planOfLine(line).model() == PlanModel.NAMED) {
          String what =
              any
                  ? "take %s back".formatted(book.planOfLine(line).name())
                  : "rest %s as %s".formatted(book.planOfLine(line).name(), name);
          String holding = book.holdings().id(seat.holding());
          add(
              person.from(),
              what,
              any ? MoveRequest.takeBack(holding) : MoveRequest.rest(holding, plan));
          any = true;
        }
      }
      if (any) {
        wakeWhoComesBack();
      } else {
        add(person.from(), "hand out " + name, MoveRequest.handOut(account.id(), plan));
      }
    }

    /** Who is away finds the seat that was put to rest on the day they are back. */
    private void wakeWhoComesBack() {
      LocalDate back = book.people().get(person.person()).until();
      boolean away = person.kind() != null && person.kind().isAway();
      for (PersonRoutes.Seat seat : of.seats()) {
        Plan plan = book.planOfLine(book.holdings().line(seat.holding()));
        if (away && back != null && back.isAfter(asOf) && plan.model() == PlanModel.NAMED) {
          add(
              back,
              "wake it as %s again".formatted(plan.name()),
              MoveRequest.wake(account.id(), plan.id()));
          return;
        }
      }
    }

    void takeBack() {
      for (PersonRoutes.Seat seat : of.seats()) {
        String name = book.planOfLine(book.holdings().line(seat.holding())).name();
        add(
            person.from(),
            "take %s back".formatted(name),
            MoveRequest.takeBack(book.holdings().id(seat.holding())));
      }
    }

    void handOver(String successor, @Nullable String kinds) {
      add(
          person.from(),
          "hand %s over to %s"
              .formatted(kinds == null ? "the data" : kinds, book.people().byId(successor).name()),
          MoveRequest.handOver(account.id(), successor, kinds));
    }

    void delete(Move.DataRoute data) {
      add(
          person.from().plusDays(deleteAfter),
          "delete the account at " + vendor,
          MoveRequest.ofAccount(MoveKind.DELETE, account.id(), data));
    }
  }
}
