package org.sobertally.server.kept;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import jakarta.transaction.Transactional;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.money.Money;
import org.sobertally.core.statement.StoppedMoney;
import org.sobertally.server.refusal.Refusal;

/** The ledger of what really stopped being paid. */
@ApplicationScoped
public class Savings {

  private final EntityManager entities;

  Savings(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * What stops being paid, and why.
   *
   * @param cause the id of the move or the renewal
   * @param slate null where none was needed
   * @param what in words
   * @param line the subscription; null where the whole agreement costs less
   * @param yearly above zero
   */
  public record Stopped(
      String cause,
      @Nullable String slate,
      String what,
      String agreement,
      @Nullable String line,
      int seats,
      LocalDate from,
      Money yearly,
      @Nullable String decidedBy,
      @Nullable LocalDate decidedOn) {}

  /** Writes an entry down. */
  public void add(Stopped stopped) {
    Saving saving = new Saving();
    saving.id = UUID.randomUUID().toString();
    saving.cause = stopped.cause();
    saving.slate = stopped.slate();
    saving.what = stopped.what();
    saving.agreement = stopped.agreement();
    saving.line = stopped.line();
    saving.seats = stopped.seats();
    saving.from = stopped.from();
    saving.yearly = stopped.yearly().amount();
    saving.currency = stopped.yearly().currency();
    saving.decidedBy = stopped.decidedBy();
    saving.decidedOn = stopped.decidedOn();
    entities.persist(saving);
  }

  void add(Saving saving) {
    entities.persist(saving);
  }

  /**
   * Takes out what a move caused that is undone; it can be as long as no money has stopped, and
   * nothing is signed before that.
   */
  public void remove(String cause) {
    entities
        .createQuery("delete from Saving where cause = :cause and signedOn is null")
        .setParameter("cause", cause)
        .executeUpdate();
  }

  /** Every entry, by the day on which the money stops. */
  @Transactional
  List<Saving> all() {
    return entities.createQuery("from Saving order by from, id", Saving.class).getResultList();
  }

  @Nullable Saving find(String id) {
    return entities.find(Saving.class, id);
  }

  Saving require(String id) {
    Saving saving = entities.find(Saving.class, id);
    if (saving == null) {
      throw Refusal.notFound("There is no entry %s among the savings.".formatted(id));
    }
    return saving;
  }

  /**
   * The same, held until the transaction ends: whoever else wants it waits, and then sees it anew.
   */
  Saving requireHeld(String id) {
    Saving saving = entities.find(Saving.class, id, LockModeType.PESSIMISTIC_WRITE);
    if (saving == null) {
      throw Refusal.notFound("There is no entry %s among the savings.".formatted(id));
    }
    entities.refresh(saving, LockModeType.PESSIMISTIC_WRITE);
    return saving;
  }

  /** What the entry comes to a year with everything that puts it right. */
  BigDecimal correctedYearly(Saving saving) {
    BigDecimal sum = saving.yearly;
    for (Saving one : all()) {
      sum = saving.id.equals(one.corrects) ? sum.add(one.yearly) : sum;
    }
    return sum;
  }

  /** Money a year that has stopped being paid by the day. */
  @Transactional
  public Money yearlyOn(LocalDate day, String currency) {
    BigDecimal sum = BigDecimal.ZERO;
    for (Saving saving : stoppedBy(day, currency)) {
      sum = sum.add(saving.yearly);
    }
    return new Money(sum, currency).rounded();
  }

  /** What stops, to be counted by days; to be read once for many months. */
  @Transactional
  public List<StoppedMoney> stopped(String currency) {
    return all().stream()
        .filter(saving -> saving.currency.equals(currency))
        .map(Saving::stopped)
        .toList();
  }

  /**
   * What of it was not paid in the calendar year of the day, up to that day, which counts: the sum
   * of the entries as each of them is shown, to the cent.
   */
  public Money cashToDate(LocalDate day, String currency) {
    Money sum = Money.zero(currency);
    for (StoppedMoney one : stopped(currency)) {
      sum =
          sum.plus(
              StoppedMoney.within(List.of(one), day.withDayOfYear(1), day.plusDays(1), currency));
    }
    return sum;
  }

  /** How many entries have stopped by the day and nobody has signed, and what they are a year. */
  @Transactional
  Unsigned unsignedOn(LocalDate day, String currency) {
    List<Saving> unsigned =
        stoppedBy(day, currency).stream().filter(saving -> saving.signedOn == null).toList();
    BigDecimal sum =
        unsigned.stream().map(saving -> saving.yearly).reduce(BigDecimal.ZERO, BigDecimal::add);
    return new Unsigned(unsigned.size(), new Money(sum, currency));
  }

  record Unsigned(int entries, Money yearly) {}

  private List<Saving> stoppedBy(LocalDate day, String currency) {
    return entities
        .createQuery("from Saving where from <= :day and currency = :currency", Saving.class)
        .setParameter("day", day)
        .setParameter("currency", currency)
        .getResultList();
  }
}
