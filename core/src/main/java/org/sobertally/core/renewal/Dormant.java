package org.sobertally.core.renewal;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
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

  /**
   * @param renewal who is known to leave before it is left out
   */
  static List<Dormant> of(Needs needs, Agreement agreement, RenewalNeed need, LocalDate renewal) {
    Book book = needs.states().book();
    int vendor = book.vendors().require(agreement.vendor());
    LocalDate to = Days.known(needs.states().measureDay(vendor));
    List<Dormant> dormant = new ArrayList<>();
    for (RenewalNeed.NeedClass of : need.classes()) {
      if (of.isOfNobody()) {
        for (RenewalNeed.Holder holder : of.holders()) {
          int person = holder.person();
          if (person >= 0 && mayBeBack(book.people().get(person), needs.states().asOf(), renewal)) {
            List<YearMonth> months = months(book, agreement, person, to);
            if (!months.isEmpty()) {
              dormant.add(new Dormant(person, months));
            }
          }
        }
      }
    }
    return dormant;
  }

  private static boolean mayBeBack(Person person, LocalDate asOf, LocalDate renewal) {
    LocalDate leaves = person.leaves();
    return person.statusOn(asOf) != Person.Status.LEFT
        && (leaves == null || leaves.isAfter(asOf) && !leaves.isBefore(renewal));
  }

  /** The months with use of a named seat of the agreement on days on which it was held. */
  private static List<YearMonth> months(Book book, Agreement agreement, int person, LocalDate to) {
    Holdings holdings = book.holdings();
    SortedSet<YearMonth> months = new TreeSet<>();
    LocalDate from = to.minusDays(YEAR - 1L);
    for (int account : book.accountsOf(person)) {
      for (int h : holdings.ofAccount(account)) {
        int line = holdings.line(h);
        if (book.planOfLine(line).model() == PlanModel.NAMED
            && book.lines().get(line).agreement().equals(agreement.id())) {
          int first = Math.max(holdings.from(h), Days.of(from));
          int last = Math.min(holdings.until(h) - 1, Days.of(to));
          addUsed(
              book, account, book.partsOfPlan(book.planNumberOfLine(line)), first, last, months);
        }
      }
    }
    return List.copyOf(months);
  }

  private static void addUsed(
      Book book, int account, long parts, int from, int to, Set<YearMonth> months) {
    int first = from;
    while (first <= to) {
      YearMonth month = YearMonth.from(Days.known(first));
      int last = Math.min(to, Days.of(month.atEndOfMonth()));
      if (book.activity().partsUsed(account, parts, first, last) != 0) {
        months.add(month);
      }
      first = last + 1;
    }
  }
}
