package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.MoneyStops;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.leaver.Route.Kind;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * The ways to deal with the accounts of people who leave or are away, worked out side by side: what
 * becomes of the data and when, what each costs over a horizon, and which is the cheapest that
 * keeps the data as long as it must be kept.
 */
public final class Routes {

  private final Book book;
  private final LocalDate asOf;
  private final int horizon;
  private final Set<String> queued;
  private final VendorRules rules;
  private final VendorPlans plans;
  private final Successors successors;
  private final DataDuties duties;

  private Routes(Book book, LocalDate asOf, int horizon, Set<String> queued) {
    this.book = book;
    this.asOf = asOf;
    this.horizon = horizon;
    this.queued = Set.copyOf(queued);
    this.rules = VendorRules.of(book);
    this.plans = new VendorPlans(book, asOf);
    this.successors = new Successors(book, asOf);
    this.duties = DataDuties.of(book, asOf);
  }

  /**
   * @param horizon over how many days costs are added up; empty for the house rule
   * @param queued the plans for which somebody waits: a seat of theirs that comes free costs
   *     nothing any more
   */
  public static Routes of(Book book, LocalDate asOf, OptionalInt horizon, Set<String> queued) {
    return new Routes(book, asOf, horizon.orElse(book.rules().leaverHorizon()), queued);
  }

  public VendorRules rules() {
    return rules;
  }

  /**
   * The person's accounts that are a concern, with their routes.
   *
   * @param vendor only the account at that vendor; empty for all
   */
  public PersonRoutes of(int person, OptionalInt vendor) {
    return of(person, vendor, Map.of());
  }

  /**
   * The same with successors that somebody chose, who can take the data over.
   *
   * @param successorOf by account the person, both by their numbers
   */
  public PersonRoutes of(int person, OptionalInt vendor, Map<Integer, Integer> successorOf) {
    Person who = book.people().get(person);
    LeaverKind kind = LeaverKind.of(book, person, asOf).orElse(null);
    LocalDate leaves = who.leaves();
    LocalDate from = leaves == null || leaves.isBefore(asOf) ? asOf : leaves.plusDays(1);
    LocalDate back = kind != null && kind.isAway() ? who.until() : null;
    LocalDate until = back != null && back.isAfter(from) ? back : from.plusDays(horizon);
    LocalDate duty = dutyUntil(person);
    PersonRoutes empty = new PersonRoutes(person, kind, from, until, duty, List.of());
    List<PersonRoutes.OfAccount> accounts = new ArrayList<>();
    for (int account : book.accountsOf(person)) {
      if (vendor.isEmpty() || vendor.getAsInt() == book.vendorOfAccount(account)) {
        Integer chosen = successorOf.get(account);
        ofAccount(account, empty, chosen == null ? OptionalInt.empty() : OptionalInt.of(chosen))
            .ifPresent(accounts::add);
      }
    }
    return new PersonRoutes(person, kind, from, until, duty, List.copyOf(accounts));
  }

  /**
   * Until when the data of a leaver must be kept, that day not included; null without a duty, or
   * for somebody who has not left.
   */
  public @Nullable LocalDate dutyUntil(int person) {
    LeaverKind kind = LeaverKind.of(book, person, asOf).orElse(null);
    LocalDate leftOn = kind == null ? null : kind.leftOn(book.people().get(person), asOf);
    int retention = duties.retentionOf(person);
    return retention == 0 || leftOn == null ? null : leftOn.plusDays(retention);
  }

  private Optional<PersonRoutes.OfAccount> ofAccount(
      int account, PersonRoutes person, OptionalInt chosen) {
    AccountClock clock = AccountClock.of(book, account, asOf).orElse(null);
    if (clock == null) {
      return Optional.empty();
    }
    LocalDate since = clock.since() == null ? asOf : clock.since();
    List<Segment> timeline = rules.timeline(book.vendorOfAccount(account), clock.state(), since);
    Segment now = VendorRules.on(timeline, asOf);
    if (now != null && now.isGone()) {
      return Optional.empty();
    }
    OneAccount one = new OneAccount(account, clock, timeline, person, chosen);
    return Optional.of(
        new PersonRoutes.OfAccount(
            account,
            clock,
            book.accounts().get(account).storedGb(),
            one.seats,
            timeline,
            clock.state() == AccountState.DELETED ? List.of() : one.routes()));
  }

  /** One account, with each way to deal with it. */
  private final class OneAccount {
    private final int account;
    private final int vendor;
    private final AccountState state;
    private final List<Segment> asItIs;
    private final PersonRoutes person;
    private final @Nullable BigDecimal stored;
    private final BigDecimal gb;
    private final boolean away;
    private final LocalDate from;
    private final LocalDate until;
    private final OptionalInt successor;
    final List<PersonRoutes.Seat> seats = new ArrayList<>();

