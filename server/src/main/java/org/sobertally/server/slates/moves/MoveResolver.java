package org.sobertally.server.slates.moves;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.time.Days;
import org.sobertally.server.http.Params;

/** Finds out what exactly a request means: which account, which subscription, which seat. */
public final class MoveResolver {

  private final MoveTypes types;
  final Book book;
  final LocalDate today;
  private final Predicate<String> sees;
  private final Map<String, String> lineOfPlan = new HashMap<>();
  private final List<FieldFault> faults = new ArrayList<>();

  /** For somebody who may know of everybody. */
  public MoveResolver(MoveTypes types, Book book, LocalDate today) {
    this(types, book, today, person -> true);
  }

  /**
   * @param sees whether the asker may know of the person (null: of an account without one); whoever
   *     they may not know of is answered for as if they were not there
   */
  public MoveResolver(MoveTypes types, Book book, LocalDate today, Predicate<String> sees) {
    this.types = types;
    this.book = book;
    this.today = today;
    this.sees = sees;
  }

  boolean isPerson(String id) {
    return book.people().has(id) && sees.test(id);
  }

  boolean isAccount(String id) {
    return book.accounts().has(id) && sees.test(book.accounts().byId(id).person());
  }

  /** What was wrong with the requests so far. */
  public List<FieldFault> faults() {
    return faults;
  }

  /** The move, without its place on a slate; or null, and then {@link #faults} says why. */
  public @Nullable SlateMove resolve(MoveRequest request) {
    SlateMove move = new SlateMove();
    move.kind = request.kind();
    return step(request, move) && types.of(move).resolve(request, this, move) ? move : null;
  }

  /** On which day it is made, and after what. */
  private boolean step(MoveRequest request, SlateMove move) {
    LocalDate due = Params.day("due", request.due()).orElse(null);
    if (due != null && due.isBefore(today)) {
      return fault("due", request.due(), "That day has passed. Choose a later one, or none.");
    }
    move.due = due != null && due.isAfter(today) ? due : null;
    move.waits = Boolean.TRUE.equals(request.waits());
    return true;
  }

  /** Writes the fault down; false, as what could not be resolved is. */
  boolean fault(String field, @Nullable String value, String message) {
    faults.add(new FieldFault(field, value, message));
    return false;
  }

  /** The seat that is named, or the only one of the plan that a person holds. */
  boolean seat(MoveRequest request, SlateMove move) {
    String id = request.holding();
    if (id == null && request.person() != null && request.kind() == MoveKind.TAKE_BACK) {
      id = onlySeat(request.person(), request.plan());
      if (id == null) {
        return false;
      }
    }
    if (id == null) {
      return fault("holding", null, "Name the seat: the id of a holding.");
    }
    int number = book.holdings().numberOf(id);
    Holding holding = number < 0 ? null : book.holding(number);
    if (holding == null || !isAccount(holding.account())) {
      return fault("holding", id, "There is no holding of this id.");
    }
    move.holding = holding.id();
    move.account = holding.account();
    move.person = book.accounts().byId(holding.account()).person();
    line(move, holding.line());
    return true;
  }

  /** The one seat of the plan that the person holds. */
  private @Nullable String onlySeat(String person, @Nullable String plan) {
    if (!isPerson(person)) {
      fault("person", person, "There is no person of this id.");
      return null;
    }
    List<String> held = new ArrayList<>();
    for (int a : book.accountsOf(book.people().require(person))) {
      for (int h : book.holdings().ofAccount(a)) {
        boolean ofPlan = book.planOfLine(book.holdings().line(h)).id().equals(plan);
        if (ofPlan && book.holdings().openOn(h, Days.of(today))) {
          held.add(book.holdings().id(h));
        }
      }
    }
    if (held.size() == 1) {
      return held.get(0);
    }
    String name = book.people().byId(person).name();
    fault(
        "person",
        person,
        held.isEmpty()
            ? "%s holds no seat of that plan.".formatted(name)
            : "%s holds %d seats of that plan. Name one.".formatted(name, held.size()));
    return null;
  }

  /** What is known of the subscription, written on the move. */
  void line(SlateMove move, String line) {
    move.line = line;
    move.plan = book.lines().byId(line).plan();
    move.vendor = book.plans().byId(move.plan).vendor();
  }

  /** A subscription in force to a plan of the vendor that rests; null where there is none. */
  @Nullable String restingLine(String vendor) {
    for (var plan : book.plans().all()) {
      if (plan.vendor().equals(vendor) && plan.model() == PlanModel.RESTING) {
        String line = lineOf(plan.id());
        if (line != null) {
          return line;
        }
      }
    }
    fault("plan", null, "%s sells no plan that rests.".formatted(vendor));
    return null;
  }

  /** The subscription that is named, or the fittest of the plan that is; null for neither. */
  @Nullable String lineAsked(MoveRequest request) {
    if (request.line() != null) {
      if (!book.lines().has(request.line())) {
        fault("line", request.line(), "There is no subscription of this id.");
        return null;
      }
      return request.line();
    }
    if (request.plan() == null) {
      fault("plan", null, "Name the plan.");
      return null;
    }
    if (!book.plans().has(request.plan())) {
      fault("plan", request.plan(), "There is no plan of this id.");
      return null;
    }
    String line = lineOf(request.plan());
    if (line == null) {
      fault("plan", request.plan(), "No subscription to it is in force.");
    }
    return line;
  }

  /** Of the plan's subscriptions in force the one with the most spare seats. */
  private String lineOf(String plan) {
    return lineOfPlan.computeIfAbsent(
        plan,
        id -> {
          String best = null;
          int most = Integer.MIN_VALUE;
          for (int line = 0; line < book.lines().size(); line++) {
            if (book.planOfLine(line).id().equals(id)
                && book.agreementOfLine(line).inForce(today)) {
              int spare = Ledger.count(book, line, today).spare();
              if (spare > most) {
                most = spare;
                best = book.lines().get(line).id();
              }
            }
          }
          return best;
        });
  }

  /** The person's account at the vendor, one that is not deleted first; null for none. */
  @Nullable String accountOf(String person, String vendor) {
    String found = null;
    for (int a : book.accountsOf(book.people().require(person))) {
      Account account = book.accounts().get(a);
      boolean deleted = account.stateOn(today) == Account.State.DELETED;
      if (account.vendor().equals(vendor) && (found == null || !deleted)) {
        found = account.id();
      }
    }
    return found;
  }

  /** The account that is named, and how many seats it holds. */
  boolean login(MoveRequest request, SlateMove move) {
    if (request.account() == null) {
      return fault("account", null, "Name the account.");
    }
    if (!isAccount(request.account())) {
      return fault("account", request.account(), "There is no account of this id.");
    }
    Account account = book.accounts().byId(request.account());
    move.account = account.id();
    move.person = account.person();
    move.vendor = account.vendor();
    int seats = 0;
    for (int h : book.holdings().ofAccount(book.accounts().require(account.id()))) {
      seats += book.holdings().openOn(h, Days.of(today)) ? 1 : 0;
    }
    move.seatsHeld = seats;
    return true;
  }

  /** A subscription and how many seats of it. */
  boolean quantity(MoveRequest request, SlateMove move) {
    String line = lineAsked(request);
    if (line == null) {
      return false;
    }
    if (request.seats() == null || request.seats() < 1) {
      return fault("seats", String.valueOf(request.seats()), "Say how many seats: one at least.");
    }
    line(move, line);
    move.seats = request.seats();
    return true;
  }
}
