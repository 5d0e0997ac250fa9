package org.sobertally.core.slate;

import static org.sobertally.core.slate.Workings.say;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Account;
import org.sobertally.core.people.Person;
import org.sobertally.core.slate.Remark.Code;

/** What must be known before somebody gets a seat. */
final class GettingSeat {

  private final Workings at;
  private final Book book;
  private @Nullable Set<String> inviting;

  GettingSeat(Workings at) {
    this.at = at;
    this.book = at.book;
  }

  void blockNoSeat(int line, List<Remark> blocks) {
    Workings.Effect seats = at.look(line);
    if (seats.spareNow() > 0) {
      return;
    }
    String plan = at.plan(line).name();
    int resting = seats.before.resting();
    if (seats.spareNow() == 0 && resting > 0 && at.vendor(line).reusable()) {
      LocalDate free = firstRested(line);
      String text = "No seat of %s is spare; %d rest, the first until %s.";
      blocks.add(new Remark(Code.SEAT_RESTING, text.formatted(plan, resting, say(free))));
    } else {
      String text = "No seat of %s is spare. Put them in the queue, or take a seat back first.";
      blocks.add(new Remark(Code.NO_SPARE_SEAT, text.formatted(plan)));
    }
  }

  private LocalDate firstRested(int line) {
    Holdings holdings = book.holdings();
    int restDays = at.vendor(line).restDays();
    int first = Integer.MAX_VALUE;
    for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
      int until = holdings.until(h);
      if (until <= at.today && at.today - until < restDays) {
        first = Math.min(first, until + restDays);
      }
    }
    return LocalDate.ofEpochDay(first);
  }

  /** The person and the login must be allowed to work. */
  void blockShut(@Nullable Account account, @Nullable String personId, List<Remark> blocks) {
    Person.Status status =
        personId == null ? Person.Status.ACTIVE : book.people().byId(personId).statusOn(at.asOf);
    boolean shut =
        account != null
            && account.stateOn(at.asOf) == Account.State.SUSPENDED
            && !at.opened.contains(account.id());
    if (status == Person.Status.LEFT || status == Person.Status.SUSPENDED || shut) {
      blocks.add(new Remark(Code.TARGET_SUSPENDED, "The holder is suspended or has left."));
    }
    if (account != null && account.stateOn(at.asOf) == Account.State.DELETED) {
      String text = "The account was deleted. Bring it back first.";
      blocks.add(new Remark(Code.NO_ACCOUNT, text));
    }
  }

  /** A plan is held once. */
  void blockHeldAlready(String who, @Nullable Account account, int line, List<Remark> blocks) {
    String plan = at.plan(line).id();
    String text = "They hold %s already.".formatted(at.plan(line).name());
    if (!at.handedOut.add(who + " " + plan)) {
      blocks.add(
          new Remark(Code.ALREADY_PLANNED, "The slate hands them the same plan out already."));
      return;
    }
    if (account == null) {
      return;
    }
    Holdings holdings = book.holdings();
    for (int h : holdings.ofAccount(book.accounts().require(account.id()))) {
      if (holdings.openOn(h, at.today)
          && at.plan(holdings.line(h)).id().equals(plan)
          && !at.holdingClaims.containsKey(holdings.id(h))) {
        blocks.add(new Remark(Code.ALREADY_HOLDS, text));
        return;
      }
    }
  }

  /** Somebody who holds another tier would be covered twice. */
  void warnOfOtherTier(
      @Nullable String person, @Nullable Account account, int line, PreviewInProgress sheet) {
    Set<Integer> theirs = new TreeSet<>();
    if (account != null) {
      theirs.add(book.accounts().require(account.id()));
    }
    if (person != null) {
      for (int a : book.accountsOf(book.people().require(person))) {
        theirs.add(a);
      }
    }
    Holdings holdings = book.holdings();
    for (int a : theirs) {
      for (int h : holdings.ofAccount(a)) {
        Plan held = at.plan(holdings.line(h));
        if (isOtherTier(held, at.plan(line))
            && holdings.openOn(h, at.today)
            && !at.holdingClaims.containsKey(holdings.id(h))) {
          sheet.warn(
              Code.COVERED_TWICE,
              "They hold %s already and would be covered twice. Change that seat instead."
                  .formatted(held.name()));
          return;
        }
      }
    }
  }

  private static boolean isOtherTier(Plan held, Plan wanted) {
    return wanted.ladder() != null
        && wanted.ladder().equals(held.ladder())
        && held.vendor().equals(wanted.vendor())
        && !held.id().equals(wanted.id())
        && held.model() == PlanModel.NAMED;
  }

  /** The person's login at the vendor of the subscription, or null. */
  @Nullable Account accountOf(String person, int line) {
    String vendor = at.vendor(line).id();
    Account found = null;
    for (int a : book.accountsOf(book.people().require(person))) {
      Account account = book.accounts().get(a);
      if (account.vendor().equals(vendor)
          && (found == null || found.stateOn(at.asOf) == Account.State.DELETED)) {
        found = account;
      }
    }
    return found;
  }

  /** Whether the vendor is known to send invitations. */
  boolean invites(int line) {
    if (inviting == null) {
      inviting = new HashSet<>();
      for (Account account : book.accounts().all()) {
        if (account.stateOn(at.asOf) == Account.State.INVITED) {
          inviting.add(account.vendor());
        }
      }
    }
    return inviting.contains(at.vendor(line).id());
  }
}
