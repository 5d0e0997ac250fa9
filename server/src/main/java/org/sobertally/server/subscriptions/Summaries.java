package org.sobertally.server.subscriptions;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.activity.Evidence;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.agreement.Term;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.catalogue.Vendor;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.findings.Surplus;
import org.sobertally.core.ledger.Ledger;
import org.sobertally.core.ledger.Places;
import org.sobertally.core.money.Money;
import org.sobertally.core.roll.PeopleRoll;
import org.sobertally.core.slate.Cash;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.core.use.Utilisation;
import org.sobertally.server.figures.FigureCache;
import org.sobertally.server.http.MoneyDto;

/** Sums each subscription up, and all of them together. */
final class Summaries {

  private final Book book;
  private final LocalDate asOf;
  private final FigureCache figures;
  private final FigureCache.Whole whole;
  private final @Nullable BitSet people;

  /**
   * @param people numbers of those whose holdings are counted; null for everybody's. What is bought
   *     and how much of it is spare is told as it is: it is nobody's.
   */
  Summaries(Book book, LocalDate asOf, FigureCache figures, @Nullable BitSet people) {
    this.people = people;
    this.book = book;
    this.asOf = asOf;
    this.figures = figures;
    this.whole = figures.of(book, asOf);
  }

  /** How many seats of a floating pool were needed at once lately; null of any other plan. */
  private @Nullable Integer atOnce(int line) {
    return book.planOfLine(line).model() == PlanModel.FLOATING
        ? figures.poolPeak(book, book.planNumberOfLine(line), asOf)
        : null;
  }

  private Dto.What what(int line, Plan plan, Vendor vendor) {
    return new Dto.What(
        book.lines().get(line).id(),
        plan.id(),
        plan.name(),
        vendor.id(),
        vendor.name(),
        plan.model(),
        plan.rank() == null ? 0 : plan.rank(),
        tiers(plan));
  }

  Dto.Subscription subscription(int line) {
    Plan plan = book.planOfLine(line);
    Agreement agreement = book.agreementOfLine(line);
    Vendor vendor = book.vendors().get(book.vendorOfLine(line));
    Utilisation used = Utilisation.of(book, line, asOf);
    return new Dto.Subscription(
        what(line, plan, vendor),
        seats(line),
        new Dto.UtilisationDto(
            used.windowDays(), used.used(), used.of(), used.percent(), used.judgedFrom()),
        floor(agreement.floor(), used),
        new Dto.Cost(
            MoneyDto.of(book.seatPrice(line, asOf)),
            MoneyDto.of(book.yearlyCost(line, asOf)),
            MoneyDto.of(recoverableOf(line))),
        Days.date(whole.states().measureDay(book.vendorOfLine(line))),
        evidence(vendor.id()),
        dates(line, agreement),
        new Dto.SeatRules(
            book.idleLineOf(plan),
            book.openingGraceOf(plan),
            vendor.signOutFirst(),
            vendor.restDays(),
            vendor.reusable()));
  }

  private Dto.Seats seats(int line) {
    Places places = Ledger.count(book, line, asOf);
    Map<UseState, Integer> states = states(line);
    return new Dto.Seats(
        places.bought(),
        places.spare(),
        places.promised(),
        places.resting(),
        places.missing(),
        new Dto.States(
            requireNonNull(states.get(UseState.IN_USE)),
            requireNonNull(states.get(UseState.IDLE)),
            requireNonNull(states.get(UseState.NEVER_OPENED)),
            requireNonNull(states.get(UseState.UNANSWERED)),
            requireNonNull(states.get(UseState.SUSPENDED)),
            requireNonNull(states.get(UseState.LEFT)),
            requireNonNull(states.get(UseState.PARKED)),
            requireNonNull(states.get(UseState.NOT_STARTED))),
        atOnce(line),
        people == null ? surplus(line) : null,
        count(line, whole.states()::cannotSay),
        count(line, h -> whole.states().isOpen(h) && whole.states().onLeave(h)));
  }