    OneAccount(
        int account,
        AccountClock clock,
        List<Segment> asItIs,
        PersonRoutes person,
        OptionalInt chosen) {
      this.account = account;
      this.vendor = book.vendorOfAccount(account);
      this.state = clock.state();
      this.asItIs = asItIs;
      this.person = person;
      this.stored = book.accounts().get(account).storedGb();
      this.gb = stored == null ? BigDecimal.ZERO : stored;
      this.away = person.kind() != null && person.kind().isAway();
      this.from = person.from();
      this.until = person.until();
      this.successor = chosen.isPresent() ? chosen : successors.usual(person.person(), vendor);
      Holdings holdings = book.holdings();
      int today = Days.of(asOf);
      for (int h : holdings.ofAccount(account)) {
        PlanModel model = book.planOfLine(holdings.line(h)).model();
        if (holdings.openOn(h, today) && (model == PlanModel.NAMED || model == PlanModel.RESTING)) {
          int line = holdings.line(h);
          LocalDate stops = MoneyStops.of(book.agreementOfLine(line), asOf, from).orElse(null);
          seats.add(new PersonRoutes.Seat(h, book.seatPrice(line, asOf), stops));
        }
      }
    }

    private boolean seatIsHeld() {
      return state == AccountState.HELD || state == AccountState.SUSPENDED;
    }

    List<Route> routes() {
      List<Route> routes = new ArrayList<>();
      routes.add(route(Kind.KEEP, asItIs, true));
      if (state == AccountState.HELD) {
        routes.add(route(Kind.SUSPEND, begun(AccountState.SUSPENDED), true));
      }
      if (state != AccountState.RESTING && plans.resting(vendor) != null) {
        routes.add(route(Kind.REST, begun(AccountState.RESTING), false));
      }
      if (state != AccountState.TAKEN_BACK) {
        routes.add(route(Kind.TAKE_BACK, begun(AccountState.TAKEN_BACK), false));
      }
      if (successor.isPresent()) {
        routes.add(route(Kind.HAND_OVER, begun(AccountState.DELETED), false));
      }
      routes.add(route(Kind.DELETE, begun(AccountState.DELETED), false));
      return person.kind() == null ? routes : withRecommended(routes);
    }

    private List<Segment> begun(AccountState next) {
      return rules.timeline(vendor, next, from);
    }

    private Route route(Kind kind, List<Segment> timeline, boolean seatStays) {
      List<Segment> segments = VendorRules.within(timeline, from, until);
      LocalDate lost = VendorRules.lostOn(timeline).orElse(null);
      boolean deletes = kind == Kind.DELETE || kind == Kind.HAND_OVER;
      Integer restore = book.vendors().get(vendor).restoreDays();
      LocalDate lostOn = kind == Kind.HAND_OVER ? null : lost;
      LocalDate oneWay = deletes ? from.plusDays(restore == null ? 0 : restore) : lostOn;
      VendorPlans.Priced resting = kind == Kind.REST ? plans.resting(vendor) : null;
      Room room = kind == Kind.HAND_OVER ? room() : Room.ENOUGH;
      RouteCost cost =
          new RouteCost(
              seatDays(seatStays),
              paid(resting),
              dataDays(segments),
              paid(room.addon()),
              book.rates().reportingCurrency());
      return new Route(
          kind,
          resting == null ? null : resting.plan().id(),
          kind == Kind.HAND_OVER ? book.people().get(successor.orElseThrow()).id() : null,
          room.addon() == null ? null : room.addon().plan().id(),
          cost,
          lostOn,
          oneWay,
          met(kind, timeline, lostOn),
          false,
          warnings(kind, segments, lostOn, oneWay, room),
          List.copyOf(segments));
    }

    private List<Route.Warning> warnings(
        Kind kind,
        List<Segment> segments,
        @Nullable LocalDate lostOn,
        @Nullable LocalDate oneWay,
        Room room) {
      List<Route.Warning> warnings = new ArrayList<>();
      if (lostOn != null) {
        warnings.add(Route.Warning.DATA_LOST);
      }
      if (oneWay != null) {
        warnings.add(Route.Warning.ONE_WAY);
      }
      if (!room.enough()) {
        warnings.add(Route.Warning.NO_ROOM);
      }
      if (segments.stream().anyMatch(segment -> !segment.known())) {
        warnings.add(Route.Warning.NO_RULE_KNOWN);
      }
      if (stored == null && !away) {
        warnings.add(Route.Warning.STORED_UNKNOWN);
      }
      if (!away && leavesTheDoorOpen(kind)) {
        warnings.add(Route.Warning.STILL_SIGNS_IN);
      }
      if (kind == Kind.SUSPEND || kind == Kind.KEEP && seatIsHeld()) {
        warnings.add(Route.Warning.SEAT_STAYS_PAID);
      }
      return List.copyOf(warnings);
    }

    private BigDecimal paid(VendorPlans.@Nullable Priced plan) {
      return plan == null ? BigDecimal.ZERO : RouteCost.over(plan.yearly(), from, until);
    }

    private BigDecimal dataDays(List<Segment> segments) {
      BigDecimal sum = BigDecimal.ZERO;
      for (Segment segment : segments) {
        LocalDate end = segment.until() == null ? until : segment.until();
        sum = sum.add(RouteCost.over(segment.yearly(gb), segment.from(), end));
      }
      return sum;
    }

