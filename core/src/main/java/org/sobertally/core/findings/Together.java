package org.sobertally.core.findings;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.sobertally.core.book.Book;
import org.sobertally.core.catalogue.Plan;
import org.sobertally.core.cover.Covers;
import org.sobertally.core.cover.Needs;
import org.sobertally.core.cover.PlanOnSale;

/**
 * Looks at what somebody holds at one vendor together: what is there twice, what a bundle covers.
 */
final class Together implements Finder.OfCovers {

  private final Look look;
  private final Book book;
  private final Covers covers;
  private final Needs needs;

  /** Of the holdings looked at: the parts of their plan where that counts, else none. */
  private long[] brings = new long[16];

  /** Whether the holding is of those that are looked at closer. */
  private boolean[] works = new boolean[16];

  private boolean[] dropped = new boolean[16];
  private boolean[] candidate = new boolean[16];

  Together(Look look) {
    this.look = look;
    book = look.book;
    covers = look.covers;
    needs = look.needs;
  }

  @Override
  public Set<FindingKind> kinds() {
    return Set.of(FindingKind.COVERED_TWICE, FindingKind.CHEAPER_TOGETHER);
  }

  /** What shows only when all that somebody holds at a vendor is looked at together. */
  @Override
  public void look(int cover, int from, int to, Sink sink) {
    if (to - from < 2) {
      return;
    }
    makeRoom(to - from);
    long needed = 0;
    int working = 0;
    for (int place = from; place < to; place++) {
      int h = covers.holding(place);
      Needs.Kind kind = needs.kind(h);
      boolean work = kind == Needs.Kind.PARTS;
      works[place - from] = work;
      brings[place - from] = work || kind == Needs.Kind.STAYS ? partsOf(h) : 0;
      dropped[place - from] = false;
      needed |= needs.parts(h);
      working += work ? 1 : 0;
    }
    if (working == 0) {
      return;
    }
    dropWhatIsCovered(cover, from, to, needed, sink);
    if (working > 1) {
      lookForBundle(cover, from, to, sink);
    }
  }

  private void makeRoom(int holdings) {
    if (holdings > dropped.length) {
      brings = new long[2 * holdings];
      works = new boolean[2 * holdings];
      dropped = new boolean[2 * holdings];
      candidate = new boolean[2 * holdings];
    }
  }

  /** The dearest first: each one without which all needed parts are still there. */
  private void dropWhatIsCovered(int cover, int from, int to, long needed, Sink sink) {
    boolean again = true;
    while (again) {
      again = false;
      int dearest = -1;
      for (int place = from; place < to; place++) {
        if (canDrop(place - from, to - from, needed)
            && (dearest < 0 || dearer(covers.holding(place), covers.holding(dearest)))) {
          dearest = place;
        }
      }
      if (dearest >= 0) {
        dropped[dearest - from] = true;
        again = true;
        int h = covers.holding(dearest);
        sink.at(FindingKind.COVERED_TWICE, h)
            .cover(cover)
            .gives(look.price[book.holdings().line(h)])
            .figure(needed)
            .add();
      }
    }
  }

  private boolean dearer(int h, int other) {
    return look.price[book.holdings().line(h)].compareTo(look.price[book.holdings().line(other)])
        > 0;
  }

  private boolean canDrop(int one, int holdings, long needed) {
    if (dropped[one] || !works[one]) {
      return false;
    }
    long rest = 0;
    for (int other = 0; other < holdings; other++) {
      rest |= other != one && !dropped[other] ? brings[other] : 0;
    }
    return (needed & ~rest) == 0;
  }

  private long partsOf(int h) {
    return book.partsOfPlan(book.planNumberOfLine(book.holdings().line(h)));
  }

