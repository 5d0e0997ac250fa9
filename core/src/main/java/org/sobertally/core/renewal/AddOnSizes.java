package org.sobertally.core.renewal;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.book.Holdings;
import org.sobertally.core.catalogue.PlanModel;
import org.sobertally.core.findings.FindingKind;
import org.sobertally.core.findings.Findings;
import org.sobertally.core.time.Days;

/**
 * One size of an agreement's add-ons: how many of it are held, and how many would be if everybody
 * had the size that holds what they store, and nobody one that does no work.
 *
 * @param plan the plan's number
 * @param line the subscription's number
 * @param needed with those for whom this is the size that would do
 */
public record AddOnSizes(int plan, int line, int held, int needed) {

  private static final Set<FindingKind> BACK =
      FindingKind.those(kind -> kind.settled() == FindingKind.Settled.BY_TAKE_BACK);

  /** Every size on the agreement, by subscription. */
  public static List<AddOnSizes> of(Book book, LocalDate day, Findings findings, String agreement) {
    Map<Integer, Integer> smaller = new HashMap<>();
    Set<Integer> back = new HashSet<>();
    for (int n = 0; n < findings.size(); n++) {
      if (findings.kind(n) == FindingKind.ADDON_TOO_LARGE) {
        smaller.put(findings.holding(n), findings.plan(n));
      } else if (findings.holding(n) >= 0 && BACK.contains(findings.kind(n))) {
        back.add(findings.holding(n));
      }
    }
    Map<Integer, Integer> held = new HashMap<>();
    Map<Integer, Integer> needed = new HashMap<>();
    Holdings holdings = book.holdings();
    List<Integer> lines = new ArrayList<>();
    for (int line = 0; line < book.lines().size(); line++) {
      boolean here =
          book.lines().get(line).agreement().equals(agreement)
              && book.planOfLine(line).model() == PlanModel.ADDON;
      if (!here) {
        continue;
      }
      lines.add(line);
      int own = book.plans().require(book.planOfLine(line).id());
      for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
        if (holdings.openOn(h, Days.of(day))) {
          held.merge(own, 1, Integer::sum);
          if (!back.contains(h)) {
            needed.merge(smaller.getOrDefault(h, own), 1, Integer::sum);
          }
        }
      }
    }
    List<AddOnSizes> sizes = new ArrayList<>();
    for (int line : lines) {
      int plan = book.plans().require(book.planOfLine(line).id());
      sizes.add(
          new AddOnSizes(plan, line, held.getOrDefault(plan, 0), needed.getOrDefault(plan, 0)));
    }
    return sizes;
  }
}
