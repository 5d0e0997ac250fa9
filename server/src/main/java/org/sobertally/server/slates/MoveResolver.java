package org.sobertally.server.slates;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holding;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.people.Account;
import org.sobertally.core.slate.MoveKind;
import org.sobertally.core.time.Days;
import org.sobertally.server.http.Params;
import org.sobertally.server.slates.SlateService.FieldFault;

/** Finds out what exactly a request means: which account, which subscription, which seat. */
final class MoveResolver {

  private final Book book;
  private final LocalDate today;
  private final Predicate<String> sees;
  private final Map<String, String> lineOfPlan = new HashMap<>();
  private final List<FieldFault> faults = new ArrayList<>();

  MoveResolver(Book book, LocalDate today) {
    this(book, today, person -> true);
  }

  /**
   * @param sees whether the asker may know of the person (null: of an account without one); whoever
   *     they may not know of is answered for as if they were not there
   */
  MoveResolver(Book book, LocalDate today, Predicate<String> sees) {
    this.book = book;
    this.today = today;
    this.sees = sees;
  }

  private boolean isPerson(String id) {
    return book.people().has(id) && sees.test(id);
  }

  private boolean isAccount(String id) {
    return book.accounts().has(id) && sees.test(book.accounts().byId(id).person());
  }

  /** What was wrong with the requests so far. */
  List<FieldFault> faults() {
    return faults;
  }

  /** The move, without its place on a slate; or null, and then {@link #faults} says why. */
  SlateMove resolve(MoveRequest request) {
    SlateMove move = new SlateMove();
    move.kind = request.kind();
    boolean understood =
        switch (request.kind()) {
          case TAKE_BACK -> seat(request, move);
          case KEEP -> seat(request, move) && keep(request, move);
          case STEP_DOWN, STEP_UP, SWAP, REST, WAKE -> seat(request, move) && target(request, move);
          case HAND_OUT -> handOut(request, move);
          case SUSPEND, BRING_BACK, DELETE -> login(request, move);
          case GIVE_BACK, BUY_MORE -> quantity(request, move);
          case PUT_RIGHT -> putRight(request, move);
        };
    return understood ? move : null;
  }

  private boolean fault(String field, String value, String message) {
    faults.add(new FieldFault(field, value, message));
    return false;
  }

  private boolean seat(MoveRequest request, SlateMove move) {
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
  private String onlySeat(String person, String plan) {
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

  private void line(SlateMove move, String line) {
    move.line = line;
    move.plan = book.lines().byId(line).plan();
    move.vendor = book.plans().byId(move.plan).vendor();
  }

  private boolean keep(MoveRequest request, SlateMove move) {
    move.keepReason = request.reason();
    move.keepUntil = Params.day("until", request.until()).orElse(null);
    return true;
  }

  /** What is asked for by one name may turn out to be another move, which is then said. */
  private boolean target(MoveRequest request, SlateMove move) {
    String line =
        request.kind() == MoveKind.REST && request.plan() == null && request.line() == null
            ? restingLine(move.vendor)
            : lineAsked(request);
    if (line == null) {
      return false;
    }
    move.toLine = line;
    String plan = book.lines().byId(line).plan();
    MoveKind is = MoveKind.between(book.plans().byId(move.plan), book.plans().byId(plan));
    if (is != request.kind() && request.kind() != MoveKind.SWAP) {
      return fault(
          "kind",
          request.kind().name(),
          "From %s to %s is a %s."
              .formatted(
                  book.plans().byId(move.plan).name(), book.plans().byId(plan).name(), is.words()));
    }
    move.kind = is;
    return true;
  }

  private String restingLine(String vendor) {
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

  private String lineAsked(MoveRequest request) {
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

  private boolean handOut(MoveRequest request, SlateMove move) {
    String line = lineAsked(request);
    if (line == null) {
      return false;
    }
    line(move, line);
    if (book.plans().byId(move.plan).model() == PlanModel.FLOATING) {
      return fault("plan", move.plan, "Nobody holds a seat of a pool. Set one aside there.");
    }
    if (request.rule() != null) {
      boolean fits =
          book.standingRules().stream()
              .anyMatch(rule -> rule.id().equals(request.rule()) && rule.plan().equals(move.plan));
      if (!fits) {
        return fault("rule", request.rule(), "There is no such rule for this plan.");
      }
      move.method = Holding.Method.RULE;
    }
    if (request.account() != null) {
      if (!isAccount(request.account())) {
        return fault("account", request.account(), "There is no account of this id.");
      }
      move.account = request.account();
      move.person = book.accounts().byId(request.account()).person();
      return true;
    }
    if (request.person() == null) {
      return fault("person", null, "Name a person or an account.");
    }
    if (!isPerson(request.person())) {
      return fault("person", request.person(), "There is no person of this id.");
    }
    move.person = request.person();
    move.account = accountOf(request.person(), move.vendor);
    move.newAccount = move.account == null;
    return true;
  }

  /** The person's account at the vendor, one that is not deleted first; null for none. */
  private String accountOf(String person, String vendor) {
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

  private boolean login(MoveRequest request, SlateMove move) {
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
    move.data = request.data();
    int seats = 0;
    for (int h : book.holdings().ofAccount(book.accounts().require(account.id()))) {
      seats += book.holdings().openOn(h, Days.of(today)) ? 1 : 0;
    }
    move.seats = seats;
    return true;
  }

  private boolean quantity(MoveRequest request, SlateMove move) {
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

  /** What the book says of the account and the plan is what the vendor is to show. */
  private boolean putRight(MoveRequest request, SlateMove move) {
    if (request.account() == null || request.plan() == null) {
      return fault("account", request.account(), "Name the account and the plan.");
    }
    if (!book.plans().has(request.plan())) {
      return fault("plan", request.plan(), "There is no plan of this id.");
    }
    move.account = request.account();
    move.plan = request.plan();
    move.vendor = book.plans().byId(request.plan()).vendor();
    move.seats = 0;
    if (book.accounts().has(request.account())) {
      move.person = book.accounts().byId(request.account()).person();
      for (int h : book.holdings().ofAccount(book.accounts().require(request.account()))) {
        boolean ofPlan = book.planOfLine(book.holdings().line(h)).id().equals(request.plan());
        move.seats += ofPlan && book.holdings().openOn(h, Days.of(today)) ? 1 : 0;
      }
    }
    return true;
  }
}
