package org.sobertally.server.leavers;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.leaver.PersonRoutes;
import org.sobertally.core.leaver.Route;
import org.sobertally.core.leaver.Segment;
import org.sobertally.core.leaver.VendorRules;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.slates.BlockedSeats;

/** Leavers and their routes as they are told outside. */
final class LeaverViews {

  private final Book book;
  private final LocalDate asOf;

  LeaverViews(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
  }

  /** A row for each account of the leaver. */
  List<LeaverDto.Row> rows(PersonRoutes leaver) {
    return leaver.accounts().stream().map(one -> row(leaver, one)).toList();
  }

  private LeaverDto.Row row(PersonRoutes leaver, PersonRoutes.OfAccount one) {
    Person person = book.people().get(leaver.person());
    LeaverKind kind = kind(leaver);
    Account account = book.accounts().get(one.account());
    LocalDate lost = VendorRules.lostOn(one.timeline()).orElse(null);
    LocalDate used = lastUsed(one.account());
    LocalDate leftOn = kind.leftOn(person, asOf);
    boolean gone = kind == LeaverKind.LEFT || leftOn != null && leftOn.isBefore(asOf);
    return new LeaverDto.Row(
        new LeaverDto.Who(
            person.id(), person.name(), kind, leftOn, kind.isAway() ? person.until() : null),
        new LeaverDto.Account(
            account.id(),
            account.vendor(),
            one.clock().state(),
            one.clock().since(),
            one.storedGb()),
        stage(leaver, one, lost),
        worth(one),
        book.vendors().byId(account.vendor()).name(),
        person.department(),
        used,
        gone && used != null && leftOn != null && used.isAfter(leftOn),
        nextDay(one, lost));
  }

  private LeaverDto.Stage stage(
      PersonRoutes leaver, PersonRoutes.OfAccount one, @Nullable LocalDate lost) {
    Segment now = VendorRules.on(one.timeline(), asOf);
    return new LeaverDto.Stage(
        SegmentWords.stage(now),
        SegmentWords.stageName(now),
        now == null ? null : now.reach(),
        lost,
        leaver.dutyUntil());
  }

  private LeaverDto.Worth worth(PersonRoutes.OfAccount one) {
    Optional<Route> recommended = one.recommended();
    return new LeaverDto.Worth(
        MoneyDto.of(seatYearly(one)),
        recommended.map(Route::kind).orElse(null),
        recommended.map(route -> MoneyDto.of(route.cost().total())).orElse(null));
  }

  /** All that the leaver leaves behind, in a row. */
  LeaverDto.PersonRow personRow(PersonRoutes leaver, BlockedSeats.Today now) {
    Person person = book.people().get(leaver.person());
    List<LeaverDto.Row> rows = rows(leaver);
    Next next = next(leaver, person);
    return new LeaverDto.PersonRow(
        new LeaverDto.Leaving(
            person.id(),
            person.name(),
            kind(leaver),
            person.department(),
            kind(leaver).leftOn(person, asOf),
            kind(leaver).isAway() ? person.until() : null),
        all(leaver, rows.stream().map(LeaverDto.Row::vendorName).distinct().toList()),
        rows.stream().anyMatch(LeaverDto.Row::signsInStill),
        next.day(),
        next.what(),
        rows.stream().map(row -> row.lies().account()).toList(),
        isUnderWay(leaver, now));
  }

  /** Whether a slate that was sent is about each of the leaver's accounts. */
  boolean isUnderWay(PersonRoutes leaver, BlockedSeats.Today now) {
    return !leaver.accounts().isEmpty()
        && leaver.accounts().stream()
            .allMatch(one -> now.isUnderWay(book.accounts().get(one.account()).id()));
  }

  /** The sums over all the leaver's accounts. */
  private LeaverDto.All all(PersonRoutes leaver, List<String> vendors) {
    Money asItIs = Money.zero(book.rates().reportingCurrency());
    Money recommended = asItIs;
    BigDecimal gb = null;
    int holding = 0;
    for (PersonRoutes.OfAccount one : leaver.accounts()) {
      Optional<Route> keep = one.route(Route.Kind.KEEP);
      asItIs = keep.isEmpty() ? asItIs : asItIs.plus(keep.get().cost().total());
      Optional<Route> best = one.recommended().or(() -> keep);
      recommended = best.isEmpty() ? recommended : recommended.plus(best.get().cost().total());
      gb = one.storedGb() == null ? gb : gb == null ? one.storedGb() : gb.add(one.storedGb());
      holding += one.seats().isEmpty() ? 0 : 1;
    }
    return new LeaverDto.All(
        leaver.accounts().size(),
        holding,
        vendors,
        MoneyDto.of(seatYearly(leaver)),
        gb,
        MoneyDto.of(asItIs),
        MoneyDto.of(recommended),
        leaver.dutyUntil());
  }

  private record Next(@Nullable LocalDate day, @Nullable String what) {
    static final Next NEVER = new Next(null, null);

    Next or(@Nullable LocalDate other, String words) {
      return other != null && (day == null || other.isBefore(day)) ? new Next(other, words) : this;
    }
  }

  /** Only who leaves or is away has a way out to be shown. */
  private static LeaverKind kind(PersonRoutes leaver) {
    return requireNonNull(leaver.kind());
  }

