package org.sobertally.server.slates.moves;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.sql.Date;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.sobertally.core.money.Money;

/** What really stopped being paid, with the move that caused it. */
@ApplicationScoped
public class Savings {

  private final EntityManager entities;

  Savings(EntityManager entities) {
    this.entities = entities;
  }

  void add(SlateMove move) {
    entities
        .createNativeQuery(
            """
            insert into saving (id, move, line, seats, from_day, yearly, currency)
            values (:id, :move, :line, :seats, :day, :yearly, :currency)
            """)
        .setParameter("id", UUID.randomUUID().toString())
        .setParameter("move", move.id)
        .setParameter("line", move.line)
        .setParameter("seats", move.seats)
        .setParameter("day", move.cashFrom)
        .setParameter("yearly", move.yearly.negate())
        .setParameter("currency", move.currency)
        .executeUpdate();
  }

  /**
   * What a renewal stopped.
   *
   * @param renewal its id
   * @param yearly above zero
   */
  public void addRenewal(
      String renewal, String agreement, LocalDate from, BigDecimal yearly, String currency) {
    entities
        .createNativeQuery(
            """
            insert into saving (id, move, line, seats, from_day, yearly, currency)
            values (:id, :move, :line, 0, :day, :yearly, :currency)
            """)
        .setParameter("id", UUID.randomUUID().toString())
        .setParameter("move", renewal)
        .setParameter("line", agreement)
        .setParameter("day", from)
        .setParameter("yearly", yearly)
        .setParameter("currency", currency)
        .executeUpdate();
  }

  void remove(SlateMove move) {
    entities
        .createNativeQuery("delete from saving where move = :move")
        .setParameter("move", move.id)
        .executeUpdate();
  }

  /** Money a year that stopped being paid in the calendar year of the day, up to that day. */
  @Transactional
  public Money keptOn(LocalDate day, String currency) {
    BigDecimal sum = BigDecimal.ZERO;
    for (Stopped stopped : stopped(day, currency)) {
      sum = sum.add(stopped.yearly());
    }
    return new Money(sum, currency).rounded();
  }

  /**
   * What of it the calendar year of the day is spared: from each day on which money stopped to the
   * year's end, by days, rounded once. Example: 18,850.00 a year from 30 October 2026 spares 2026
   * 18,850.00 × 63 / 365 = 3,253.56.
   */
  @Transactional
  public Money keptInYearOf(LocalDate day, String currency) {
    LocalDate nextYear = LocalDate.of(day.getYear() + 1, 1, 1);
    BigDecimal dayWise = BigDecimal.ZERO;
    for (Stopped stopped : stopped(day, currency)) {
      long days = ChronoUnit.DAYS.between(stopped.from(), nextYear);
      dayWise = dayWise.add(stopped.yearly().multiply(BigDecimal.valueOf(days)));
    }
    return new Money(dayWise, currency).share(1, day.lengthOfYear());
  }

  /** Money a year that stopped being paid on a day. */
  private record Stopped(LocalDate from, BigDecimal yearly) {}

  private List<Stopped> stopped(LocalDate day, String currency) {
    List<Stopped> all = new ArrayList<>();
    for (Object found :
        entities
            .createNativeQuery(
                """
                select from_day, yearly from saving
                where from_day between :first and :day and currency = :currency
                """,
                Object[].class)
            .setParameter("first", day.withDayOfYear(1))
            .setParameter("day", day)
            .setParameter("currency", currency)
            .getResultList()) {
      Object[] row = (Object[]) found;
      LocalDate from = row[0] instanceof Date date ? date.toLocalDate() : (LocalDate) row[0];
      all.add(new Stopped(from, (BigDecimal) row[1]));
    }
    return all;
  }
}