    /** A seat that comes free is paid until its money stops, or not at all where somebody waits. */
    private BigDecimal seatDays(boolean stays) {
      BigDecimal sum = BigDecimal.ZERO;
      for (PersonRoutes.Seat seat : seats) {
        String plan = book.planOfLine(book.holdings().line(seat.holding())).id();
        LocalDate stops = seat.moneyStops();
        LocalDate end = stays || stops == null || stops.isAfter(until) ? until : stops;
        if (stays || !queued.contains(plan)) {
          sum = sum.add(RouteCost.over(seat.unitYearly().amount(), from, end));
        }
      }
      return sum;
    }

    private @Nullable Boolean met(Kind kind, List<Segment> timeline, @Nullable LocalDate lostOn) {
      boolean deletes = kind == Kind.DELETE || kind == Kind.HAND_OVER;
      LocalDate back = book.people().get(person.person()).until();
      LocalDate needed = away ? back : person.dutyUntil();
      if (away) {
        if (deletes || lostOn != null && (needed == null || lostOn.isBefore(needed))) {
          return Boolean.FALSE;
        }
      } else {
        if (needed == null) {
          return Boolean.TRUE;
        }
        if (kind == Kind.HAND_OVER) {
          return null;
        }
        if (lostOn != null && lostOn.isBefore(needed)) {
          return Boolean.FALSE;
        }
      }
      return cannotSay(kind, timeline, needed) ? null : Boolean.TRUE;
    }

    /** Nobody knows what becomes of a seat taken back, and there is something to lose. */
    private boolean cannotSay(Kind kind, List<Segment> timeline, @Nullable LocalDate needed) {
      boolean takenBack =
          kind == Kind.TAKE_BACK || kind == Kind.KEEP && state == AccountState.TAKEN_BACK;
      boolean nothing = stored == null ? away : stored.signum() == 0;
      return takenBack
          && !nothing
          && timeline.stream()
              .filter(segment -> segment.until() == null || segment.until().isAfter(from))
              .filter(segment -> needed == null || segment.from().isBefore(needed))
              .anyMatch(segment -> !segment.known());
    }

    /**
     * @param addon what must be had besides; null for nothing
     */
    private record Room(boolean enough, VendorPlans.@Nullable Priced addon) {
      static final Room ENOUGH = new Room(true, null);
    }

    /** Whether the successor has room, or what would make it. */
    private Room room() {
      BigDecimal missing = successors.missingRoom(account, successor.orElseThrow());
      if (missing.signum() == 0) {
        return Room.ENOUGH;
      }
      return plans
          .roomFor(vendor, missing)
          .map(addon -> new Room(true, addon))
          .orElseGet(() -> new Room(false, null));
    }

    private List<Route> withRecommended(List<Route> routes) {
      List<Route> fit = routes.stream().filter(this::mayBeRecommended).toList();
      if (!away) {
        // Whoever is gone signs in no more: a way that leaves that open is no recommendation.
        fit = fit.stream().filter(route -> !leavesTheDoorOpen(route.kind())).toList();
      }
      boolean left = person.kind() == LeaverKind.LEFT;
      if (left && seatIsHeld()) {
        List<Route> freeing =
            fit.stream()
                .filter(route -> route.kind() != Kind.KEEP && route.kind() != Kind.SUSPEND)
                .toList();
        if (freeing.stream().anyMatch(route -> Boolean.TRUE.equals(route.met()))) {
          fit = freeing;
        }
      }
      Route best = cheapest(fit, Boolean.TRUE);
      Route chosen = best == null ? cheapest(fit, null) : best;
      return routes.stream().map(r -> r == chosen ? r.asRecommended() : r).toList();
    }

    /** Whether the holder can sign in as before: nothing is changed, and nothing was shut. */
    private boolean leavesTheDoorOpen(Kind kind) {
      return kind == Kind.KEEP && state == AccountState.HELD;
    }

    private boolean mayBeRecommended(Route route) {
      if (route.kind() == Kind.DELETE) {
        return stored != null && stored.signum() == 0;
      }
      return !route.warnings().contains(Route.Warning.NO_ROOM);
    }
  }

  /** By cost; of equal ones one that loses nothing, then in the order of the kinds. */
  private static @Nullable Route cheapest(List<Route> routes, @Nullable Boolean met) {
    Route best = null;
    for (Route route : routes) {
      boolean fits = met == null ? route.met() == null : met.equals(route.met());
      if (fits && (best == null || isBetter(route, best))) {
        best = route;
      }
    }
    return best;
  }

  private static boolean isBetter(Route route, Route best) {
    int order = route.cost().totalDays().compareTo(best.cost().totalDays());
    if (order != 0) {
      return order < 0;
    }
    return route.lostOn() == null && best.lostOn() != null
        || (route.lostOn() == null) == (best.lostOn() == null)
            && route.kind().compareTo(best.kind()) < 0;
  }
}
