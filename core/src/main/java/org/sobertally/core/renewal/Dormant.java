package org.sobertally.core.renewal;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * Somebody for whom nothing is needed today, who used the agreement within the past year and has
 * neither left nor is known to leave: a crew in winter. They are not counted unless somebody enters
 * them as known.
 *
 * @param person the person's number
 * @param months in which they used it, by month
 */
public record Dormant(int person, List<YearMonth> months) {

  private static final int YEAR = 365;

  static List<Dormant> of(Needs needs, Agreement agreement, RenewalNeed need) {
    Book book = needs.states().book();
    long parts = 0;
    for (int plan : RenewalTerms.plansOf(book, agreement)) {
      parts |= book.plans().get(plan).model() == PlanModel.NAMED ? book.partsOfPlan(plan) : 0;
    }
    int vendor = book.vendors().require(agreement.vendor());
    LocalDate to = Days.known(needs.states().measureDay(vendor));
    List<Dormant> dormant = new ArrayList<>();
    for (RenewalNeed.NeedClass of : need.classes()) {
      if (of.isOfNobody()) {
        for (RenewalNeed.Holder holder : of.holders()) {
          if (holder.person() >= 0 && mayBeBack(book.people().get(holder.person()))) {
            List<YearMonth> months = months(book, vendor, holder.person(), parts, to);
            if (!months.isEmpty()) {
              dormant.add(new Dormant(holder.person(), months));
            }
          }
        }
      }
    }
    return dormant;
  }

  private static boolean mayBeBack(Person person) {
    return person.status() != Person.Status.LEFT && person.leaves() == null;
  }

  private static List<YearMonth> months(
      Book book, int vendor, int person, long parts, LocalDate to) {
    List<YearMonth> months = new ArrayList<>();
    LocalDate from = to.minusDays(YEAR - 1L);
    for (YearMonth month = YearMonth.from(from);
        !month.isAfter(YearMonth.from(to));
        month = month.plusMonths(1)) {
      int first = Math.max(Days.of(from), Days.of(month.atDay(1)));
      int last = Math.min(Days.of(to), Days.of(month.atEndOfMonth()));
      boolean used = false;
      for (int account : book.accountsOf(person)) {
        used |=
            book.vendorOfAccount(account) == vendor
                && book.activity().partsUsed(account, parts, first, last) != 0;
      }
      if (used) {
        months.add(month);
      }
    }
    return List.copyOf(months);
  }
}