  private Dto.Dates dates(int line, Agreement agreement) {
    Optional<LocalDate> noticeBy = agreement.noticeBy(asOf);
    return new Dto.Dates(
        agreement.nextRenewal(asOf).orElse(null),
        noticeBy.orElse(null),
        noticeBy.map(day -> (int) ChronoUnit.DAYS.between(asOf, day)).orElse(null),
        termDays(agreement),
        agreement.termOn(asOf).mayShrink(),
        Cash.stopsOn(book, line, asOf).orElse(null));
  }

  /** From when its next renewal was settled until it comes: the term's length, then a year. */
  private int termDays(Agreement agreement) {
    Term term = agreement.termOn(asOf);
    LocalDate renewal = agreement.nextRenewal(asOf).orElse(term.ends());
    boolean within = asOf.isBefore(term.ends());
    LocalDate settled = within ? term.from() : renewal.minusYears(1);
    return (int) Math.max(1, ChronoUnit.DAYS.between(settled, renewal));
  }

  private Dto.SurplusDto surplus(int line) {
    Surplus surplus = figures.surplus(book, asOf).get(line);
    return new Dto.SurplusDto(surplus.needed(), surplus.seats(), MoneyDto.of(surplus.yearly()));
  }

  private int tiers(Plan plan) {
    return plan.ladder() == null
        ? 0
        : (int)
            book.plans().all().stream()
                .filter(other -> plan.ladder().equals(other.ladder()))
                .filter(other -> plan.vendor().equals(other.vendor()))
                .filter(other -> other.model() == plan.model())
                .count();
  }

