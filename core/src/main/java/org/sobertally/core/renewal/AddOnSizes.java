package org.sobertally.core.renewal;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
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
    List<Integer> lines = linesOf(book, agreement);
    for (int line : lines) {
      int own = book.planNumberOfLine(line);
      for (int h = holdings.lineStart(line); h < holdings.lineEnd(line); h++) {
        if (holdings.openOn(h, Days.of(day))) {
          held.merge(own, 1, Integer::sum);
          if (!back.contains(h)) {
            needed.merge(smaller.getOrDefault(h, own), 1, Integer::sum);
          }
        }
      }
    }
    return lines.stream()
        .map(line -> sizes(book.planNumberOfLine(line), line, held, needed))
        .toList();
  }

  private static List<Integer> linesOf(Book book, String agreement) {
    return IntStream.range(0, book.lines().size())
        .filter(line -> book.lines().get(line).agreement().equals(agreement))
        .filter(line -> book.planOfLine(line).model() == PlanModel.ADDON)
        .boxed()
        .toList();
  }

  private static AddOnSizes sizes(
      int plan, int line, Map<Integer, Integer> held, Map<Integer, Integer> needed) {
    return new AddOnSizes(plan, line, held.getOrDefault(plan, 0), needed.getOrDefault(plan, 0));
  }
}
