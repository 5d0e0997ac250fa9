package org.sobertally.server.pools;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.sql.Date;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.eclipse.microprofile.openapi.annotations.media.Schema;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.people.Account;
import org.sobertally.core.time.Days;
import org.sobertally.server.store.Books;
import org.sobertally.server.time.TallyClock;

/** Who is in a floating pool now, and what is set aside. */
@ApplicationScoped
class PoolLive {

  private final Books books;
  private final EntityManager entities;
  private final TallyClock clock;

  PoolLive(Books books, EntityManager entities, TallyClock clock) {
    this.books = books;
    this.entities = entities;
    this.clock = clock;
  }

  /**
   * Somebody who is in.
   *
   * @param minutes for how long already
   * @param ownSeat whether they hold a seat of their own that would do, and so take none of the
   *     pool
   * @param leaveBy by when they were asked to leave
   * @param overdue whether that has passed
   */
  @Schema(name = "PoolGuest")
  record Guest(
      String session,
      String account,
      @Schema(nullable = true) String person,
      String name,
      @Schema(nullable = true) String host,
      Instant since,
      long minutes,
      boolean ownSeat,
      @Schema(nullable = true) Instant leaveBy,
      boolean overdue) {}

  /**
   * A seat set aside.
   *
   * @param in whether the person is in, and so uses it
   */
  @Schema(name = "PoolLoan")
  record Loan(String id, String person, String name, LocalDate until, boolean in) {}

  /**
   * @param taken seats in use by those who are in without a seat of their own
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
    int taken = 0;
    for (Guest guest : guests) {
      taken += guest.ownSeat() ? 0 : 1;
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
        refused(planId, midnight),
        refused(planId, now.minus(Duration.ofDays(30))),
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

  private int refused(String plan, Instant since) {
    return ((Number)
            entities
                .createNativeQuery(
                    "select count(*) from pool_refused where plan = :plan and happened >= :since")
                .setParameter("plan", plan)
                .setParameter("since", since.atOffset(ZoneOffset.UTC))
                .getSingleResult())
        .intValue();
  }

  private List<Guest> guests(Book book, Plan plan, Instant now) {
    Map<String, Instant> asked = new HashMap<>();
    for (Object row :
        entities.createNativeQuery("select session, until from pool_ask").getResultList()) {
      asked.put((String) ((Object[]) row)[0], instant(((Object[]) row)[1]));
    }
    List<Guest> guests = new ArrayList<>();
    for (Object row :
        entities
            .createNativeQuery(
                """
                select "SESSION", "ACCOUNT", "STARTED", "HOST" from book_sessions
                where "PLAN" = :plan and "ENDED" is null and "STARTED" <= :now
                order by "STARTED", "SESSION"
                """)
            .setParameter("plan", plan.id())
            .setParameter("now", now.atOffset(ZoneOffset.UTC))
            .getResultList()) {
      Object[] values = (Object[]) row;
      Account account = book.accounts().byId((String) values[1]);
      Instant since = instant(values[2]);
      Instant leaveBy = asked.get((String) values[0]);
      guests.add(
          new Guest(
              (String) values[0],
              account.id(),
              account.person(),
              account.person() == null
                  ? account.email()
                  : book.people().byId(account.person()).name(),
              (String) values[3],
              since,
              Duration.between(since, now).toMinutes(),
              hasOwnSeat(book, account, plan),
              leaveBy,
              leaveBy != null && leaveBy.isBefore(now)));
    }
    return guests;
  }

  private static Instant instant(Object value) {
    return value instanceof OffsetDateTime time ? time.toInstant() : (Instant) value;
  }

  /** A named seat of the same vendor whose parts contain the pool's. */
  private boolean hasOwnSeat(Book book, Account account, Plan pool) {
    for (int h : book.holdings().ofAccount(book.accounts().require(account.id()))) {
      Plan held = book.planOfLine(book.holdings().line(h));
      if (held.model() == PlanModel.NAMED
          && held.parts().containsAll(pool.parts())
          && book.holdings().openOn(h, Days.of(clock.today()))) {
        return true;
      }
    }
    return false;
  }

  private List<Loan> loans(Book book, String plan, Set<String> in) {
    List<Loan> loans = new ArrayList<>();
    for (Object row :
        entities
            .createNativeQuery(
                """
                select id, person, until from pool_loan
                where plan = :plan and until > :today order by until, id
                """)
            .setParameter("plan", plan)
            .setParameter("today", clock.today())
            .getResultList()) {
      Object[] values = (Object[]) row;
      String person = (String) values[1];
      LocalDate until = values[2] instanceof Date date ? date.toLocalDate() : (LocalDate) values[2];
      String name = book.people().has(person) ? book.people().byId(person).name() : person;
      loans.add(new Loan((String) values[0], person, name, until, in.contains(person)));
    }
    return loans;
  }
}
