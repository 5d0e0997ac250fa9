package org.sobertally.server.pools;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.people.Account;
import org.sobertally.core.pool.OwnSeats;
import org.sobertally.server.book.store.Books;
import org.sobertally.server.book.store.SessionStore;
import org.sobertally.server.time.TallyClock;
import org.sobertally.server.vendors.VendorLinks;

/** Who is in a floating pool now, and what is set aside. */
@ApplicationScoped
class PoolLive {

  private final Books books;
  private final PoolStore store;
  private final SessionStore sessions;
  private final TallyClock clock;
  private final VendorLinks links;

  PoolLive(
      Books books, PoolStore store, SessionStore sessions, TallyClock clock, VendorLinks links) {
    this.books = books;
    this.store = store;
    this.sessions = sessions;
    this.clock = clock;
    this.links = links;
  }

  /**
   * Somebody who is in.
   *
   * @param minutes for how long already
   * @param ownSeat whether they hold a seat of their own that would do, and so take none of the
   *     pool
   * @param leaveBy by when they were asked to leave
   * @param overdue whether that has passed
   * @param ending how far ending the session has come; null where nobody asked for it
   * @param answer what came of that at the vendor, where it did not go through
   */
  @Schema(name = "PoolGuest")
  record Guest(
      String session,
      String account,
      @Schema(nullable = true) @Nullable String person,
      String name,
      @Schema(nullable = true) @Nullable String host,
      Instant since,
      long minutes,
      boolean ownSeat,
      @Schema(nullable = true) @Nullable Instant leaveBy,
      boolean overdue,
      @Schema(nullable = true) PoolEnds.@Nullable State ending,
      @Schema(nullable = true) @Nullable String answer) {}

  /**
   * A seat set aside.
   *
   * @param in whether the person is in, and so uses it
   */
  @Schema(name = "PoolLoan")
  record Loan(String id, String person, String name, LocalDate until, boolean in) {}

  /**
   * @param taken seats in use by those who are in without a seat of their own; at a vendor that
   *     frees a seat when its holder is asked to leave, not by those who were
   * @param lent seats set aside for people who are not in
   * @param free below zero where more are in than there are seats
   * @param refusedToday starts that were refused since midnight
   * @param refusedMonth the same in the last 30 days
   */
  @Schema(name = "PoolNow")
  record Now(
      String plan,
      String planName,
      String vendorName,
      Instant at,
      int seats,
      int taken,
      int lent,
      int free,
      int refusedToday,
      int refusedMonth,
      List<Guest> guests,
      List<Loan> loans) {}

  @Transactional
  Now now(String planId) {
    Book book = books.current();
    Plan plan = book.plans().byId(planId);
    Instant now = clock.now();
    List<Guest> guests = guests(book, plan, now);
    Set<String> in = new HashSet<>();
    boolean freeWhenAsked = links.isFreeWhenAsked(plan.vendor());
    int taken = 0;
    for (Guest guest : guests) {
      taken += guest.ownSeat() || freeWhenAsked && guest.leaveBy() != null ? 0 : 1;
      if (guest.person() != null) {
        in.add(guest.person());
      }
    }
    List<Loan> loans = loans(book, planId, in);
    int lent = (int) loans.stream().filter(loan -> !loan.in()).count();
    int seats = seats(book, plan);
    Instant midnight = clock.today().atStartOfDay(clock.zone()).toInstant();
    return new Now(
        planId,
        plan.name(),
        book.vendors().byId(plan.vendor()).name(),
        now,
        seats,
        taken,
        lent,
        seats - taken - lent,
        store.refused(planId, midnight),
        store.refused(planId, now.minus(Duration.ofDays(30))),
        guests,
        loans);
  }

  private int seats(Book book, Plan plan) {
    int seats = 0;
    for (int line = 0; line < book.lines().size(); line++) {
      if (book.planOfLine(line).id().equals(plan.id())) {
        seats += book.boughtOn(line, clock.today());
      }
    }
    return seats;
  }

  private List<Guest> guests(Book book, Plan plan, Instant now) {
    Map<String, PoolAsk> asked = store.asks();
    List<Guest> guests = new ArrayList<>();
    for (SessionStore.Open open : sessions.open(plan.id(), now)) {
      guests.add(guest(book, plan, now, open, asked.get(open.session().id())));
    }
    return guests;
  }

  private Guest guest(
      Book book, Plan plan, Instant now, SessionStore.Open open, @Nullable PoolAsk ask) {
    Account account = book.accounts().byId(open.session().account());
    String person = account.person();
    Instant since = open.session().started();
    Instant leaveBy = ask == null ? null : ask.until;
    int number = book.accounts().require(account.id());
    return new Guest(
        open.session().id(),
        account.id(),
        person,
        person == null ? account.email() : book.people().byId(person).name(),
        open.host(),
        since,
        Duration.between(since, now).toMinutes(),
        OwnSeats.holds(book, number, book.plans().require(plan.id()), clock.today()),
        leaveBy,
        leaveBy != null && leaveBy.isBefore(now),
        ask == null ? null : ask.state,
        ask == null ? null : ask.answer);
  }

  private List<Loan> loans(Book book, String plan, Set<String> in) {
    return store.loans(plan, clock.today()).stream()
        .map(
            loan -> {
              String name =
                  book.people().has(loan.person)
                      ? book.people().byId(loan.person).name()
                      : loan.person;
              return new Loan(loan.id, loan.person, name, loan.until, in.contains(loan.person));
            })
        .toList();
  }
}