  private Next next(PersonRoutes leaver, Person person) {
    Next next = Next.NEVER;
    LocalDate leaves = person.leaves();
    if (leaver.kind() == LeaverKind.LEAVING && leaves != null && !leaves.isBefore(asOf)) {
      next = next.or(leaves, "last day");
    }
    if (kind(leaver).isAway() && person.until() != null && person.until().isAfter(asOf)) {
      next = next.or(person.until(), "back");
    }
    for (PersonRoutes.OfAccount one : leaver.accounts()) {
      if (!kind(leaver).isAway()) {
        next = money(next, one);
      }
      for (Segment segment : one.timeline()) {
        if (segment.from().isAfter(asOf)) {
          next =
              next.or(
                  segment.from(), segment.isGone() ? "data gone" : SegmentWords.nameOf(segment));
          break;
        }
      }
    }
    return next;
  }

  /**
   * The last day on which notice stops the money of a seat, or the day on which it stops anyway.
   */
  private Next money(Next before, PersonRoutes.OfAccount one) {
    Next next = before;
    for (PersonRoutes.Seat seat : one.seats()) {
      LocalDate stops = seat.moneyStops();
      if (stops != null && stops.isAfter(asOf)) {
        int line = book.holdings().line(seat.holding());
        var agreement = book.agreementOfLine(line);
        LocalDate notice = agreement.noticeFor(stops);
        boolean atRenewal = agreement.termOn(asOf).mayShrink() == Agreement.MayShrink.AT_RENEWAL;
        String vendor = book.vendors().get(book.vendorOfLine(line)).name();
        next =
            atRenewal && !notice.isBefore(asOf)
                ? next.or(notice, "notice at " + vendor)
                : next.or(stops, "a bill of " + vendor);
      }
    }
    return next;
  }

  /** The next day on which data passes, is lost, or a seat of one who goes is still paid. */
  private @Nullable LocalDate nextDay(PersonRoutes.OfAccount one, @Nullable LocalDate lost) {
    for (Segment segment : one.timeline()) {
      if (segment.from().isAfter(asOf)) {
        return segment.from();
      }
    }
    return lost != null && lost.isAfter(asOf) ? lost : null;
  }

  private @Nullable LocalDate lastUsed(int account) {
    int until =
        Days.of(book.evidenceOf(book.accounts().get(account).vendor(), asOf).measureDay(asOf));
    int last = book.activity().lastUse(account, ~0L, 0, until);
    return last == Days.NONE ? null : Days.known(last);
  }

  /** What all their seats cost a year. */
  Money seatYearly(PersonRoutes leaver) {
    Money sum = Money.zero(book.rates().reportingCurrency());
    for (PersonRoutes.OfAccount one : leaver.accounts()) {
      sum = sum.plus(seatYearly(one));
    }
    return sum;
  }

  private Money seatYearly(PersonRoutes.OfAccount one) {
    Money sum = Money.zero(book.rates().reportingCurrency());
    for (PersonRoutes.Seat seat : one.seats()) {
      sum = sum.plus(seat.unitYearly());
    }
    return sum;
  }

  LeaverDto.OfPerson person(PersonRoutes routes) {
    Person person = book.people().get(routes.person());
    return new LeaverDto.OfPerson(
        person.id(),
        routes.kind(),
        routes.from(),
        routes.until(),
        routes.dutyUntil(),
        routes.accounts().stream().map(one -> account(one, routes)).toList(),
        person.name());
  }

  private LeaverDto.OfAccount account(PersonRoutes.OfAccount one, PersonRoutes routes) {
    Account account = book.accounts().get(one.account());
    return new LeaverDto.OfAccount(
        account.id(),
        account.vendor(),
        one.clock().state(),
        one.clock().since(),
        one.storedGb(),
        one.seats().stream().map(this::seat).toList(),
        one.routes().stream().map(route -> route(route, one, routes.until())).toList(),
        book.vendors().byId(account.vendor()).name());
  }

  private LeaverDto.Seat seat(PersonRoutes.Seat seat) {
    int line = book.holdings().line(seat.holding());
    return new LeaverDto.Seat(
        book.holdings().id(seat.holding()),
        book.lines().get(line).id(),
        book.planOfLine(line).id(),
        MoneyDto.of(seat.unitYearly()),
        seat.moneyStops(),
        book.planOfLine(line).name());
  }

  private LeaverDto.RouteDto route(Route route, PersonRoutes.OfAccount of, LocalDate until) {
    var cost = route.cost();
    BigDecimal gb = of.storedGb() == null ? BigDecimal.ZERO : of.storedGb();
    return new LeaverDto.RouteDto(
        route.kind(),
        route.plan(),
        route.successor(),
        route.addon(),
        new LeaverDto.Cost(
            MoneyDto.of(cost.seat()),
            MoneyDto.of(cost.resting()),
            MoneyDto.of(cost.data()),
            MoneyDto.of(cost.addon()),
            MoneyDto.of(cost.total())),
        route.lostOn(),
        route.oneWayFrom(),
        route.met(),
        route.recommended(),
        route.warnings(),
        route.segments().stream().map(segment -> segment(segment, gb, until)).toList(),
        route.successor() == null ? null : book.people().byId(route.successor()).name());
  }

  private LeaverDto.SegmentDto segment(Segment segment, BigDecimal gb, LocalDate until) {
    return new LeaverDto.SegmentDto(
        segment.from(),
        segment.until() == null ? until : segment.until(),
        SegmentWords.stage(segment),
        SegmentWords.stageName(segment),
        segment.reach(),
        money(segment.yearly(gb)),
        segment.pooled(),
        segment.known());
  }

  private @Nullable MoneyDto money(BigDecimal amount) {
    return MoneyDto.of(amount, book.rates().reportingCurrency());
  }
}
