package org.sobertally.server.renewals;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** What was chosen for renewals, within the caller's transaction. */
@ApplicationScoped
class RenewalCases {

  private final EntityManager entities;

  RenewalCases(EntityManager entities) {
    this.entities = entities;
  }

  /** Of the agreement's renewal on the day. */
  Optional<RenewalCase> find(String agreement, LocalDate renews) {
    return entities
        .createQuery(
            "from RenewalCase c where c.agreement = :agreement and c.renews = :renews",
            RenewalCase.class)
        .setParameter("agreement", agreement)
        .setParameter("renews", renews)
        .getResultStream()
        .findFirst();
  }

  /**
   * The agreement's renewal of which the vendor was told and which is not written down as renewed:
   * it is looked after until then, also when its notice day and the renewal itself have passed. The
   * oldest, should there be several.
   */
  @Transactional
  Optional<RenewalCase> told(String agreement) {
    return entities
        .createQuery(
            "from RenewalCase c where c.agreement = :agreement and c.state = :told"
                + " order by c.renews",
            RenewalCase.class)
        .setParameter("agreement", agreement)
        .setParameter("told", RenewalState.NOTICE_GIVEN)
        .getResultStream()
        .findFirst();
  }

  /** The same as {@link #find}, in a transaction of its own where there is none. */
  @Transactional
  Optional<RenewalCase> known(String agreement, LocalDate renews) {
    return find(agreement, renews);
  }

  /** All that are not over on the day: to come, or not written down as renewed yet. */
  @Transactional
  List<RenewalCase> from(LocalDate day) {
    return entities
        .createQuery(
            "from RenewalCase c where c.renews >= :day or c.state = :told", RenewalCase.class)
        .setParameter("day", day)
        .setParameter("told", RenewalState.NOTICE_GIVEN)
        .getResultList();
  }

  List<RenewalSeats> seatsOf(RenewalCase of) {
    return entities
        .createQuery(
            "from RenewalSeats s where s.renewal = :id order by s.plan", RenewalSeats.class)
        .setParameter("id", of.id)
        .getResultList();
  }

  /** The case with these seats in place of those that it had. */
  void put(RenewalCase one, List<RenewalSeats> seats) {
    seatsOf(one).forEach(entities::remove);
    if (!entities.contains(one)) {
      entities.persist(one);
    }
    seats.forEach(entities::persist);
  }
}
