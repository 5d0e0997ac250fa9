package org.sobertally.server.events;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.sobertally.core.book.Book;
import org.sobertally.core.time.Days;
import org.sobertally.server.bookfile.ActivitySlots;

/** Adds days of use to the stored activity. */
@ApplicationScoped
class ActivityStore {

  private final EntityManager entities;

  ActivityStore(EntityManager entities) {
    this.entities = entities;
  }

  /** By the book's numbers of accounts and parts, and by epoch day. */
  void add(Book book, int[] accounts, int[] parts, int[] days) {
    Map<String, Integer> accountNumbers = new HashMap<>();
    Map<String, Integer> partNumbers = new HashMap<>();
    Map<Long, Integer> masks = new HashMap<>();
    for (int n = 0; n < days.length; n++) {
      var account = book.accounts().get(accounts[n]);
      int a = accountNumbers.computeIfAbsent(account.id(), this::accountNumber);
      String part = book.partsOf(account.vendor()).get(parts[n]);
      int p =
          partNumbers.computeIfAbsent(
              account.vendor() + "\n" + part, key -> partNumber(account.vendor(), part));
      LocalDate day = Days.date(days[n]);
      masks.merge(ActivitySlots.slot(a, p, day), 1 << (day.getDayOfMonth() - 1), (x, y) -> x | y);
    }
    masks.forEach(this::merge);
  }

  private void merge(long slot, int mask) {
    int changed =
        entities
            .createNativeQuery(
                "update activity_months set days = bitor(days, cast(:mask as integer)) where slot = :slot")
            .setParameter("mask", mask)
            .setParameter("slot", slot)
            .executeUpdate();
    if (changed == 0) {
      entities
          .createNativeQuery("insert into activity_months (slot, days) values (:slot, :mask)")
          .setParameter("mask", mask)
          .setParameter("slot", slot)
          .executeUpdate();
    }
  }

  private int accountNumber(String account) {
    return ((Number)
            entities
                .createNativeQuery(
                    "select \"NUMBER\" from book_accounts where \"ACCOUNT\" = :account")
                .setParameter("account", account)
                .getSingleResult())
        .intValue();
  }

  /** Parts that only a plan names have no number until they are used for the first time. */
  private int partNumber(String vendor, String part) {
    var found =
        entities
            .createNativeQuery(
                "select \"NUMBER\" from activity_parts where vendor = :vendor and part = :part")
            .setParameter("vendor", vendor)
            .setParameter("part", part)
            .getResultList();
    if (!found.isEmpty()) {
      return ((Number) found.get(0)).intValue();
    }
    Number next =
        (Number)
            entities
                .createNativeQuery(
                    """
                    select coalesce(max("NUMBER"), -1) + 1 from activity_parts
                    where vendor = :vendor
                    """)
                .setParameter("vendor", vendor)
                .getSingleResult();
    entities
        .createNativeQuery("insert into activity_parts values (:vendor, :part, :number)")
        .setParameter("vendor", vendor)
        .setParameter("part", part)
        .setParameter("number", next.intValue())
        .executeUpdate();
    return next.intValue();
  }
}
