package org.sobertally.server.slates;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
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
        .setParameter("id", SlateStore.newId())
        .setParameter("move", move.id)
        .setParameter("line", move.line)
        .setParameter("seats", move.seats)
        .setParameter("day", move.cashFrom)
        .setParameter("yearly", move.yearly.negate())
        .setParameter("currency", move.currency)
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
    Number sum =
        (Number)
            entities
                .createNativeQuery(
                    """
                    select coalesce(sum(yearly), 0) from saving
                    where from_day between :first and :day and currency = :currency
                    """)
                .setParameter("first", day.withDayOfYear(1))
                .setParameter("day", day)
                .setParameter("currency", currency)
                .getSingleResult();
    return new Money(new BigDecimal(sum.toString()), currency).rounded();
  }
}