  private Map<UseState, Integer> states(int line) {
    Map<UseState, Integer> counts = new EnumMap<>(UseState.class);
    for (UseState state : UseState.values()) {
      counts.put(state, 0);
    }
    UseStates states = whole.states();
    Holdings holdings = book.holdings();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (states.isOpen(h) && isCounted(h)) {
        counts.merge(states.state(h), 1, Integer::sum);
      }
    }
    return counts;
  }

  private boolean isCounted(int holding) {
    if (people == null) {
      return true;
    }
    int person = book.personOfAccount(book.holdings().account(holding));
    return person >= 0 && people.get(person);
  }

  /**
   * What could be had back on the subscription: from those who are counted, and what lies
   * unassigned beyond need, which is nobody's.
   */
  private Money recoverableOf(int line) {
    Covers covers = whole.covers();
    if (people == null) {
      return covers.recoverableOf(line).plus(figures.surplus(book, asOf).get(line).yearly());
    }
    BigDecimal sum = BigDecimal.ZERO;
    for (int c = 0; c < covers.size(); c++) {
      for (int place = covers.start(c); place < covers.start(c + 1); place++) {
        int h = covers.holding(place);
        sum =
            book.holdings().line(h) == line && isCounted(h) ? sum.add(covers.saved(c, place)) : sum;
      }
    }
    return new Money(sum, book.rates().reportingCurrency());
  }

  private int count(int line, IntPredicate fits) {
    Holdings holdings = book.holdings();
    int count = 0;
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      count += isCounted(h) && fits.test(h) ? 1 : 0;
    }
    return count;
  }

  private static Dto.@Nullable FloorDto floor(Agreement.@Nullable Floor floor, Utilisation used) {
    if (floor == null) {
      return null;
    }
    Dto.FloorStatus status =
        used.percent() == null
            ? Dto.FloorStatus.CANNOT_SAY
            : used.below(floor.percent()) ? Dto.FloorStatus.BELOW : Dto.FloorStatus.MET;
    return new Dto.FloorDto(floor.percent(), floor.window(), floor.of(), floor.check(), status);
  }

  private Dto.EvidenceDto evidence(String vendor) {
    Evidence evidence = book.evidenceOf(vendor, asOf);
    long behind = Math.max(0, ChronoUnit.DAYS.between(evidence.to(), asOf));
    return new Dto.EvidenceDto(
        evidence.from(), evidence.to(), evidence.kind(), book.hasEvidence(vendor), (int) behind);
  }

  /** The sums of the vendor's subscriptions that are in force; null where there is none. */
  Dto.@Nullable VendorSums vendor(int vendor) {
    Money paid = Money.zero(book.rates().reportingCurrency());
    Money back = paid;
    LocalDate soonest = null;
    int lines = 0;
    int bought = 0;
    for (int line = 0; line < book.lines().size(); line++) {
      Agreement agreement = book.agreementOfLine(line);
      if (book.vendorOfLine(line) != vendor || !agreement.inForce(asOf)) {
        continue;
      }
      lines++;
      bought += book.boughtOn(line, asOf);
      paid = paid.plus(book.yearlyCost(line, asOf));
      back = back.plus(recoverableOf(line));
      LocalDate by = agreement.noticeBy(asOf).filter(day -> !day.isBefore(asOf)).orElse(soonest);
      soonest = soonest == null || by != null && by.isBefore(soonest) ? by : soonest;
    }
    if (lines == 0) {
      return null;
    }
    Vendor of = book.vendors().get(vendor);
    return new Dto.VendorSums(
        of.id(),
        of.name(),
        lines,
        bought,
        MoneyDto.of(paid.rounded()),
        MoneyDto.of(back.rounded()),
        soonest,
        soonest == null ? null : (int) ChronoUnit.DAYS.between(asOf, soonest));
  }

  Dto.Standing standing(Money kept, Money keptYearly) {
    Dto.Split split = split();
    Money paid;
    Money recoverable;
    if (people == null) {
      paid = book.yearlyCost(asOf);
      recoverable = figures.recoverable(book, asOf);
    } else {
      PeopleRoll.Total theirs = figures.roll(book, asOf).total(people);
      paid = theirs.cost();
      recoverable = theirs.recoverable();
    }
    return new Dto.Standing(
        asOf,
        MoneyDto.of(paid),
        split.inUse(),
        MoneyDto.of(recoverable),
        split.spare(),
        MoneyDto.of(kept),
        MoneyDto.of(keptYearly),
        split,
        book.lines().size() == 0,
        book.version());
  }

  /** What is paid a year, by what becomes of the seats. What nobody holds is nobody's part. */
  /** Nobody holds a pool's seats; so many of them do work all the same. */
  private int neededByPool(int line) {
    boolean pool = book.planOfLine(line).model() == PlanModel.FLOATING;
    return pool ? figures.surplus(book, asOf).get(line).needed() : 0;
  }

  private Dto.Split split() {
    Map<UseState, Money> money = new EnumMap<>(UseState.class);
    Money none = Money.zero(book.rates().reportingCurrency());
    for (UseState state : UseState.values()) {
      money.put(state, none);
    }
    Money spare = none;
    Money resting = none;
    for (int line = 0; line < book.lines().size(); line++) {
      if (!book.agreementOfLine(line).inForce(asOf)) {
        continue;
      }
      Money seat = book.seatPrice(line, asOf);
      states(line).forEach((state, n) -> money.merge(state, seat.times(n), Money::plus));
      if (people == null) {
        Places places = Ledger.count(book, line, asOf);
        int unheld = Math.max(0, places.spare());
        int needed = Math.min(neededByPool(line), unheld);
        money.merge(UseState.IN_USE, seat.times(needed), Money::plus);
        spare = spare.plus(seat.times(unheld - needed));
        resting = resting.plus(seat.times(places.resting()));
      }
    }
    return new Dto.Split(
        MoneyDto.of(requireNonNull(money.get(UseState.IN_USE))),
        MoneyDto.of(requireNonNull(money.get(UseState.IDLE))),
        MoneyDto.of(requireNonNull(money.get(UseState.NEVER_OPENED))),
        MoneyDto.of(requireNonNull(money.get(UseState.UNANSWERED))),
        MoneyDto.of(requireNonNull(money.get(UseState.SUSPENDED))),
        MoneyDto.of(requireNonNull(money.get(UseState.LEFT))),
        MoneyDto.of(requireNonNull(money.get(UseState.PARKED))),
        MoneyDto.of(requireNonNull(money.get(UseState.NOT_STARTED))),
        MoneyDto.of(resting),
        MoneyDto.of(spare));
  }
}
