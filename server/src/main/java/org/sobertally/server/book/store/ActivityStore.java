package org.sobertally.server.book.store;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Adds days of use to the stored activity, and takes them out again. */
@ApplicationScoped
public class ActivityStore {

  private final EntityManager entities;

  ActivityStore(EntityManager entities) {
    this.entities = entities;
  }

  /** One day on which a part was used. */
  public record Use(String account, String vendor, String part, LocalDate day) {}

  /**
   * Adds the days.
   *
   * @return the days that nothing had told of before: a mask of days by slot
   */
  public Map<Long, Integer> add(List<Use> uses) {
    Map<String, Integer> accountNumbers = new HashMap<>();
    Map<String, Integer> partNumbers = new HashMap<>();
    Map<Long, Integer> masks = new HashMap<>();
    for (Use use : uses) {
      int a = accountNumbers.computeIfAbsent(use.account(), this::accountNumber);
      int p =
          partNumbers.computeIfAbsent(
              use.vendor() + "\n" + use.part(), key -> partNumber(use.vendor(), use.part()));
      int bit = 1 << (use.day().getDayOfMonth() - 1);
      masks.merge(ActivitySlots.slot(a, p, use.day()), bit, (x, y) -> x | y);
    }
    Map<Long, Integer> added = new HashMap<>();
    masks.forEach(
        (slot, mask) -> {
          int fresh = mask & ~merge(slot, mask);
          if (fresh != 0) {
            added.put(slot, fresh);
          }
        });
    return added;
  }

  /** Takes the days of the masks out again. */
  public void takeOut(Map<Long, Integer> masks) {
    masks.forEach(
        (slot, mask) -> {
          entities
              .createNativeQuery(
                  "update activity_months set days = bitand(days, cast(:kept as integer)) where slot = :slot")
              .setParameter("kept", ~mask)
              .setParameter("slot", slot)
              .executeUpdate();
          entities
              .createNativeQuery("delete from activity_months where slot = :slot and days = 0")
              .setParameter("slot", slot)
              .executeUpdate();
        });
  }

  /** Adds the days of the mask to the slot; gives the days that were there before. */
  private int merge(long slot, int mask) {
    List<?> found =
        entities
            .createNativeQuery("select days from activity_months where slot = :slot")
            .setParameter("slot", slot)
            .getResultList();
    if (found.isEmpty()) {
      entities
          .createNativeQuery("insert into activity_months (slot, days) values (:slot, :mask)")
          .setParameter("mask", mask)
          .setParameter("slot", slot)
          .executeUpdate();
      return 0;
    }
    int before = ((Number) found.get(0)).intValue();
    entities
        .createNativeQuery("update activity_months set days = :days where slot = :slot")
        .setParameter("days", before | mask)
        .setParameter("slot", slot)
        .executeUpdate();
    return before;
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
    return found.isEmpty() ? addPart(vendor, part) : ((Number) found.get(0)).intValue();
  }

  private int addPart(String vendor, String part) {
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
