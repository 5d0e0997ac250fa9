package org.sobertally.server.leavers;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.leaver.AccountClock.AccountState;
import org.sobertally.core.leaver.CoveredElsewhere;
import org.sobertally.core.leaver.Estate;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.leaver.Segment;
import org.sobertally.core.money.Money;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.DataRule.Reach;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.slates.BlockedSeats;

/** What former holders leave behind at a vendor, as it is told outside. */
final class EstateViews {

  private final Book book;
  private final LocalDate asOf;

  EstateViews(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
  }

  /** The estate of one vendor in a line. */
  LeaverDto.EstateLine estateLine(Estate estate) {
    var vendor = book.vendors().get(estate.vendor());
    Money yearly = Money.zero(book.rates().reportingCurrency());
    for (Estate.StageSum sum : estate.stages()) {
      yearly = yearly.plus(sum.yearly());
    }
    Estate.Passing next = estate.passing().isEmpty() ? null : estate.passing().get(0);
    return new LeaverDto.EstateLine(
        vendor.id(),
        vendor.name(),
        estate.accounts().size(),
        estate.gb(),
        MoneyDto.of(yearly),
        next == null ? null : next.day(),
        next == null
            ? null
            : "%d of them: %s"
                .formatted(
                    next.accounts(),
                    next.into().reach() == Reach.NOBODY
                        ? "gone"
                        : next.into().name() == null ? "kept" : next.into().name()));
  }

  LeaverDto.EstateDto estate(Estate estate) {
    var vendor = book.vendors().get(estate.vendor());
    return new LeaverDto.EstateDto(
        vendor.id(),
        estate.accounts().size(),
        estate.gb(),
        estate.stages().stream().map(EstateViews::stage).toList(),
        estate.passing().stream().map(EstateViews::passing).toList(),
        pool(estate.pool()),
        vendor.name());
  }

  private static LeaverDto.StageDto stage(Estate.StageSum sum) {
    Estate.Place at = sum.place();
    return new LeaverDto.StageDto(
        at.state(),
        at.version(),
        at.stage(),
        at.name(),
        at.reach(),
        at.pooled(),
        at.known(),
        sum.accounts(),
        sum.gb(),
        MoneyDto.of(sum.yearly()));
  }

  private static LeaverDto.PassingDto passing(Estate.Passing passing) {
    Estate.Place into = passing.into();
    return new LeaverDto.PassingDto(
        passing.day(),
        into.state(),
        into.version(),
        into.stage(),
        into.name(),
        into.reach(),
        passing.accounts(),
        passing.gb());
  }

  private LeaverDto.@Nullable PoolDto pool(Estate.@Nullable Pool pool) {
    if (pool == null) {
      return null;
    }
    Estate.SeatForAMonth seat = pool.seat();
    return new LeaverDto.PoolDto(
        pool.gb(),
        MoneyDto.of(pool.once()),
        MoneyDto.of(pool.monthly()),
        seat == null
            ? null
            : new LeaverDto.PoolSeat(
                seat.plan(),
                seat.spare(),
                MoneyDto.of(seat.cost()),
                book.plans().byId(seat.plan()).name()),
        pool.isCheaper() ? LeaverDto.Cheaper.POOL : LeaverDto.Cheaper.SEAT);
  }

  LeaverDto.LyingRow lying(
      Estate.Lying one, @Nullable LocalDate dutyUntil, BlockedSeats.Today now) {
    Account account = book.accounts().get(one.account());
    int person = book.personOfAccount(one.account());
    Segment next = one.next();
    Integer restore = book.vendors().byId(account.vendor()).restoreDays();
    LocalDate since = one.clock().since();
    boolean deleted = one.clock().state() == AccountState.DELETED;
    Plan last = CoveredElsewhere.lastPlan(book, one.account());
    return new LeaverDto.LyingRow(
        new LeaverDto.Lying(
            account.id(),
            account.person(),
            person < 0 ? null : book.people().get(person).name(),
            one.clock().state(),
            since,
            SegmentWords.stage(one.now()),
            SegmentWords.stageName(one.now()),
            one.now().reach(),
            one.storedGb()),
        next == null ? null : next.from(),
        next == null ? null : SegmentWords.nameOf(next),
        one.lostOn(),
        !deleted ? one.lostOn() : restore == null || since == null ? null : since.plusDays(restore),
        deleted ? now.bringingBack(account.id()) : null,
        why(one.account(), dutyUntil),
        last == null ? null : last.id(),
        last == null ? null : last.name());
  }

  private LeaverDto.Why why(int account, @Nullable LocalDate dutyUntil) {
    int person = book.personOfAccount(account);
    if (person < 0) {
      return LeaverDto.Why.NOBODY;
    }
    if (dutyUntil != null && dutyUntil.isAfter(asOf)) {
      return LeaverDto.Why.DUTY;
    }
    return LeaverKind.of(book, person, asOf)
        .map(kind -> kind.isAway() ? LeaverDto.Why.AWAY : LeaverDto.Why.LEFT)
        .orElse(
            CoveredElsewhere.of(book, account, asOf)
                ? LeaverDto.Why.COVERED
                : LeaverDto.Why.TAKEN_BACK);
  }
}
