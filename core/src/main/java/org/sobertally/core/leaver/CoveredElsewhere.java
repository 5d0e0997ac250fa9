package org.sobertally.core.leaver;

import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.time.Days;

/**
 * Whether somebody whose seat was taken back has all of what it gave by another seat: by one at
 * another account of theirs, or by plans elsewhere whose parts can do the same. Their data lies
 * where the seat was, and they work where the other one is.
 */
public final class CoveredElsewhere {

  private CoveredElsewhere() {}

  /** The plan of the named seat that the account held last; null where it never held one. */
  public static @Nullable Plan lastPlan(Book book, int account) {
    Plan last = null;
    int until = Days.NONE;
    for (int h : book.holdings().ofAccount(account)) {
      Plan plan = book.planOfLine(book.holdings().line(h));
      if (plan.model() == PlanModel.NAMED && book.holdings().until(h) > until) {
        until = book.holdings().until(h);
        last = plan;
      }
    }
    return last;
  }

  /** Whether the account's owner has on the day what its last seat gave, by other accounts. */
  public static boolean of(Book book, int account, LocalDate asOf) {
    int person = book.personOfAccount(account);
    Plan last = lastPlan(book, account);
    if (person < 0 || last == null || last.parts().isEmpty()) {
      return false;
    }
    Set<String> had = new HashSet<>();
    for (int other : book.accountsOf(person)) {
      if (other != account) {
        addWhatItGives(book, other, asOf, had);
      }
    }
    return can(book, last).stream().allMatch(had::contains);
  }

  private static void addWhatItGives(Book book, int account, LocalDate asOf, Set<String> to) {
    Holdings holdings = book.holdings();
    for (int h : holdings.ofAccount(account)) {
      Plan plan = book.planOfLine(holdings.line(h));
      if (holdings.openOn(h, Days.of(asOf)) && plan.model() == PlanModel.NAMED) {
        to.addAll(can(book, plan));
        plan.parts().forEach(part -> to.add(own(plan, part)));
      }
    }
  }

  /** What the parts can do, by the words that span vendors; a part without one by its own name. */
  private static List<String> can(Book book, Plan plan) {
    List<String> parts = book.partsOf(plan.vendor());
    return plan.parts().stream()
        .map(
            part -> {
              String word = book.capability(plan.vendor(), parts.indexOf(part));
              return word == null ? own(plan, part) : word;
            })
        .toList();
  }

  private static String own(Plan plan, String part) {
    return plan.vendor() + "/" + part;
  }
}