  /** Seats that a bundle could stand for; most people hold too few of them to go on. */
  private void lookForBundle(int cover, int from, int to, Sink sink) {
    if (markCandidates(from, to) < 2) {
      return;
    }
    PlanOnSale best = null;
    BigDecimal bestGives = BigDecimal.ZERO;
    for (PlanOnSale offer : covers.offers().ofVendor(covers.vendor(cover))) {
      BigDecimal sum = BigDecimal.ZERO;
      int seats = 0;
      for (int place = from; place < to && !offer.resting(); place++) {
        if (inBundle(offer, from, place)) {
          sum = sum.add(look.price[book.holdings().line(covers.holding(place))]);
          seats++;
        }
      }
      BigDecimal gives = sum.subtract(offer.price());
      if (seats > 1 && gives.compareTo(bestGives) > 0) {
        best = offer;
        bestGives = gives;
      }
    }
    if (best != null) {
      long places = seatsIn(best, from, to);
      int first = covers.holding(from + Long.numberOfTrailingZeros(places));
      sink.at(FindingKind.CHEAPER_TOGETHER, first)
          .cover(cover)
          .gives(bestGives)
          .plan(best.plan())
          .figure(places)
          .add();
    }
  }

  private int markCandidates(int from, int to) {
    int candidates = 0;
    for (int place = from; place < to; place++) {
      boolean fits = place - from < Long.SIZE && mayBeBundled(from, place);
      candidate[place - from] = fits;
      candidates += fits ? 1 : 0;
    }
    return candidates;
  }

  /** Another seat of the same parts is held twice, not bundled. */
  private boolean mayBeBundled(int from, int place) {
    int one = place - from;
    if (!works[one]) {
      return false;
    }
    for (int before = 0; before < one; before++) {
      if (works[before] && (brings[before] & brings[one]) != 0) {
        return false;
      }
    }
    return true;
  }

  private boolean inBundle(PlanOnSale offer, int from, int place) {
    int h = covers.holding(place);
    return candidate[place - from]
        && book.planNumberOfLine(book.holdings().line(h)) != offer.plan()
        && (brings[place - from] & ~offer.parts()) == 0;
  }

  /** As bits, the first of the holdings the lowest. */
  private long seatsIn(PlanOnSale offer, int from, int to) {
    long places = 0;
    for (int place = from; place < to; place++) {
      places |= inBundle(offer, from, place) ? 1L << place - from : 0;
    }
    return places;
  }

  @Override
  public String say(Findings found, int n) {
    return found.kind(n) == FindingKind.COVERED_TWICE
        ? coveredTwice(found, n)
        : "%s together are %s for %s a year less."
            .formatted(
                Sentences.and(bundled(found, n)),
                book.plans().get(found.plan(n)).name(),
                Sentences.money(found.money(found.amount(n))));
  }

  private static String coveredTwice(Findings found, int n) {
    List<String> parts = Sentences.titles(found, n, found.detail(n));
    String what =
        switch (parts.size()) {
          case 1 -> parts.get(0) + " is";
          case 2, 3 -> Sentences.and(parts) + " are";
          default -> "All %d parts needed are".formatted(parts.size());
        };
    List<String> others = otherPlans(found, n);
    return "%s there without it: %s %s what is needed, for %s a year less."
        .formatted(
            what,
            Sentences.and(others),
            others.size() == 1 ? "covers" : "cover",
            Sentences.cost(found, n));
  }

  private static List<String> otherPlans(Findings found, int n) {
    List<String> names = new ArrayList<>();
    int cover = found.coverOf(n);
    for (int p = found.covers.start(cover); p < found.covers.start(cover + 1); p++) {
      int other = found.covers.holding(p);
      Plan plan = found.book.planOfLine(found.book.holdings().line(other));
      if (other != found.holding(n) && !names.contains(plan.name())) {
        names.add(plan.name());
      }
    }
    return names;
  }

  private static List<String> bundled(Findings found, int n) {
    List<String> names = new ArrayList<>();
    int start = found.covers.start(found.coverOf(n));
    for (long rest = found.detail(n); rest != 0; rest &= rest - 1) {
      int h = found.covers.holding(start + Long.numberOfTrailingZeros(rest));
      names.add(found.book.planOfLine(found.book.holdings().line(h)).name());
    }
    return names;
  }
}
