package org.sobertally.server.subscriptions;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Keep;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;
import org.sobertally.core.use.UseState;
import org.sobertally.core.use.UseStates;
import org.sobertally.server.http.MoneyDto;
import org.sobertally.server.slates.BlockedSeats;

/** The open holdings of one subscription, as they are answered. */
final class HolderList {

  private static final int WEEKS = 26;

  private final UseStates states;
  private final Book book;
  private final int measured;
  private final long parts;
  private final MoneyDto seatPrice;
  private final long[] used;

  private final BlockedSeats.Today blocked;

  HolderList(UseStates states, int line, BlockedSeats.Today blocked) {
    this.blocked = blocked;
    this.states = states;
    this.book = states.book();
    this.measured = states.measureDay(book.vendorOfLine(line));
    this.parts = book.partsOfPlan(book.planNumberOfLine(line));
    this.seatPrice = MoneyDto.of(book.seatPrice(line, states.asOf()));
    this.used = new long[book.activity().words()];
  }

  /** The numbers of the open holdings, those in the state only where one is wanted. */
  static List<Integer> holders(UseStates states, int line, Optional<UseState> wanted) {
    Holdings holdings = states.book().holdings();
    List<Integer> all = new ArrayList<>();
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      if (states.isOpen(h) && (wanted.isEmpty() || wanted.get() == states.state(h))) {
        all.add(h);
      }
    }
    return all;
  }

  /** One of them, as it is answered. */
  Dto.HoldingDto holder(int h) {
    Holdings holdings = book.holdings();
    Account account = book.accounts().get(holdings.account(h));
    int number = book.personOfAccount(holdings.account(h));
    Person person = number < 0 ? null : book.people().get(number);
    Keep keep = book.keepOn(holdings.id(h), states.asOf());
    return new Dto.HoldingDto(
        who(holdings.id(h), account, person),
        new Dto.HolderUse(
            states.state(h),
            states.cannotSay(h),
            Days.date(holdings.from(h)),
            Days.date(states.lastUsed(h)),
            states.idleDays(h)),
        seatPrice,
        new Dto.HolderKeep(
            states.onLeave(h),
            keep != null,
            keep == null ? null : keep.until(),
            keep == null ? null : keep.reason(),
            account.admin(),
            person != null && person.kind() == Person.Kind.SERVICE,
            blocked.takingBack(h)),
        weeks(h));
  }

  private static Dto.Holder who(String holding, Account account, @Nullable Person person) {
    return person == null
        ? new Dto.Holder(holding, account.id(), account.person(), account.email(), null, null)
        : new Dto.Holder(
            holding,
            account.id(),
            account.person(),
            person.name(),
            person.department(),
            person.site());
  }

  /** Days of use while held, by week, the last week ending on the measure day. */
  private List<Integer> weeks(int h) {
    book.activity().union(book.holdings().account(h), parts, used);
    int first = book.activity().firstWord() << 6;
    Integer[] weeks = new Integer[WEEKS];
    Arrays.fill(weeks, 0);
    for (int week = 0; week < WEEKS; week++) {
      int end = measured - 7 * (WEEKS - 1 - week);
      for (int day = Math.max(end - 6, book.holdings().from(h)); day <= end; day++) {
        int bit = day - first;
        if (bit >= 0 && bit < 64 * used.length && (used[bit >> 6] >>> (bit & 63) & 1) != 0) {
          weeks[week]++;
        }
      }
    }
    return List.of(weeks);
  }
}
