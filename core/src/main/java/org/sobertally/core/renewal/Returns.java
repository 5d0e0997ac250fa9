package org.sobertally.core.renewal;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.agreement.Agreement;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.leaver.LeaverKind;
import org.sobertally.core.people.Person;
import org.sobertally.core.time.Days;

/**
 * People away of whom the day they are back is known, and who will want the seat again that they
 * had: what a renewal may count as known to come. Whoever is on leave and kept the seat is counted
 * already.
 *
 * <p>Example: fourteen of a crew were sent home until 1 April 2027 and held Folio: 14 Folio more
 * from 2027-04.
 *
 * @param plan the number of the named plan that they held last on the agreement
 * @param month in which they are back
 * @param people their numbers
 */
public record Returns(int plan, YearMonth month, List<Integer> people) {

  private record Key(int plan, YearMonth month) {
    private static final Comparator<Key> ORDER =
        Comparator.comparing(Key::month).thenComparing(Key::plan);
  }

  /** By month, then by plan. */
  public static List<Returns> of(Book book, LocalDate asOf, Agreement agreement) {
    Set<Integer> plans = Set.copyOf(RenewalTerms.plansOf(book, agreement));
    Map<Key, List<Integer>> back = new TreeMap<>(Key.ORDER);
    for (int p = 0; p < book.people().size(); p++) {
      Person person = book.people().get(p);
      LocalDate until = person.until();
      LeaverKind kind = LeaverKind.of(book, p, asOf).orElse(null);
      if (until != null && until.isAfter(asOf) && kind != null && kind.isAway()) {
        Integer plan = wanted(book, asOf, agreement, plans, p, kind);
        if (plan != null) {
          back.computeIfAbsent(new Key(plan, YearMonth.from(until)), k -> new ArrayList<>()).add(p);
        }
      }
    }
    List<Returns> returns = new ArrayList<>();
    back.forEach((key, people) -> returns.add(new Returns(key.plan(), key.month(), people)));
    return List.copyOf(returns);
  }

  /** The plan that they will want again; null for none, or where their seat waits for them. */
  private static @Nullable Integer wanted(
      Book book,
      LocalDate asOf,
      Agreement agreement,
      Set<Integer> plans,
      int person,
      LeaverKind kind) {
    Holdings holdings = book.holdings();
    Integer last = null;
    int latest = Days.NONE;
    for (int account : book.accountsOf(person)) {
      for (int h : holdings.ofAccount(account)) {
        int plan = book.planNumberOfLine(holdings.line(h));
        boolean here =
            plans.contains(plan)
                && book.agreementOfLine(holdings.line(h)).id().equals(agreement.id())
                && book.plans().get(plan).model() == PlanModel.NAMED;
        if (here && kind == LeaverKind.ON_LEAVE && holdings.openOn(h, Days.of(asOf))) {
          return null;
        }
        if (here && holdings.from(h) <= Days.of(asOf) && holdings.until(h) > latest) {
          latest = holdings.until(h);
          last = plan;
        }
      }
    }
    return last;
  }
}
