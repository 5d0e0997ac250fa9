package org.sobertally.core.leaver;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.leaver.AccountClock.AccountState;
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

  private final Book book;
  private final LocalDate asOf;
  private final VendorRules rules;

  /** By person's number; null where no group asks for any. */
  private final int @Nullable [] retention;

  private DataDuties(Book book, LocalDate asOf) {
    this.book = book;
    this.asOf = asOf;
    this.retention = retentions(book);
    this.rules = VendorRules.of(book);
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

  /**
   * The day on which nobody reaches the data any more, if the account comes into that state today;
   * empty where that never comes.
   */
  public Optional<LocalDate> lostOn(int vendor, DataRule.After after) {
    return VendorRules.lostOn(rules.timeline(vendor, stateAfter(after), asOf));
  }

  private static AccountState stateAfter(DataRule.After after) {
    return switch (after) {
      case TAKEN_BACK -> AccountState.TAKEN_BACK;
      case RESTING -> AccountState.RESTING;
      case SUSPENDED -> AccountState.SUSPENDED;
      case DELETED -> AccountState.DELETED;
    };
  }

  /** For how many days the person's groups ask for their data to be kept; 0 where none does. */
  int retentionOf(int person) {
    return retention == null || person < 0 ? 0 : retention[person];
  }

  /** Until when the person's data must be kept, that day not included; empty without a duty. */
  public Optional<LocalDate> keptUntil(int person) {
    if (retention == null || person < 0 || retention[person] == 0) {
      return Optional.empty();
    }
    Person who = book.people().get(person);
    boolean left = book.standings().statusOn(person, Days.of(asOf)) == Person.Status.LEFT;
    LocalDate known = left ? who.leftOn(asOf) : null;
    LocalDate gone = known == null ? who.leaves() : known;
    LocalDate from = gone == null ? asOf : gone;
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
    boolean known = rules.known(book.vendorOfAccount(account), after);
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
