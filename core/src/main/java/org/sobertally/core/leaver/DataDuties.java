package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.people.DataRule;
import org.sobertally.core.people.Group;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * For how long the groups of a person ask for their data to be kept, and for how long a vendor
 * keeps it once an account is put into a state. The longest retention of the groups counts, from
 * the day somebody left; of somebody who has not left it counts from today, for they may leave any
 * day.
 *
 * <p>Example: Finance keeps data 730 days; the vendor keeps that of a seat taken back for 90 days
 * and then nobody reaches it. A seat of Finance taken back on 30 Sep 2026 loses it on 29 Dec 2026,
 * and it must stay until 29 Sep 2028.
 */
public final class DataDuties {

  private static final int NEVER = Integer.MAX_VALUE;

  private final Book book;
  private final LocalDate asOf;

  /** By person's number; null where no group asks for any. */
  private final int @Nullable [] retention;

  /**
   * By vendor, then state: after how many days nobody reaches the data, {@link #NEVER} for never.
   */
  private final List<Map<DataRule.After, Integer>> lostAfter = new ArrayList<>();

  private DataDuties(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
    this.retention = retentions(book);
    Map<String, List<DataRule>> rules = new HashMap<>();
    for (DataRule rule : book.dataRules()) {
      rules.computeIfAbsent(rule.vendor(), v -> new ArrayList<>()).add(rule);
    }
    for (var vendor : book.vendors().all()) {
      lostAfter.add(lostAfter(rules.getOrDefault(vendor.id(), List.of())));
    }
  }

  public static DataDuties of(Book book, LocalDate asOf) {
    return new DataDuties(book, asOf);
  }

  private static int @Nullable [] retentions(Book book) {
    int @Nullable [] days = null;
    for (Group group : book.groups().all()) {
      if (group.retentionDays() != null) {
        days = days == null ? new int[book.people().size()] : days;
        for (String member : group.members()) {
          int person = book.people().require(member);
          days[person] = Math.max(days[person], group.retentionDays());
        }
      }
    }
    return days;
  }

  private static Map<DataRule.After, Integer> lostAfter(List<DataRule> rules) {
    Map<DataRule.After, Integer> lost = new EnumMap<>(DataRule.After.class);
    for (DataRule.After after : DataRule.After.values()) {
      List<DataRule> stages =
          rules.stream()
              .filter(rule -> rule.after() == after)
              .sorted(Comparator.comparingInt(DataRule::order))
              .toList();
      if (!stages.isEmpty()) {
        lost.put(after, lostAfterStages(stages));
      }
    }
    return lost;
  }

  /** After a last stage that ends nobody reaches the data any more. */
  private static int lostAfterStages(List<DataRule> stages) {
    int days = 0;
    for (DataRule stage : stages) {
      if (stage.reach() == DataRule.Reach.NOBODY) {
        return days;
      }
      if (stage.days() == null) {
        return NEVER;
      }
      days = Math.addExact(days, stage.days());
    }
    return days;
  }

  /**
   * The day on which nobody reaches the data any more, if the account comes into that state today;
   * empty where that never comes, or no rule is known.
   */
  public Optional<LocalDate> lostOn(int vendor, DataRule.After after) {
    Integer days = lostAfter.get(vendor).get(after);
    return days == null || days == NEVER ? Optional.empty() : Optional.of(asOf.plusDays(days));
  }

  /** Until when the person's data must be kept, that day not included; empty without a duty. */
  public Optional<LocalDate> keptUntil(int person) {
    if (retention == null || person < 0 || retention[person] == 0) {
      return Optional.empty();
    }
    Person who = book.people().get(person);
    boolean left = book.standings().statusOn(person, Days.of(asOf)) == Person.Status.LEFT;
    LocalDate from = left && who.statusSince() != null ? who.statusSince() : asOf;
    return Optional.of(from.plusDays(retention[person]));
  }

  /**
   * Whether data of the account that must be kept would be lost too early, if it comes into that
   * state today. Where nothing is stored there is nothing to lose; where no rule is known nobody
   * can say, and then it is not said.
   */
  public boolean wouldLose(int account, DataRule.After after) {
    Optional<LocalDate> owed = owedUntil(account);
    Optional<LocalDate> lost = lostOn(book.vendorOfAccount(account), after);
    return owed.isPresent() && lost.isPresent() && lost.get().isBefore(owed.get());
  }

  /** The same, but where no rule is known it may be so. */
  public boolean mightLose(int account, DataRule.After after) {
    boolean known = lostAfter.get(book.vendorOfAccount(account)).containsKey(after);
    return known ? wouldLose(account, after) : owedUntil(account).isPresent();
  }

  /** Until when the account's data must be kept, where there is any and that day is to come. */
  private Optional<LocalDate> owedUntil(int account) {
    BigDecimal stored = book.accounts().get(account).storedGb();
    return retention == null || stored != null && stored.signum() == 0
        ? Optional.empty()
        : keptUntil(book.personOfAccount(account)).filter(day -> day.isAfter(asOf));
  }
}
